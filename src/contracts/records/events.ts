import { z } from 'zod'
import { idField, instantField } from './fields.ts'

/** What every noted event bears. */
export const toldFields = {
  id: idField,
  /** When it happened; null where nobody noted it. */
  at: instantField.nullable(),
  /** The device that noted it. */
  device: idField.nullable(),
  /** Its place among all that was noted of the record, counted on from what its device had seen; written with it. */
  rev: z.int().min(1).optional(),
}

/** An earlier event does not hold: it was a mistake, or was undone. Nothing is edited away. */
export const takenBackSchema = z.object({
  ...toldFields,
  kind: z.literal('taken-back'),
  eventId: idField,
})
export type TakenBack = z.infer<typeof takenBackSchema>

type Told = { id: string; kind: string } | TakenBack

/** Events that hold: neither taken back, nor the taking back itself. */
export function standingEvents<E extends Told>(
  events: readonly E[],
): Array<Exclude<E, { kind: 'taken-back' }>> {
  const takenBack = new Set<string>()
  // Taking back may be taken back, so that the latest word counts.
  for (const event of [...events].reverse())
    if (isTakenBack(event) && !takenBack.has(event.id)) takenBack.add(event.eventId)
  return events.filter(
    (event): event is Exclude<E, { kind: 'taken-back' }> => !isTakenBack(event) && !takenBack.has(event.id),
  )
}

function isTakenBack(event: Told): event is TakenBack {
  return event.kind === 'taken-back'
}

/** Where and by whom it is noted that something stands otherwise. */
export interface Noting {
  at: string | null
  device: string | null
  newId: () => string
}

/** What takes these events back. */
export function takingEventsBack(eventIds: readonly string[], { at, device, newId }: Noting): TakenBack[] {
  return eventIds.map((eventId) => ({ id: newId(), at, device, kind: 'taken-back', eventId }))
}
