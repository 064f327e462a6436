import { describe, expect, it } from 'vitest'
import { chosenFor } from './evening-replies.ts'
import { NEW_EVENING, type Evening } from './evening-state.ts'
import type { EveningEvent, EveningFacts } from './evening-terms.ts'
import { evening } from './evening.ts'

describe('an evening by eye', () => {
  const facts: EveningFacts = {
    phase: 'candling',
    step: 'candle',
    trigger: 'itself',
    source: 'eye',
    liftAgrees: true,
    lamp: 'empty',
    egg: { id: 'egg-1', removed: false, look: null },
    problem: false,
    marks: [],
  }
  const kinds = (state: Evening, event: EveningEvent, now = facts) =>
    evening(state, event, now).effects.filter(({ kind }) => kind === 'decide' || kind === 'take')

  it('notes a grade by one key, and never asks for a picture', () => {
    expect(kinds(NEW_EVENING, { kind: 'grade', grade: 'quitter' })).toEqual([
      { kind: 'decide', grade: 'quitter' },
    ])
    for (const event of [
      { kind: 'take', atMs: 0 },
      { kind: 'timer', atMs: 0 },
    ] as const)
      expect(kinds(NEW_EVENING, event)).toEqual([])
  })
  it('steps with the pedal: what it says on the key is what is noted', () => {
    expect(kinds(NEW_EVENING, { kind: 'go-on' })).toEqual([{ kind: 'decide', grade: 'developing' }])
    const { state } = evening(NEW_EVENING, { kind: 'another' }, facts)
    expect(chosenFor(state, 'egg-1')).toBe('clear')
    expect(kinds(state, { kind: 'go-on' })).toEqual([{ kind: 'decide', grade: 'clear' }])
  })
  it('says one word for the rest of the tray', () => {
    const { effects } = evening(NEW_EVENING, { kind: 'the-rest-develops' }, facts)
    expect(effects.map(({ kind }) => kind)).toEqual(['rest-develops'])
  })
  it('grades no egg that has left, none while a picture is read, and none that was not on the screen', () => {
    const grade: EveningEvent = { kind: 'grade', grade: 'clear' }
    expect(kinds(NEW_EVENING, grade, { ...facts, egg: { ...facts.egg!, removed: true } })).toEqual([])
    const device = { ...facts, source: 'device' as const }
    const taking = evening(NEW_EVENING, { kind: 'take', atMs: 0 }, device).state
    expect(kinds(taking, grade, device)).toEqual([])
    const busy = evening(NEW_EVENING, grade, facts).state
    const waiting = evening(busy, grade, facts).state
    const next = { ...facts, egg: { id: 'egg-2', removed: false, look: null } }
    expect(evening(waiting, { kind: 'done' }, next).effects).toEqual([])
  })
  it('grades by its own key beside a camera, too', () => {
    expect(kinds(NEW_EVENING, { kind: 'grade', grade: 'clear' }, { ...facts, source: 'network' })).toEqual([
      { kind: 'decide', grade: 'clear' },
    ])
    expect(kinds(NEW_EVENING, { kind: 'the-rest-develops' }, { ...facts, source: 'network' })).toEqual([])
  })
})
