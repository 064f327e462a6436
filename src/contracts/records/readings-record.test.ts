import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '../../core/time/durations.ts'
import {
  byProbeAndDay,
  readingsOf,
  readingsRecordSchema,
  rolledUp,
  withoutReadings,
  withReadings,
  type ProbeReading,
} from './readings-record.ts'
import { incubatorAt, incubatorOf, placing, staysOf } from './whereabouts.ts'

const startMs = Date.parse('2026-03-11')
const at = (minute: number, celsius: number | null = 37.5): ProbeReading => ({
  probeId: 'p',
  atMs: startMs + minute * 60_000,
  celsius,
  rhPercent: null,
})

describe('the readings of a day', () => {
  it('lie in the order of time, of two at one moment the later word', () => {
    const day = withReadings(withReadings(null, [at(5), at(1)]), [at(3), at(5, 38)])
    expect(readingsOf(day)).toEqual([at(1), at(3), at(5, 38)])
    expect(readingsRecordSchema.parse(day)).toEqual(day)
  })

  it('keep that one was taken back, until it is noted again', () => {
    const day = withoutReadings(withReadings(null, [at(1), at(3)]), [at(1).atMs])
    expect([readingsOf(day), day.takenBack]).toEqual([[at(3)], [60_000]])
    expect(withReadings(day, [at(1)]).takenBack).toEqual([])
  })

  it('are drawn together by hours only where they are many', () => {
    const few = withReadings(null, [at(1, 37), at(3, 38)])
    expect(rolledUp(few).points.map(({ celsius }) => celsius!.mean)).toEqual([37, 38])
    const [first, ...others] = Array.from({ length: 120 }, (_, i) => at(i, i < 60 ? 37 : null))
    expect(rolledUp(withReadings(null, [first!, ...others])).points).toEqual([
      { atMs: startMs, count: 60, celsius: { lowest: 37, mean: 37, highest: 37 }, rhPercent: null },
      { atMs: startMs + HOUR_MS, count: 60, celsius: null, rhPercent: null },
    ])
  })

  it('are refused where lists are of two lengths, out of order, or under another name', () => {
    const day = withReadings(null, [at(1), at(3)])
    for (const wrong of [
      { ...day, celsius: [37] },
      { ...day, times: [...day.times].reverse() },
      { ...day, id: '2026-03-12_p' },
    ])
      expect(readingsRecordSchema.safeParse(wrong).success).toBe(false)
  })

  it('fall apart by probe and day', () => {
    const chunks = byProbeAndDay([at(1), { ...at(1), probeId: 'q' }, at(1440), at(2)])
    expect(chunks.map((chunk) => chunk.length)).toEqual([2, 1, 1])
  })
})

it('where something stood from when to when follows from where it was put', () => {
  let ids = 0
  const noting = (when: string | null) => ({ at: when, device: null, newId: () => `e${++ids}` })
  const events = [
    placing('cabinet', noting(null)),
    placing('hatcher', noting('2026-03-19T08:00:00.000Z')),
    placing(null, noting('2026-03-23T08:00:00.000Z')),
  ]
  const [toHatcher, out] = ['2026-03-19T08:00:00.000Z', '2026-03-23T08:00:00.000Z'].map(Date.parse)
  expect(staysOf(events)).toEqual([
    { incubatorId: 'cabinet', fromMs: -Infinity, toMs: toHatcher },
    { incubatorId: 'hatcher', fromMs: toHatcher, toMs: out },
  ])
  expect([
    incubatorAt(events, toHatcher! - 1),
    incubatorAt(events, toHatcher!),
    incubatorAt(events, out!),
  ]).toEqual(['cabinet', 'hatcher', null])
  expect([incubatorOf(events), incubatorOf(events.slice(0, 2))]).toEqual([null, 'hatcher'])
})
