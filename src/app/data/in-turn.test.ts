import { describe, expect, it } from 'vitest'
import { oneAfterTheOther } from './in-turn.ts'

describe('steps in turn', () => {
  it('begin when the one before has ended, and go on after one that failed', async () => {
    const inTurn = oneAfterTheOther()
    const log: string[] = []
    let release = (): void => undefined
    const first = inTurn(async () => {
      log.push('first begins')
      await new Promise<void>((go) => {
        release = go
      })
      log.push('first ends')
      throw new Error('refused')
    })
    const second = inTurn(() => {
      log.push('second')
      return Promise.resolve(2)
    })
    await Promise.resolve()
    expect(log).toEqual(['first begins'])
    release()
    await expect(first).rejects.toThrow('refused')
    await expect(second).resolves.toBe(2)
    expect(log).toEqual(['first begins', 'first ends', 'second'])
  })
})
