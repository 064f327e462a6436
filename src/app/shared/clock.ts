import { defineStore } from 'pinia'
import { useIntervalFn } from '@vueuse/core'
import { ref } from 'vue'

const TICK_MS = 20_000

/** The time of day for everything that waits for it; moves on by itself. */
export const useClockStore = defineStore('clock', () => {
  const nowMs = ref(Date.now())
  function tick(): void {
    nowMs.value = Date.now()
  }
  useIntervalFn(tick, TICK_MS)
  return { nowMs, tick }
})
