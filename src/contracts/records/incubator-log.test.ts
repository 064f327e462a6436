import { describe, expect, it } from 'vitest'
import { incubatorLogSchema, logEvents, newLog, type IncubatorLog, type LogNote } from './incubator-log.ts'
import { corrector, probeRecordSchema, usualProbe } from './probe-record.ts'
import { incubatorOf } from './whereabouts.ts'

const watered = (id: string, at: string): LogNote => ({
  id,
  at,
  device: null,
  kind: 'watered',
  channel: 'both',
})

describe('an incubator’s log', () => {
  const withNotes = (month: string, events: LogNote[]): IncubatorLog => ({ ...newLog('oak', month), events })

  it('is read over the months, in the order in which things happened, without what was taken back', () => {
    const november = withNotes('2026-11', [
      watered('b', '2026-11-30T08:00:00.000Z'),
      watered('a', '2026-11-02T08:00:00.000Z'),
      { id: 'x', at: null, device: null, kind: 'taken-back', eventId: 'a' },
    ])
    const december = withNotes('2026-12', [watered('c', '2026-12-01T08:00:00.000Z')])
    expect(logEvents([december, november, newLog('other', '2026-12')], 'oak').map(({ id }) => id)).toEqual([
      'b',
      'c',
    ])
  })
  it('lies under its incubator and month', () => {
    expect(incubatorLogSchema.safeParse(newLog('oak', '2026-11')).success).toBe(true)
    expect(incubatorLogSchema.safeParse({ ...newLog('oak', '2026-11'), month: '2026-12' }).success).toBe(
      false,
    )
  })
})

describe('a probe that was checked', () => {
  const checked = (id: string, at: string, rhPercent: number | null, celsius: number | null = null) => ({
    id,
    at,
    device: null,
    kind: 'checked' as const,
    against: 'wet-salt' as const,
    celsius,
    rhPercent,
  })
  const base = usualProbe('hand', 'oak')
  const probe = {
    ...base,
    events: [
      ...base.events,
      checked('1', '2026-11-10T00:00:00.000Z', 8),
      checked('2', '2026-11-15T00:00:00.000Z', null, 0.5),
      checked('3', '2026-11-20T00:00:00.000Z', 5),
    ],
  }
  it('is put right by the last check before, before the first by that one', () => {
    const right = corrector(probe)
    const at = (day: string) => right('rhPercent', Date.parse(`2026-11-${day}`), 60)
    // It showed 83 over wet salt, 8 too much; ten days later 80, 5 too much.
    expect([at('01'), at('12'), at('17'), at('25')]).toEqual([52, 52, 52, 55])
    expect(right('celsius', Date.parse('2026-11-12'), 38)).toBe(37.5)
    expect(corrector(base)('rhPercent', 0, 60)).toBe(60)
  })
  it('still stands where it was put', () => {
    expect(probeRecordSchema.parse(probe)).toEqual(probe)
    expect(incubatorOf(probe.events)).toBe('oak')
  })
})
