import { z } from 'zod'
import { standingEvents, toldFields } from './events.ts'
import { idField, instantField, standInField } from './fields.ts'
import { BY_NAME, chosenFieldsSchema } from '../wire/sensor.ts'
import { FRESH, stampSchema } from './stamp.ts'
import { placing, whereaboutsSchema } from './whereabouts.ts'

/** What a probe was held against to see what it is off by. */
export const CHECKS = ['wet-salt', 'second-thermometer'] as const

/** Bias: reading minus true value; null if never checked. Readings are stored uncorrected. */
const checkedSchema = z.object({
  ...toldFields,
  at: instantField,
  kind: z.literal('checked'),
  against: z.enum(CHECKS),
  celsius: z.number().min(-10).max(10).nullable(),
  rhPercent: z.number().min(-50).max(50).nullable(),
})

const probeEventSchema = z.discriminatedUnion('kind', [...whereaboutsSchema.options, checkedSchema])
type Checked = z.infer<typeof checkedSchema>

/** What tells how warm and moist it is: a sensor, or somebody reading a display. */
export const probeRecordSchema = z.object({
  id: idField,
  stamp: stampSchema,
  name: z.string().min(1).max(60),
  /** `eggs`: at the eggs' own height, corrected; it says how warm they are. `air`: anywhere in the air. */
  height: z.enum(['eggs', 'air']),
  by: z.enum(['hand', 'sensor', 'file']),
  standIn: standInField,
  /** Under which name the server hands on what it says, or Bluetooth knows it; null where it does not speak by itself. */
  sensor: z.string().max(60).nullable().default(null),
  /** Fields of its messages that somebody chose. */
  fields: chosenFieldsSchema.default(BY_NAME),
  events: z.array(probeEventSchema).max(1000),
})
export type ProbeRecord = z.infer<typeof probeRecordSchema>

/** The probes that every incubator may have: its display read by hand, and in the made-up hatchery a stand-in. */
export const USUAL_PROBES = {
  eggs: { name: 'Display, read at the eggs', height: 'eggs', by: 'hand' },
  hand: { name: 'Air, read by hand', height: 'air', by: 'hand' },
  // Only the simulated one is asked by this program: real ones speak by themselves, and have probes of their own.
  sensor: { name: 'Simulated air sensor', height: 'air', by: 'sensor', standIn: true },
} as const satisfies Record<string, Pick<ProbeRecord, 'name' | 'height' | 'by' | 'standIn'>>
export type UsualProbe = keyof typeof USUAL_PROBES

/** One id per incubator, so that two tablets that note a first reading create the same probe. */
export function usualProbe(which: UsualProbe, incubatorId: string): ProbeRecord {
  return {
    id: usualProbeId(which, incubatorId),
    stamp: FRESH,
    ...USUAL_PROBES[which],
    sensor: null,
    fields: BY_NAME,
    events: [placing(incubatorId, { at: null, device: null, newId: () => 'intake-1' })],
  }
}

/** Ids may be 64 letters long. */
export function usualProbeId(which: UsualProbe, incubatorId: string): string {
  return `${which}-${incubatorId}`.slice(0, 64)
}

/** What a probe was found to show too much, in the order of time. */
export function checksOf({ events }: Pick<ProbeRecord, 'events'>): Checked[] {
  return standingEvents(events)
    .filter((event): event is Checked => event.kind === 'checked')
    .sort((a, b) => a.at.localeCompare(b.at))
}

/** How to take off what a probe shows too much: by the last check before a moment; before the first, by that one. */
export function corrector(
  probe: Pick<ProbeRecord, 'events'>,
): (what: 'celsius' | 'rhPercent', atMs: number, shown: number) => number {
  const checks = checksOf(probe).map((check) => ({ ...check, atMs: Date.parse(check.at) }))
  return (what, atMs, shown) => {
    const known = checks.filter((check) => check[what] !== null)
    const check = known.findLast((one) => one.atMs <= atMs) ?? known[0]
    return shown - (check?.[what] ?? 0)
  }
}
