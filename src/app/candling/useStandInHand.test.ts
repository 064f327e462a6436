import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import type { WatchStage } from '../../core/watch/egg-watch.ts'
import { useStandInHand } from './useStandInHand.ts'

const LONG_MS = 60_000
let scope: EffectScope
beforeEach(() => {
  vi.useFakeTimers()
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})

/** The hand at a lamp whose live picture shows at once what lies there. */
function handAt({ on = true } = {}) {
  const answers = ref(true)
  const active = ref(on)
  const stage = ref<WatchStage>('empty')
  const waitsFor = ref<number | null>(1)
  const did: string[] = []
  const moved = async (what: string, then: WatchStage): Promise<void> => {
    did.push(what)
    if (!answers.value) throw new Error('no answer')
    stage.value = then
  }
  scope.run(() =>
    useStandInHand({
      active: () => active.value,
      stage: () => stage.value,
      waitsFor: () => waitsFor.value,
      lay: (number) => moved(`lay ${number}`, 'coming'),
      lift: () => moved('lift', 'empty'),
    }),
  )
  const pass = async (milliseconds = LONG_MS): Promise<void> => {
    await nextTick()
    await vi.advanceTimersByTimeAsync(milliseconds)
  }
  return { active, answers, stage, waitsFor, did, pass }
}

describe('the simulated hand', () => {
  it('makes the lamp bare, then lays down the egg that the evening waits for', async () => {
    const { did, pass } = handAt()
    await pass()
    expect(did).toEqual(['lift', 'lay 1'])
  })

  it('leaves an egg until its picture is kept, however long that takes', async () => {
    const { did, pass, stage, waitsFor } = handAt()
    await pass()
    stage.value = 'taken'
    await pass(30 * LONG_MS)
    expect(did).toEqual(['lift', 'lay 1'])
    waitsFor.value = null
    await pass()
    expect(did).toEqual(['lift', 'lay 1', 'lift'])
    waitsFor.value = 2
    await pass()
    expect(did.at(-1)).toBe('lay 2')
  })

  it('waits until the live picture shows a bare lamp', async () => {
    const { did, pass, stage, waitsFor } = handAt()
    await pass()
    waitsFor.value = null
    await pass()
    stage.value = 'taken'
    waitsFor.value = 2
    await pass()
    expect(did.at(-1)).toBe('lift')
    stage.value = 'empty'
    await pass()
    expect(did.at(-1)).toBe('lay 2')
  })

  it('lifts what lies there when the candler goes to another egg', async () => {
    const { did, pass, waitsFor } = handAt()
    await pass()
    waitsFor.value = 5
    await pass()
    expect(did).toEqual(['lift', 'lay 1', 'lift', 'lay 5'])
  })

  it('rests while eggs are not taken by themselves, and begins with a bare lamp after that', async () => {
    const { did, pass, active, waitsFor } = handAt({ on: false })
    await pass()
    expect(did).toEqual([])
    active.value = true
    await pass()
    active.value = false
    waitsFor.value = 3
    await pass()
    expect(did).toEqual(['lift', 'lay 1'])
    active.value = true
    await pass()
    expect(did).toEqual(['lift', 'lay 1', 'lift', 'lay 3'])
  })

  it('moves no more once its page is left', async () => {
    const { did, pass } = handAt()
    scope.stop()
    await pass()
    expect(did).toEqual(['lift'])
  })

  it('tries again where the stand-in did not answer', async () => {
    const { did, pass, answers } = handAt()
    answers.value = false
    await pass(1000)
    answers.value = true
    await pass()
    expect(did.slice(0, 2)).toEqual(['lift', 'lay 1'])
    expect(did.at(-1)).toBe('lay 1')
    const tries = did.length
    await pass()
    expect(did).toHaveLength(tries)
  })
})
