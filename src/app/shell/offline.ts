import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Workbox } from 'workbox-window'
import { HOUR_MS } from '../../core/time/durations.ts'
import { TAKE_OVER } from '../../workers/service-protocol.ts'
import { anyoneAtBench, AT_BENCH } from '../shared/at-bench.ts'
import { t } from './words.ts'

/** A tablet that is never closed asks as well whether there is a newer program. */
const ASK_AGAIN_MS = 6 * HOUR_MS

/** The program on this device: kept whole for times without a network; a newer one is offered, never forced. */
export const useOfflineStore = defineStore('offline', () => {
  /** All of it is on the device. */
  const isKept = ref(false)
  /** A newer program is there, and waits to be taken. */
  const newer = ref(false)
  /** Another tab took a newer one: pages of this one that were not opened yet may be gone. */
  const overtaken = ref(false)
  const refusal = ref('')
  /** The newer one is on its way: the browser first lets the older one end what it is at, which may take minutes. */
  const isTaking = ref(false)
  let workbox: Workbox | null = null
  let asked = false

  async function start(): Promise<void> {
    // Where pages come from another machine over plain HTTP the browser keeps no programs.
    if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
    const { Workbox } = await import('workbox-window')
    workbox = new Workbox('./service.worker.js')
    workbox.addEventListener('activated', () => {
      isKept.value = true
    })
    // The first one to take this page over came with it, also where it was fetched before a reload.
    let has = navigator.serviceWorker.controller !== null
    workbox.addEventListener('controlling', () => {
      if (asked) location.reload()
      else if (has) overtaken.value = true
      has = true
    })
    const registration = await workbox.register().catch(() => undefined)
    if (registration?.active) isKept.value = true
    if (registration) noticeNewer(registration)
    setInterval(() => void workbox?.update().catch(() => undefined), ASK_AGAIN_MS)
  }

  /** A program that waits beside the one at work is newer, whichever page or tab fetched it. */
  function noticeNewer(registration: ServiceWorkerRegistration): void {
    const look = (): void => {
      if (registration.waiting && navigator.serviceWorker.controller) newer.value = true
    }
    const follow = (): void => registration.installing?.addEventListener('statechange', look)
    registration.addEventListener('updatefound', follow)
    // One may have begun before this page was there.
    follow()
    look()
  }

  /** Takes the newer program; every step that was acknowledged is on the disk, so this page may begin anew. */
  async function take(): Promise<void> {
    if (await anyoneAtBench()) {
      refusal.value = t('newer.otherTabAtBench')
      return
    }
    refusal.value = ''
    asked = true
    const waiting = (await navigator.serviceWorker.getRegistration())?.waiting
    if (!waiting) return location.reload()
    isTaking.value = true
    // Heard sooner or later than that it has this page: either will do.
    waiting.addEventListener('statechange', () => {
      if (waiting.state === 'activated') location.reload()
    })
    waiting.postMessage(TAKE_OVER)
  }

  let leave: (() => void) | null = null
  /** Says to other tabs whether this one stands at the bench. */
  function atBench(is: boolean): void {
    if (!('locks' in navigator)) return
    leave?.()
    leave = null
    if (!is) return
    // Made before the lock is asked for: who leaves sooner than it is granted has left all the same.
    const left = new Promise<void>((resolve) => (leave = resolve))
    void navigator.locks.request(AT_BENCH, { mode: 'shared' }, () => left)
  }

  return { isKept, newer, overtaken, refusal, isTaking, start, take, atBench }
})
