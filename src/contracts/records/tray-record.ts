import { z } from 'zod'
import { NUMBERINGS } from '../../core/tray/layout.ts'
import { standingEvents, toldFields, type Noting } from './events.ts'
import { idField, instantField, standInField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'
import { incubatorOf, placing, whereaboutsSchema } from './whereabouts.ts'

const trayFields = {
  id: idField,
  name: z.string().min(1).max(60),
  rows: z.int().min(1).max(40),
  columns: z.int().min(1).max(40),
  numbering: z.enum(NUMBERINGS),
}

/** Weighed as a whole, g, without the tray itself, with these eggs in it. */
const weighedSchema = z.object({
  ...toldFields,
  at: instantField,
  kind: z.literal('weighed'),
  grams: z.number().positive().max(50_000),
  standIn: standInField,
  eggIds: z.array(idField).min(1).max(1600),
})
type TrayWeighed = z.infer<typeof weighedSchema>

/** A tray on the way, as a plan has it. */
export const draftTraySchema = z.object({ ...trayFields, incubatorId: idField })

/** A tray. It can be moved between incubators and can hold eggs of two sets. */
export const trayRecordSchema = z.object({
  ...trayFields,
  stamp: stampSchema,
  /** Where it was put and what it weighed, in the order of noting; only ever added to. */
  events: z.array(z.discriminatedUnion('kind', [...whereaboutsSchema.options, weighedSchema])).max(1000),
})
export type TrayRecord = z.infer<typeof trayRecordSchema>

/** A tray with where it is now. */
export type Tray = TrayRecord & { incubatorId: string | null }

export function trayOf(record: TrayRecord): Tray {
  return { ...record, incubatorId: incubatorOf(record.events) }
}

/** Its weighings as a whole, in the order of time. */
export function trayWeighings({ events }: Pick<TrayRecord, 'events'>): TrayWeighed[] {
  return standingEvents(events)
    .filter((event): event is TrayWeighed => event.kind === 'weighed')
    .sort((a, b) => a.at.localeCompare(b.at))
}

/** The record of a tray as it stands. */
export function trayRecordOf({ id, stamp, name, rows, columns, numbering, events }: Tray): TrayRecord {
  return { id, stamp, name, rows, columns, numbering, events }
}

/** A tray as it comes into the book. @param noting - by whom and when it was put there */
export function newTray(
  known: Pick<Tray, 'id' | 'name' | 'rows' | 'columns' | 'incubatorId'> & Partial<Pick<Tray, 'numbering'>>,
  noting: Partial<Noting> = {},
): Tray {
  const { id, name, rows, columns, numbering = 'letter-rows', incubatorId } = known
  const event = placing(incubatorId, { at: null, device: null, newId: () => 'intake-1', ...noting })
  return trayOf({ id, stamp: FRESH, name, rows, columns, numbering, events: [event] })
}
