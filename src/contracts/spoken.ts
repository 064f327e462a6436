import { eggEventSchema, type EggEvent } from './egg-record.ts'

type Spoken = Extract<EggEvent, { kind: 'spoken' }>

/** All that was ever spoken of an egg, whatever else its record holds. */
export function spokenEventsOf(rawEgg: unknown): Spoken[] {
  const events = (rawEgg as { events?: unknown } | null)?.events
  if (!Array.isArray(events)) return []
  return events.flatMap((event) => {
    if ((event as { kind?: unknown } | null)?.kind !== 'spoken') return []
    const read = eggEventSchema.safeParse(event)
    return read.success && read.data.kind === 'spoken' ? [read.data] : []
  })
}
