import {
  corrector,
  usualProbe,
  usualProbeId,
  type ProbeRecord,
  type UsualProbe,
} from '../contracts/records/probe-record.ts'
import {
  dayOf,
  readingsOf,
  type ProbeReading,
  type ReadingsRecord,
  type RollUp,
} from '../contracts/records/readings-record.ts'
import type { Tray } from '../contracts/records/tray-record.ts'
import { staysOf, type Stay } from '../contracts/records/whereabouts.ts'
import type { Changes } from './steps.ts'

/** A reading by one of the probes that every incubator has; the probe comes into the book with its first one. */
export function noted(
  reading: Omit<ProbeReading, 'probeId'>,
  { which, incubatorId }: { which: UsualProbe; incubatorId: string },
  probes: readonly ProbeRecord[],
): Pick<Changes, 'probes' | 'readings'> {
  const probeId = usualProbeId(which, incubatorId)
  return {
    probes: probes.some(({ id }) => id === probeId) ? [] : [usualProbe(which, incubatorId)],
    readings: [{ probeId, ...reading }],
  }
}

/** What these probes said from one time to another, in the order of time. */
export function probeReadings(
  days: readonly ReadingsRecord[],
  { probeIds, fromMs, toMs }: { probeIds: readonly string[]; fromMs: number; toMs: number },
): ProbeReading[] {
  return days
    .filter(({ probeId, day }) => probeIds.includes(probeId) && day >= dayOf(Math.max(0, fromMs)))
    .flatMap((day) => readingsOf(day, { fromMs, toMs }))
    .sort((a, b) => a.atMs - b.atMs)
}

/** How warm it was at the eggs' height wherever the trays were, in the order of time. */
export function temperaturesAt(
  trays: readonly Tray[],
  probes: readonly ProbeRecord[],
  rollUps: readonly RollUp[],
): Array<{ atMs: number; celsius: number }> {
  return pointsWith(
    trays,
    probes.filter(({ height }) => height === 'eggs'),
    rollUps,
  ).flatMap(({ atMs, celsius, correct }) =>
    celsius ? [{ atMs, celsius: correct('celsius', atMs, celsius.mean) }] : [],
  )
}

/** How moist it was wherever the trays were, by whatever probe, in the order of time. */
export function humiditiesAt(
  trays: readonly Tray[],
  probes: readonly ProbeRecord[],
  rollUps: readonly RollUp[],
): Array<{ atMs: number; rhPercent: number; readings: number }> {
  return pointsWith(trays, probes, rollUps).flatMap(({ atMs, rhPercent, correct, count: readings }) =>
    rhPercent ? [{ atMs, rhPercent: correct('rhPercent', atMs, rhPercent.mean), readings }] : [],
  )
}

/** What these probes said while they stood where the trays did. */
function pointsWith(
  trays: readonly Tray[],
  probes: readonly ProbeRecord[],
  rollUps: readonly RollUp[],
): Array<RollUp['points'][number] & { correct: ReturnType<typeof corrector> }> {
  const known = new Map(
    probes.map((probe) => [probe.id, { stays: staysOf(probe.events), correct: corrector(probe) }]),
  )
  // One tray says for all: a set is warmed and moistened as its first tray is.
  // Its first stay begins whenever it was typed: eggs that were in already have been there since they were set.
  const [first, ...later] = trays[0] ? staysOf(trays[0].events) : []
  const stays = first ? [{ ...first, fromMs: -Infinity }, ...later] : []
  return rollUps
    .flatMap(({ probeId, points }) => {
      const probe = known.get(probeId)
      if (!probe) return []
      return points
        .filter(({ atMs }) => together(stays, probe.stays, atMs))
        .map((point) => ({ ...point, correct: probe.correct }))
    })
    .sort((a, b) => a.atMs - b.atMs)
}

function together(some: readonly Stay[], others: readonly Stay[], atMs: number): boolean {
  const at = (stays: readonly Stay[]): string | undefined =>
    stays.find(({ fromMs, toMs }) => atMs >= fromMs && atMs < toMs)?.incubatorId
  const here = at(some)
  return here !== undefined && here === at(others)
}
