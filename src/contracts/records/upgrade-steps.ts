import type { RawRecord } from './book.ts'
import { newHatchery } from './hatchery-record.ts'
import { FIRST_INCUBATOR_ID } from './incubator-record.ts'
import { FRESH } from './stamp.ts'
import { isRaw, rawsOf, RENAMINGS, type Raw, type UpgradeStep } from './upgrade-names.ts'

/** In the order of the versions. */
const STEPS: readonly UpgradeStep[] = [
  {
    // One tray a set, candling days as a list, no hatchery.
    to: 2,
    table: 'sets',
    isOlder: (set) => isRaw(set['tray']),
    change: ({ tray, candlingDays, ...set }) => ({
      ...set,
      plan: {
        school: 'own',
        ownDays: candlingDays,
        dayCount: 'elapsed',
        turningStop: 'usual',
        incubationDays: null,
        delayHours: 0,
        turnsADay: null,
      },
      trays: [
        {
          ...(tray as Raw),
          id: firstTrayId(set['id']),
          incubatorId: FIRST_INCUBATOR_ID,
          numbering: 'letter-rows',
        },
      ],
      batches: [],
      temperatures: [],
      done: [{ key: 'set', at: set['setAt'] }],
    }),
  },
  {
    to: 2,
    table: 'eggs',
    isOlder: (egg) => 'row' in egg,
    change: ({ row, column, ...egg }) => ({
      ...egg,
      mark: '',
      role: 'set',
      place: { trayId: firstTrayId(egg['setId']), row, column },
      batchId: null,
      laidOn: null,
      crack: 'none',
      waxed: false,
      weightG: null,
      lengthMm: null,
      breadthMm: null,
    }),
  },
  {
    // A crack had a score and no points.
    to: 2,
    table: 'looks',
    isOlder: ({ reading }) =>
      isRaw(reading) && 'polygon' in reading && isRaw(reading['crack']) && !('points' in reading['crack']),
    change: ({ reading, ...look }) => {
      const { crack } = reading as { crack: Raw }
      return { ...look, reading: { ...(reading as Raw), crack: { ...crack, points: [] } } }
    },
  },
  {
    to: 3,
    table: 'hatchery',
    isOlder: (hatchery) => !('scale' in hatchery),
    change: (hatchery, zone) => ({ ...hatchery, scale: newHatchery(zone).scale }),
  },
  {
    to: 3,
    table: 'eggs',
    isOlder: (egg) => !('outcome' in egg) && !('events' in egg),
    change: (egg) => ({ ...egg, outcome: null }),
  },
  {
    to: 3,
    table: 'looks',
    isOlder: (look) => !('correction' in look),
    change: (look) => ({ ...look, correction: null }),
  },
  {
    to: 3,
    table: 'looks',
    isOlder: ({ reading }) => isRaw(reading) && !('signs' in reading),
    change: ({ reading, ...look }) => ({ ...look, reading: { ...(reading as Raw), signs: null } }),
  },
  {
    // No limits; photographs were kept as they came.
    to: 4,
    table: 'hatchery',
    isOlder: (hatchery) => !('limits' in hatchery),
    change: (hatchery, zone) => ({
      photoLongSidePx: null,
      ...hatchery,
      limits: newHatchery(zone).limits,
    }),
  },
  {
    // Nothing was taken out against the policy's advice.
    to: 4,
    table: 'eggs',
    isOlder: ({ removed }) => isRaw(removed) && !('againstPolicy' in removed),
    change: ({ removed, ...egg }) => ({ ...egg, removed: { ...(removed as Raw), againstPolicy: false } }),
  },
  {
    // No film, and all agreement was by key.
    to: 4,
    table: 'looks',
    isOlder: (look) => !('movement' in look),
    change: ({ own, ...look }) => ({
      ...look,
      movement: null,
      own: isRaw(own) ? { by: 'key', ...own } : own,
    }),
  },
  {
    to: 6,
    table: 'hatchery',
    isOlder: (hatchery) => !('marks' in hatchery),
    change: (hatchery, zone) => ({ ...hatchery, marks: newHatchery(zone).marks }),
  },
  {
    // Reasons were sentences; nobody noted what had measured and graded.
    to: 6,
    table: 'looks',
    isOlder: (look) => !('madeBy' in look),
    change: ({ verdict, ...look }) => ({
      ...look,
      verdict: withSaidReasons(verdict),
      madeBy: { measuring: null, model: null },
      earlierVerdicts: [],
    }),
  },
  {
    // A look held the lines of its reading; they lie beside it now, and are taken out by shapesOfOldLook.
    to: 6,
    table: 'looks',
    isOlder: ({ reading }) => isRaw(reading) && 'polygon' in reading,
    change: ({ reading, ...look }) => ({ ...look, reading: withoutLines(reading as Raw) }),
  },
  {
    // An egg was its state; what had happened to it was not kept.
    to: 6,
    table: 'eggs',
    isOlder: (egg) => !('events' in egg),
    change: ({ id, setId, number, role, batchId, laidOn, ...state }) => ({
      id,
      setId,
      number,
      role,
      batchId,
      laidOn,
      events: eventsOfState(state),
    }),
  },
  ...(['hatchery', 'sets', 'eggs', 'looks', 'sessions'] as const).map((table) => ({
    // Nobody noted who had written a record.
    to: 6,
    table,
    isOlder: (raw: Raw) => !('stamp' in raw),
    change: (raw: Raw) => ({ ...raw, stamp: FRESH }),
  })),
  {
    // Counts of a hatch were running totals.
    to: 10,
    table: 'sets',
    isOlder: ({ counted }) => rawsOf(counted).some((count) => !('what' in count)),
    change: ({ counted, ...set }) => ({ ...set, counted: countsOfTotals(rawsOf(counted)) }),
  },
  ...RENAMINGS,
  {
    // A lift that left an egg in was kept as the candler's grade.
    to: 14,
    table: 'looks',
    isOlder: (look) => !('leftIn' in look),
    change: ({ own, ...look }) => {
      if (!isRaw(own)) return { ...look, own, leftIn: null }
      const { by, ...said } = own
      return by === 'lift'
        ? { ...look, own: null, leftIn: { at: said['at'] } }
        : { ...look, own: said, leftIn: null }
    },
  },
  {
    // An egg left by its grade alone.
    to: 15,
    table: 'eggs',
    isOlder: ({ events }) => rawsOf(events).some(isWithoutWhy),
    change: ({ events, ...egg }) => ({
      ...egg,
      events: rawsOf(events).map((event) => (isWithoutWhy(event) ? { ...event, why: 'graded' } : event)),
    }),
  },
]

function isWithoutWhy(event: Raw): boolean {
  return event['kind'] === 'removed' && !('why' in event)
}

/** What each total had more than the one before. Named by the total, so that two copies of one book agree. */
function countsOfTotals(totals: readonly Raw[]): Raw[] {
  return totals.flatMap((total, i) =>
    (['pipped', 'out'] as const).flatMap((what): Raw[] => {
      const by = Number(total[what]) - Number(totals[i - 1]?.[what] ?? 0)
      const moment = String(total['at']).replace(/\D/g, '')
      const id = `total-${i}-${moment}-${what}-${Number(total[what])}`
      return by === 0 ? [] : [{ id, at: total['at'], what, by }]
    }),
  )
}

/** By the steps to the versions from one (not included) to another. */
export function upgraded(
  [after, upTo]: readonly [number, number],
  { table, value }: RawRecord,
  zone: string,
): unknown {
  return STEPS.filter((step) => step.table === table && step.to > after && step.to <= upTo).reduce<unknown>(
    (now, step) => (isRaw(now) && step.isOlder(now) ? step.change(now, zone) : now),
    value,
  )
}

function withoutLines({ polygon: _, airCell, shadow, ring, crack, ...reading }: Raw): Raw {
  const less = (part: unknown, name: string): unknown =>
    isRaw(part) ? Object.fromEntries(Object.entries(part).filter(([key]) => key !== name)) : part
  return {
    ...reading,
    airCell: less(airCell, 'edge'),
    shadow: less(shadow, 'contours'),
    ring: less(ring, 'points'),
    crack: less(crack, 'points'),
  }
}

function firstTrayId(setId: unknown): string {
  return `${String(setId)}-tray-1`
}

/** What is known of an egg as events, as they would have been noted; when, where that was kept. */
function eventsOfState(state: Raw): Raw[] {
  const { mark, place, crack, waxed, weightG, lengthMm, breadthMm, outcome, removed } = state
  const events: Raw[] = []
  const note = (kind: string, fields: Raw, at: unknown = null): void => {
    events.push({ id: `intake-${events.length + 1}`, at, device: null, kind, ...fields })
  }
  if (mark !== '') note('marked', { mark })
  if (place !== null) note('moved', { place })
  if (crack !== 'none') note('crack-seen', { crack })
  if (waxed !== false) note('waxed', { waxed })
  if (weightG !== null) note('weighed', { weightG })
  if (lengthMm !== null || breadthMm !== null) note('callipered', { lengthMm, breadthMm })
  if (isRaw(outcome)) {
    const { at, found } = outcome
    if (found === 'hatched') note('out', {}, at)
    else note('opened', { found }, at)
  }
  if (isRaw(removed)) {
    const { at, ...how } = removed
    note('removed', how, at)
  }
  return events
}

function withSaidReasons(verdict: unknown): unknown {
  if (!isRaw(verdict) || !Array.isArray(verdict['reasons'])) return verdict
  return {
    ...verdict,
    reasons: verdict['reasons'].map((sentence: unknown) => ({ code: 'said', sentence })),
  }
}
