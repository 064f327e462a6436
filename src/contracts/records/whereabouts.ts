import { z } from 'zod'
import { standingEvents, takenBackSchema, toldFields, type Noting } from './events.ts'
import { idField } from './fields.ts'

/** Where a tray or a probe was put; null takes it out of every incubator. */
export const whereaboutsSchema = z.discriminatedUnion('kind', [
  z.object({ ...toldFields, kind: z.literal('placed'), incubatorId: idField.nullable() }),
  takenBackSchema,
])
export type Whereabouts = z.infer<typeof whereaboutsSchema>
type Placed = Extract<Whereabouts, { kind: 'placed' }>

/** A time that something spent in one incubator. */
export interface Stay {
  incubatorId: string
  /** Epoch milliseconds; -Infinity where nobody noted since when, Infinity while it lasts. */
  fromMs: number
  toMs: number
}

/** Where something was put, among whatever else was noted of it. */
type Noted = ReadonlyArray<Whereabouts | { id: string; at: string | null; kind: 'checked' | 'weighed' }>

function placings(events: Noted): Placed[] {
  return standingEvents(events).filter((event): event is Placed => event.kind === 'placed')
}

/** Where something is now; null where it is in no incubator. */
export function incubatorOf(events: Noted): string | null {
  return placings(events).at(-1)?.incubatorId ?? null
}

/** Where something was at a moment; null where it was in no incubator. @param atMs - epoch milliseconds */
export function incubatorAt(events: Noted, atMs: number): string | null {
  return staysOf(events).find(({ fromMs, toMs }) => atMs >= fromMs && atMs < toMs)?.incubatorId ?? null
}

/** All times spent in incubators, in the order in which they were noted. */
export function staysOf(events: Noted): Stay[] {
  const placed = placings(events)
  return placed.flatMap(({ incubatorId, at }, i) =>
    incubatorId === null
      ? []
      : [
          {
            incubatorId,
            fromMs: at === null ? -Infinity : Date.parse(at),
            toMs: placed[i + 1]?.at ? Date.parse(placed[i + 1]!.at!) : Infinity,
          },
        ],
  )
}

/** The event that puts something there. */
export function placing(incubatorId: string | null, { at, device, newId }: Noting): Whereabouts {
  return { id: newId(), at, device, kind: 'placed', incubatorId }
}
