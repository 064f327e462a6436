// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { expect, it } from 'vitest'
import { usualProbe } from '../../contracts/records/probe-record.ts'
import { createRandom } from '../../core/random/random.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { cutAfter } from './cut-writes.ts'
import { reopened as opened } from './reopened.ts'
import { cases } from '../../testing/cases.ts'

const CUTS = cases(10, 25, 200)
const START_MS = Date.parse('2026-03-11T00:00:00Z')
const probe = usualProbe('hand', 'oak')

it(
  `${CUTS} random cuts lose no acknowledged reading, and leave no half day`,
  { timeout: 120_000 },
  async () => {
    const random = createRandom('readings/cuts')
    await (await opened()).note({ probes: [probe] })
    const acknowledged = new Set<number>()
    let minute = 0
    for (let cut = 0; cut < CUTS; cut++) {
      const store = await opened()
      const refusing = cutAfter(Math.floor(random.uniform() * 12))
      try {
        // Some readings each time until storage gives out; days and months end among them.
        for (let batch = 0; batch < 3; batch++) {
          const readings = Array.from({ length: 1 + Math.floor(random.uniform() * 4) }, () => ({
            probeId: probe.id,
            atMs: START_MS + (minute += 37) * MINUTE_MS,
            celsius: 37.5,
            rhPercent: random.between(40, 60),
          }))
          const logged = [{ incubatorId: 'oak', what: { kind: 'round' as const } }]
          await store.note(batch === 1 ? { readings, logged } : { readings })
          for (const { atMs } of readings) acknowledged.add(atMs)
        }
      } catch {
        // Cut off: what was not acknowledged may be there or not.
      } finally {
        refusing.mend()
      }
    }
    const store = await opened()
    const lastMs = START_MS + minute * MINUTE_MS
    await store.openReadings([probe.id], START_MS, lastMs)
    const there = new Set(store.readingsBetween([probe.id], START_MS, lastMs).map(({ atMs }) => atMs))
    expect([...acknowledged].filter((atMs) => !there.has(atMs))).toEqual([])
    expect(acknowledged.size).toBeGreaterThan(CUTS)
    expect(store.quarantined).toEqual([])
  },
)
