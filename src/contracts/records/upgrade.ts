import { z } from 'zod'
import type { RawRecord } from './book.ts'
import { instantField } from './fields.ts'
import { FIRST_INCUBATOR_ID } from './incubator-record.ts'
import { usualProbe } from './probe-record.ts'
import {
  byProbeAndDay,
  readingsRecordSchema,
  withReadings,
  type ProbeReading,
  type ReadingsRecord,
} from './readings-record.ts'
import { shapesRecordSchema, type ShapesRecord } from './shapes-record.ts'
import { FRESH } from './stamp.ts'
import { isRaw, rawsOf, type Raw } from './upgrade-names.ts'
import { upgraded } from './upgrade-steps.ts'

/** The lines that a look of before version 6 held itself; null where there are none. Not yet checked. */
function shapesOfOldLook(look: unknown): unknown {
  const whole = upgraded([0, 5], { table: 'looks', value: look }, 'UTC')
  const reading = isRaw(whole) ? whole['reading'] : null
  if (!isRaw(whole) || !isRaw(reading) || !('polygon' in reading)) return null
  const { polygon, airCell, shadow, ring, crack } = reading as Record<string, Raw | undefined>
  return {
    id: whole['id'],
    polygon,
    cellEdge: airCell?.['edge'] ?? [],
    shadow: shadow?.['contours'],
    ring: ring?.['points'],
    crack: crack?.['points'],
  }
}

/** What an old record becomes: itself in today's shape, and records and readings that were part of it. */
interface Divided {
  value: unknown
  more: RawRecord[]
  readings: ProbeReading[]
}

/** Records of any version in today's shape, as far as they can be brought there; not yet checked. */
export interface BroughtUp<R extends RawRecord> {
  /** Those that were given, in their order. */
  records: R[]
  /** Those that were part of them. */
  more: RawRecord[]
  readings: ReadingsRecord[]
  shapes: ShapesRecord[]
}

/**
 * Brings the records of a book up to date. In version 7 incubators, trays and readings became records of their own.
 * @param zone - of this device, for what a hatchery never said
 */
export function broughtUp<R extends RawRecord>(raw: readonly R[], zone: string): BroughtUp<R> {
  const shapes = raw.flatMap(({ table, value }) =>
    table === 'looks' ? (shapesRecordSchema.safeParse(shapesOfOldLook(value)).data ?? []) : [],
  )
  const upToSix = raw.map((record) => ({ ...record, value: upgraded([0, DIVIDED], record, zone) }))
  const incubatorOfSet = new Map(
    upToSix.flatMap(({ table, value }) => {
      const trays = table === 'sets' && isRaw(value) ? value['trays'] : null
      const first: unknown = Array.isArray(trays) ? trays[0] : null
      return isRaw(value) && isRaw(first) ? [[value['id'], String(first['incubatorId'])] as const] : []
    }),
  )
  const divided = upToSix.map((record) => ({
    record,
    ...dividedUp(record, (setId) => incubatorOfSet.get(setId) ?? FIRST_INCUBATOR_ID),
  }))
  const known = new Set<unknown>()
  return {
    records: divided.map(({ record, value }) => ({
      ...record,
      value: upgraded([DIVIDED, Infinity], { ...record, value }, zone),
    })),
    more: divided
      .flatMap(({ more }) => more)
      .filter(({ table, value }) => {
        const key = `${table}/${String((value as Raw)['id'])}`
        return known.has(key) ? false : known.add(key)
      }),
    readings: byProbeAndDay(divided.flatMap(({ readings }) => readings)).flatMap(
      (readings) => readingsRecordSchema.safeParse(withReadings(null, readings)).data ?? [],
    ),
    shapes,
  }
}

function dividedUp({ table, value }: RawRecord, incubatorOfSet: (setId: unknown) => string): Divided {
  const asItIs: Divided = { value, more: [], readings: [] }
  if (!isRaw(value)) return asItIs
  if (table === 'hatchery' && Array.isArray(value['incubators'])) {
    const { incubators, ...hatchery } = value
    return {
      value: hatchery,
      more: rawsOf(incubators).map((incubator) => ({
        table: 'incubators',
        value: { ...incubator, stamp: FRESH, kind: 'incubator' },
      })),
      readings: [],
    }
  }
  if (table === 'sets' && Array.isArray(value['trays'])) {
    const { trays, temperatures, ...set } = value
    const probe = usualProbe('eggs', incubatorOfSet(set['id']))
    const readings = oldReadings(rawsOf(temperatures), () => probe.id)
    return {
      value: { ...set, trayIds: rawsOf(trays).map(({ id }) => id) },
      more: [
        ...rawsOf(trays).map(({ incubatorId, ...tray }): RawRecord => ({
          table: 'trays',
          value: {
            ...tray,
            stamp: FRESH,
            events: [{ id: 'intake-1', at: null, device: null, kind: 'placed', incubatorId }],
          },
        })),
        ...(readings.length > 0 ? [{ table: 'probes' as const, value: probe }] : []),
      ],
      readings,
    }
  }
  if (table === 'sessions' && Array.isArray(value['air'])) {
    const { air, events, aside, endedAt, ...session } = value
    const probes = {
      hand: usualProbe('hand', incubatorOfSet(session['setId'])),
      sensor: usualProbe('sensor', incubatorOfSet(session['setId'])),
    }
    const readings = oldReadings(
      rawsOf(air),
      (reading) => (reading['by'] === 'hand' ? probes.hand : probes.sensor).id,
    )
    const used = new Set(readings.map(({ probeId }) => probeId))
    const left = Array.isArray(aside) ? aside : []
    const happened: Raw[] = [
      ...rawsOf(events),
      ...left.map((eggId: unknown) => ({ kind: 'left', eggId, at: session['startedAt'] })),
      ...(typeof endedAt === 'string' ? [{ kind: 'ended', at: endedAt }] : []),
    ]
    return {
      value: {
        ...session,
        events: happened.map((event, i) => ({ ...event, id: `intake-${i + 1}`, device: null })),
      },
      more: Object.values(probes)
        .filter(({ id }) => used.has(id))
        .map((probe) => ({ table: 'probes', value: probe })),
      readings,
    }
  }
  return asItIs
}

/** A reading of before version 7. */
const oldReading = z.object({
  at: instantField,
  celsius: z.number().min(0).max(60),
  rhPercent: z.number().min(0).max(100).nullable().default(null),
})

/** Those that can be read; two of one moment are set a millisecond apart, so that both stay. */
function oldReadings(list: readonly Raw[], probeIdOf: (raw: Raw) => string): ProbeReading[] {
  const taken = new Set<string>()
  return list.flatMap((raw) => {
    const reading = oldReading.safeParse(raw)
    if (!reading.success) return []
    const { at, ...figures } = reading.data
    const probeId = probeIdOf(raw)
    let atMs = Date.parse(at)
    while (taken.has(`${probeId}/${atMs}`)) atMs++
    taken.add(`${probeId}/${atMs}`)
    return [{ probeId, atMs, ...figures }]
  })
}

/** After the steps to this version what one record held becomes several; those after it come then. */
const DIVIDED = 6
