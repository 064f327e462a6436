import { HOUR_MS } from '../core/time/durations.ts'
import type { TakingOutMethod } from '../core/hatching/hatch-methods.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet, HatchCount } from '../contracts/records/set-record.ts'

/** How far a hatch is, told egg by egg or counted through the window. All times epoch milliseconds, in order. */
export interface HatchOfSet {
  outMs: number[]
  /** Pips of those that are not out. */
  pippedMs: number[]
  /** Eggs that are in and have not even pipped. */
  waiting: number
  /** Chicks that were counted and whose eggs nobody has named. */
  unnamed: number
}
/** A zip is seen about so long after the pip, hours: it tells the pip where nobody saw that. */
const PIP_TO_ZIP_HOURS = 13

/** When a set's chicks are taken out: by its own habit, else the place's. */
export function takingOutOf(
  { plan }: Pick<EggSet, 'plan'>,
  hatchery: Pick<Hatchery, 'takingOut'>,
): TakingOutMethod {
  return plan.takingOut ?? hatchery.takingOut
}

/** @param eggs - of this set, those removed among them */
export function hatchOfSet({ counted }: Pick<EggSet, 'counted'>, eggs: readonly Egg[]): HatchOfSet {
  const inside = eggs.filter(({ removed }) => !removed)
  const outMs = sorted(
    inside.flatMap(({ outcome }) => (outcome?.found === 'hatched' ? Date.parse(outcome.at) : [])),
  )
  const open = inside.filter(({ outcome }) => !outcome)
  const pippedMs = open.flatMap(({ pipped, zipped }) => {
    const byZip = zipped ? Date.parse(zipped.at) - PIP_TO_ZIP_HOURS * HOUR_MS : null
    if (byZip !== null) return pipped ? Math.max(Date.parse(pipped.at), byZip) : byZip
    return pipped ? Date.parse(pipped.at) : []
  })
  const totals = countTotals(counted)
  const unnamedOut = timesOf(totals, ({ out }) => out).slice(outMs.length)
  // Of those that pipped the first are out first, and those told one by one are among them.
  const unnamedPips = timesOf(totals, ({ pipped }) => pipped).slice(
    outMs.length + unnamedOut.length + pippedMs.length,
  )
  return {
    outMs: sorted([...outMs, ...unnamedOut]),
    pippedMs: sorted([...pippedMs, ...unnamedPips]),
    waiting: Math.max(0, open.length - pippedMs.length - unnamedOut.length - unnamedPips.length),
    unnamed: unnamedOut.length,
  }
}

/** How many have pipped and how many are out. */
export interface Counts {
  pipped: number
  out: number
}

/** The counts after each that was noted. A chick that is out has pipped, whether anybody saw it or not. */
function countTotals(counted: readonly HatchCount[]): Array<Counts & { at: string }> {
  let [pipped, out] = [0, 0]
  return counted.map(({ at, what, by }) => {
    if (what === 'out') out += by
    else pipped += by
    const now = { pipped: Math.max(0, pipped), out: Math.max(0, out) }
    return { at, pipped: Math.max(now.pipped, now.out), out: now.out }
  })
}

/** @param told - egg by egg, which counts as well */
export function countsSoFar(counted: readonly HatchCount[], told: Counts): Counts {
  const { pipped, out } = countTotals(counted).at(-1) ?? { pipped: 0, out: 0 }
  return { pipped: Math.max(pipped, told.pipped), out: Math.max(out, told.out) }
}

export interface Counting {
  what: keyof Counts
  more: 1 | -1
  /** Egg by egg: taken back there, not here. */
  told: Counts
  /** Eggs in the incubator. */
  most: number
  at: string
  newId: () => string
}

/**
 * The counts with one more or one less; the same list where that cannot be.
 * What was told egg by egg beyond the counts is counted first, under a name that two tablets would both give it, so
 * that it counts once however they come together.
 */
export function countedOn(
  counted: readonly HatchCount[],
  { what, more, told, most, at, newId }: Counting,
): readonly HatchCount[] {
  const now = countsSoFar(counted, told)
  const next = { ...now, [what]: now[what] + more }
  if (what === 'out') next.pipped = Math.max(next.pipped, next.out)
  else next.out = Math.min(next.out, next.pipped)
  if (next.out < told.out || next.pipped < told.pipped || next.pipped > most) return counted
  const sums = { pipped: sumOf(counted, 'pipped'), out: sumOf(counted, 'out') }
  const changes = (['pipped', 'out'] as const).flatMap((field): HatchCount[] => {
    const [caughtUp, by] = [now[field] - sums[field], next[field] - now[field]]
    return [
      ...(caughtUp === 0
        ? []
        : [
            {
              id: `told-${field}-${now[field]}-${sums[field]}-${counted.length}`,
              at,
              what: field,
              by: caughtUp,
            },
          ]),
      ...(by === 0 ? [] : [{ id: newId(), at, what: field, by }]),
    ]
  })
  return [...counted, ...changes]
}

/**
 * The counts as they were before a step, by counting back what came since: what only vanished would come again from
 * another tablet that has it.
 */
export function countsTakenBack(
  now: readonly HatchCount[],
  before: readonly HatchCount[],
  { at, newId }: { at: string; newId: () => string },
): HatchCount[] {
  return [
    ...now,
    ...(['pipped', 'out'] as const).flatMap((what) => {
      const by = sumOf(before, what) - sumOf(now, what)
      return by === 0 ? [] : [{ id: newId(), at, what, by }]
    }),
  ]
}

function sumOf(counted: readonly HatchCount[], field: keyof Counts): number {
  return counted.reduce((sum, { what, by }) => sum + (what === field ? by : 0), 0)
}

/** Times of the counted pips or chicks: each at the count that first included it. A later, lower count wins. */
function timesOf(totals: ReadonlyArray<Counts & { at: string }>, of: (count: Counts) => number): number[] {
  let times: number[] = []
  for (const count of totals) {
    const now = of(count)
    times = times.slice(0, now)
    while (times.length < now) times.push(Date.parse(count.at))
  }
  return times
}

function sorted(times: number[]): number[] {
  return times.sort((a, b) => a - b)
}
