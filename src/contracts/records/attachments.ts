import { eggEventSchema } from './egg-record.ts'

/** A sound or a photograph that was noted of an egg; it lies beside the records under its own id. */
export interface Attachment {
  id: string
  /** Media type. */
  type: string
}

/** All that was ever spoken or photographed as a note of an egg, whatever else its record holds. */
export function attachmentsOf(rawEgg: unknown): Attachment[] {
  const events = (rawEgg as { events?: unknown } | null)?.events
  if (!Array.isArray(events)) return []
  return events.flatMap((raw): Attachment[] => {
    const kind = (raw as { kind?: unknown } | null)?.kind
    if (kind !== 'spoken' && kind !== 'pictured') return []
    const { data: event } = eggEventSchema.safeParse(raw)
    if (event?.kind === 'spoken') return [{ id: event.voiceId, type: event.type }]
    return event?.kind === 'pictured' ? [{ id: event.pictureId, type: event.type }] : []
  })
}
