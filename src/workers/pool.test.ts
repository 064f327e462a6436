import { describe, expect, it } from 'vitest'
import { EggWorkerPool, inLanes, usefulWorkers } from './pool.ts'

describe('a pool of workers', () => {
  it('leaves one processor free, and never takes more than four', () => {
    expect([1, 2, 4, 64].map(usefulWorkers)).toEqual([1, 1, 3, 4])
  })

  it('gives each call to the idlest worker', async () => {
    const posted: number[] = []
    let made = 0
    const create = (): Worker => {
      const number = made++
      const listeners: Array<(event: MessageEvent) => void> = []
      return {
        addEventListener: (type: string, listener: (event: MessageEvent) => void) => {
          if (type === 'message') listeners.push(listener)
        },
        postMessage: (message: { id: number }) => {
          posted.push(number)
          const result = {
            reading: { kind: 'eggs', eggs: [] },
            widthPx: number,
            heightPx: 1,
            elapsedMs: { decode: 0, measure: 0 },
          }
          setTimeout(() => {
            for (const listener of listeners)
              listener({ data: { id: message.id, kind: 'measured', result } } as MessageEvent)
          }, 5)
        },
        terminate: () => undefined,
      } as unknown as Worker
    }
    const pool = new EggWorkerPool(3, create)
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => pool.measure(new Blob(), { species: 'duck' })),
    )
    expect(posted).toEqual([0, 1, 2, 0, 1, 2])
    expect(answers.map((answer) => answer.widthPx)).toEqual([0, 1, 2, 0, 1, 2])
  })
})

describe('lanes', () => {
  it('work through a thousand items, never more than so many at once', async () => {
    let under = 0
    let most = 0
    const done: number[] = []
    await inLanes(
      Array.from({ length: 1000 }, (_, i) => i),
      async (item) => {
        most = Math.max(most, ++under)
        await Promise.resolve()
        under--
        done.push(item)
      },
      { lanes: 3 },
    )
    expect(most).toBe(3)
    expect(done).toHaveLength(1000)
    expect(new Set(done).size).toBe(1000)
  })

  it('begins nothing more once one has failed', async () => {
    const begun: number[] = []
    const work = async (item: number): Promise<void> => {
      begun.push(item)
      await Promise.resolve()
      if (item === 2) throw new Error('too dark')
    }
    await expect(inLanes([1, 2, 3, 4, 5, 6], work, { lanes: 2 })).rejects.toThrow('too dark')
    await new Promise((resolve) => setImmediate(resolve))
    expect(begun.length).toBeLessThan(5)
  })

  it('stop when asked', async () => {
    const controller = new AbortController()
    const done: number[] = []
    await inLanes(
      [1, 2, 3, 4, 5],
      async (item) => {
        done.push(item)
        if (item === 2) controller.abort()
        return Promise.resolve()
      },
      { lanes: 1, signal: controller.signal },
    )
    expect(done).toEqual([1, 2])
  })
})
