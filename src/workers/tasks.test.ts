import { describe, expect, it } from 'vitest'
import { answerTasks, TaskClient } from './tasks.ts'

interface Sums {
  add: { ask: number; answer: number }
  fail: { ask: null; answer: never }
}

/** A worker and the page's end of it, joined without a thread. */
function joined() {
  const scope = Object.assign(new EventTarget(), {
    postMessage: (data: unknown) => page.dispatchEvent(new MessageEvent('message', { data })),
  })
  let ended = false
  const page = Object.assign(new EventTarget(), {
    postMessage: (data: unknown) => scope.dispatchEvent(new MessageEvent('message', { data })),
    terminate: () => (ended = true),
  })
  return { scope, page: page as unknown as Worker, isEnded: () => ended }
}

describe('tasks of a worker', () => {
  it('are answered one after the other, each to the one who asked', async () => {
    const { scope, page } = joined()
    let total = 0
    let letFirstGo = (): void => undefined
    const held = new Promise<void>((resolve) => (letFirstGo = resolve))
    answerTasks<Sums>(scope, {
      add: async (n) => {
        if (n === 1) await held
        return (total += n)
      },
      fail: () => {
        throw new Error('No sum.')
      },
    })
    const client = new TaskClient<Sums>(page, 'It has stopped.')
    const failing = client.ask('fail', null)
    await expect(failing).rejects.toThrow('No sum.')
    const both = Promise.all([client.ask('add', 1), client.ask('add', 2)])
    letFirstGo()
    expect(await both).toEqual([1, 3])
  })

  it('are rejected when the worker dies, and when the page is left', async () => {
    const { page, isEnded } = joined()
    const client = new TaskClient<Sums>(page, 'It has stopped.')
    const first = client.ask('add', 1)
    page.dispatchEvent(new Event('error'))
    await expect(first).rejects.toThrow('It has stopped.')
    const second = client.ask('add', 2)
    client.release()
    await expect(second).rejects.toThrow('The page was left.')
    expect(isEnded()).toBe(true)
  })
})
