import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { usualProbe } from '../contracts/records/probe-record.ts'
import { byProbeAndDay, withReadings } from '../contracts/records/readings-record.ts'
import { simulatedAmong } from '../contracts/records/simulated.ts'
import { simulatedProbes, simulatedReadings } from './simulated-in-book.ts'

const real = { ...usualProbe('hand', 'one'), by: 'sensor' as const, id: 'shelf-thermometer' }
const asked = { ...usualProbe('sensor', 'one'), standIn: undefined }
const nothing = { probes: [], eggs: [], trays: [] }

describe('simulated values in a book of one’s own', () => {
  it('are found by the sensors through which they came, with their number and days', () => {
    const probes = simulatedProbes([real, usualProbe('hand', 'one'), asked, { ...real, id: 'demo-air' }])
    expect(probes.map(({ id }) => id)).toEqual(['sensor-one', 'demo-air'])
    const at = ['2026-03-01T08:00:00Z', '2026-03-01T09:00:00Z', '2026-03-03T08:00:00Z'].map(Date.parse)
    const days = [...probes, real].flatMap(({ id }) =>
      byProbeAndDay(at.map((atMs) => ({ probeId: id, atMs, celsius: 37.5, rhPercent: 52 }))).map((some) =>
        withReadings(null, some),
      ),
    )
    expect(simulatedReadings(probes, days)).toMatchObject({ count: 6, from: '2026-03-01', to: '2026-03-03' })
    expect(simulatedReadings([], days)).toBeNull()
  })

  it('are refused as they are written, and what is real is not', () => {
    const weighed = (standIn?: true) => ({
      ...newEgg({ id: 'egg', setId: 'set', number: 1, place: null }),
      events: [{ id: 'w', at: null, device: null, kind: 'weighed' as const, weightG: 54, standIn }],
    })
    expect(simulatedAmong(nothing)).toBeNull()
    expect(simulatedAmong({ ...nothing, probes: [real], eggs: [weighed()] })).toBeNull()
    expect(simulatedAmong({ ...nothing, probes: [usualProbe('sensor', 'one')] })).toMatch(
      /sensor .* is simulated/,
    )
    expect(simulatedAmong({ ...nothing, eggs: [weighed(true)] })).toMatch(/scale is simulated/)
  })
})
