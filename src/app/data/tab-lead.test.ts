import { describe, expect, it } from 'vitest'
import { leadAmongTabs } from './tab-lead.ts'

/** Locks as a browser gives them: one holder a name, others wait in line, a thief breaks the holder's. */
function fakeLocks(): LockManager {
  let holder: { reject: (error: Error) => void } | null = null
  const line: Array<() => void> = []
  const request = async (
    _name: string,
    options: LockOptions,
    work: (lock: Lock | null) => Promise<unknown>,
  ): Promise<unknown> => {
    if (holder && options.ifAvailable) return work(null)
    if (holder && !options.steal) {
      await new Promise<void>((resolve, reject) => {
        line.push(resolve)
        options.signal?.addEventListener('abort', () => {
          line.splice(line.indexOf(resolve), 1)
          reject(new Error('aborted'))
        })
      })
    }
    if (holder && options.steal) (holder as { reject: (error: Error) => void }).reject(new Error('stolen'))
    return new Promise((resolve, reject) => {
      const mine = { reject }
      holder = mine
      void work({ name: 'x', mode: 'exclusive' } as Lock).then((value) => {
        if (holder === mine) {
          holder = null
          line.shift()?.()
        }
        resolve(value)
      })
    })
  }
  return { request } as unknown as LockManager
}
const settle = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5))
const nothing = (): Promise<void> => Promise.resolve()

describe('the lead among tabs', () => {
  it('is there, and the book is loaded, where the browser has locks and refuses them', async () => {
    let loaded = 0
    const refusing = { request: () => Promise.reject(new DOMException('not here', 'SecurityError')) }
    const only = leadAmongTabs(async () => void loaded++, refusing as unknown as LockManager)
    await only.decided
    await settle()
    expect([only.leads.value, loaded]).toEqual([true, 1])
    only.release()
  })

  it('goes to the first, and on to the next when that closes', async () => {
    const locks = fakeLocks()
    const first = leadAmongTabs(nothing, locks)
    await first.decided
    const second = leadAmongTabs(nothing, locks)
    await second.decided
    expect([first.leads.value, second.leads.value]).toEqual([true, false])
    first.release()
    await settle()
    expect([first.leads.value, second.leads.value]).toEqual([false, true])
  })

  it('can be taken, and comes back', async () => {
    const locks = fakeLocks()
    const first = leadAmongTabs(nothing, locks)
    const second = leadAmongTabs(nothing, locks)
    await settle()
    second.take()
    await settle()
    expect([first.leads.value, second.leads.value]).toEqual([false, true])
    second.release()
    await settle()
    expect(first.leads.value).toBe(true)
  })

  it('reads what the other wrote before it leads', async () => {
    const locks = fakeLocks()
    const first = leadAmongTabs(nothing, locks)
    await first.decided
    const order: string[] = []
    const second = leadAmongTabs(async () => {
      order.push(second.leads.value ? 'led' : 'read')
      return nothing()
    }, locks)
    await second.decided
    first.release()
    await settle()
    expect(order).toEqual(['read'])
    expect(second.leads.value).toBe(true)
  })

  it('is with every tab where a browser has no locks', async () => {
    const alone = leadAmongTabs(nothing, null)
    await alone.decided
    alone.take()
    expect(alone.leads.value).toBe(true)
  })
})
