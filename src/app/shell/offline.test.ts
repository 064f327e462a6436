import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { TAKE_OVER } from '../../workers/service-protocol.ts'
import { useOfflineStore } from './offline.ts'

/** Locks that are held while their work lasts, as the browser keeps them for all tabs. */
function lockKeeper() {
  const held: string[] = []
  return {
    held,
    query: async () => ({ held: held.map((name) => ({ name })) }),
    request: async (name: string, _how: object, work: () => Promise<void>) => {
      held.push(name)
      await work()
      held.splice(held.indexOf(name), 1)
    },
  }
}

let locks: ReturnType<typeof lockKeeper>
let posted: unknown[]
let reloads: number
let waiting: boolean
/** Of the worker that waits: it takes over. */
let activate: () => void
let changed: () => void
beforeEach(() => {
  setActivePinia(createPinia())
  locks = lockKeeper()
  posted = []
  reloads = 0
  waiting = true
  const worker = {
    state: 'installed',
    postMessage: (message: unknown) => posted.push(message),
    addEventListener: (_what: string, listener: () => void) => (changed = listener),
  }
  activate = () => {
    worker.state = 'activated'
    changed()
  }
  vi.stubGlobal('navigator', {
    locks,
    serviceWorker: { getRegistration: async () => ({ waiting: waiting ? worker : null }) },
  })
  vi.stubGlobal('location', { reload: () => reloads++ })
})
afterEach(() => void vi.unstubAllGlobals())

describe('a newer program', () => {
  it('is taken where no tab stands at the bench', async () => {
    const offline = useOfflineStore()
    await offline.take()
    expect([posted, reloads, offline.refusal]).toEqual([[TAKE_OVER], 0, ''])
    expect(offline.isTaking).toBe(true)
    activate()
    expect(reloads).toBe(1)
  })

  it('is refused in words while any tab stands there, and taken when that one has left', async () => {
    const [desk, bench] = [useOfflineStore(), useOfflineStore(createPinia())]
    bench.atBench(true)
    await desk.take()
    expect(desk.refusal).toMatch(/at the bench/)
    expect(posted).toEqual([])
    bench.atBench(false)
    await Promise.resolve()
    await desk.take()
    expect([posted, desk.refusal]).toEqual([[TAKE_OVER], ''])
  })

  it('that another tab has taken meanwhile needs the page alone to be opened anew', async () => {
    waiting = false
    await useOfflineStore().take()
    expect([posted, reloads]).toEqual([[], 1])
  })

  it('stands at the bench once, however often it is told', async () => {
    const offline = useOfflineStore()
    offline.atBench(true)
    offline.atBench(true)
    await Promise.resolve()
    expect(locks.held).toHaveLength(1)
    offline.atBench(false)
    await Promise.resolve()
    await Promise.resolve()
    expect(locks.held).toEqual([])
  })

  it('has left the bench also where it leaves before the browser has granted its lock', async () => {
    const granted: Array<() => Promise<void>> = []
    vi.stubGlobal('navigator', {
      locks: { request: (_name: string, _how: object, work: () => Promise<void>) => granted.push(work) },
    })
    const offline = useOfflineStore()
    offline.atBench(true)
    offline.atBench(false)
    await expect(granted[0]!()).resolves.toBeUndefined()
  })

  it('says nothing where the browser has no locks', () => {
    vi.stubGlobal('navigator', {})
    expect(() => useOfflineStore().atBench(true)).not.toThrow()
  })
})
