import { z } from 'zod'
import { idField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'
import { placing, whereaboutsSchema } from './whereabouts.ts'

/** What tells how warm and moist it is: a sensor, or somebody reading a display. */
export const probeRecordSchema = z.object({
  id: idField,
  stamp: stampSchema,
  name: z.string().min(1).max(60),
  /** `eggs`: at the eggs' own height, corrected; it says how warm they are. `air`: anywhere in the air. */
  height: z.enum(['eggs', 'air']),
  by: z.enum(['hand', 'sensor']),
  events: z.array(whereaboutsSchema).max(1000),
})
export type ProbeRecord = z.infer<typeof probeRecordSchema>

/** The probes that every incubator has: its display read by hand, and the sensor that this program asks. */
export const USUAL_PROBES = {
  eggs: { name: 'Display, read at the eggs', height: 'eggs', by: 'hand' },
  hand: { name: 'Air, read by hand', height: 'air', by: 'hand' },
  sensor: { name: 'Air sensor', height: 'air', by: 'sensor' },
} as const satisfies Record<string, Pick<ProbeRecord, 'name' | 'height' | 'by'>>
export type UsualProbe = keyof typeof USUAL_PROBES

/** Of one incubator, always the same id, so that it is made once whoever notes the first reading. */
export function usualProbe(which: UsualProbe, incubatorId: string): ProbeRecord {
  return {
    id: usualProbeId(which, incubatorId),
    stamp: FRESH,
    ...USUAL_PROBES[which],
    events: [placing(incubatorId, { at: null, device: null, newId: () => 'intake-1' })],
  }
}

/** Ids may be 64 letters long. */
export function usualProbeId(which: UsualProbe, incubatorId: string): string {
  return `${which}-${incubatorId}`.slice(0, 64)
}
