import type { ReadingsRecord } from '../../contracts/records/readings-record.ts'
import { allOf, isIn, writesOf } from '../../contracts/records/stamp.ts'

/**
 * Merges two copies of a probe's readings of one day. All readings of both are kept; of two with one timestamp the later
 * write wins. A retracted reading stays retracted, unless a device that knew of the retraction noted it again.
 */
export function mergeReadings(a: ReadingsRecord, b: ReadingsRecord): ReadingsRecord {
  const [writesA, writesB] = [writesOf(a.stamp), writesOf(b.stamp)]
  const [first, second] = isBefore(a, b) ? [b, a] : [a, b]
  const byTime = new Map<number, { celsius: number | null; rhPercent: number | null }>()
  for (const { times, celsius, rhPercent } of [second, first])
    for (const [i, time] of times.entries())
      byTime.set(time, { celsius: celsius[i]!, rhPercent: rhPercent[i]! })
  const [aKnewB, bKnewA] = [isIn(writesB, writesA), isIn(writesA, writesB)]
  const takenBack = new Set([
    ...a.takenBack.filter((time) => !(bKnewA && b.times.includes(time))),
    ...b.takenBack.filter((time) => !(aKnewB && a.times.includes(time))),
  ])
  const times = [...byTime.keys()].filter((time) => !takenBack.has(time)).sort((x, y) => x - y)
  return {
    ...first,
    times,
    celsius: times.map((time) => byTime.get(time)!.celsius),
    rhPercent: times.map((time) => byTime.get(time)!.rhPercent),
    takenBack: [...takenBack].sort((x, y) => x - y),
    stamp: { ...first.stamp, by: allOf(writesA, writesB) },
  }
}

function isBefore(a: ReadingsRecord, b: ReadingsRecord): boolean {
  if (a.stamp.revision !== b.stamp.revision) return a.stamp.revision < b.stamp.revision
  const [deviceA, deviceB] = [a.stamp.device ?? '', b.stamp.device ?? '']
  if (deviceA !== deviceB) return deviceA < deviceB
  return JSON.stringify([a.times, a.celsius, a.rhPercent]) < JSON.stringify([b.times, b.celsius, b.rhPercent])
}
