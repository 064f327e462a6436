import { describe, expect, it } from 'vitest'
import {
  readingsRecordSchema,
  withReadings,
  type ProbeReading,
} from '../contracts/records/readings-record.ts'
import { ReadingQueue } from './reading-queue.ts'

const T0 = Date.parse('2026-03-11T00:00:00Z')
const at = (seconds: number, more: Partial<ProbeReading> = {}): ProbeReading => ({
  probeId: 'p',
  atMs: T0 + 1000 * seconds,
  celsius: 37.5,
  rhPercent: 50,
  ...more,
})

describe('readings on their way to the disk', () => {
  it('of a sensor that speaks each second fit their day', () => {
    const queue = new ReadingQueue()
    for (let second = 0; second < 86_400; second++) queue.add(at(second))
    const [first, ...others] = queue.takeAll()
    // One in eleven seconds, and sixty at the start.
    expect(others.length).toBeGreaterThan(7800)
    expect(others.length).toBeLessThan(8000)
    expect(readingsRecordSchema.safeParse(withReadings(null, [first!, ...others])).success).toBe(true)
  })
  it('of warmth and moisture that come by messages of their own are both kept', () => {
    const queue = new ReadingQueue()
    queue.add(at(0, { rhPercent: null }))
    queue.add(at(0.005, { celsius: null }))
    expect(queue.takeAll()).toHaveLength(2)
  })
  it('that no record takes keep no others from it', () => {
    const queue = new ReadingQueue()
    queue.add(at(0, { celsius: -5 }))
    queue.add(at(20, { celsius: 85, rhPercent: null }))
    queue.add(at(40.0004))
    const readings = queue.takeAll()
    expect(readings.map(({ celsius, rhPercent }) => [celsius, rhPercent])).toEqual([
      [null, 50],
      [37.5, 50],
    ])
    expect(readings.every(({ atMs }) => Number.isInteger(atMs))).toBe(true)
  })
  it('that could not be written wait on, before what came since; each probe by itself', () => {
    const queue = new ReadingQueue()
    queue.add(at(0))
    queue.add(at(1, { probeId: 'other' }))
    const refused = queue.takeAll()
    queue.add(at(30))
    queue.putBack(refused)
    expect(queue.takeAll().map(({ atMs }) => (atMs - T0) / 1000)).toEqual([0, 1, 30])
    expect(queue.takeAll()).toEqual([])
  })
})
