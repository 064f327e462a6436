import type { Egg } from '../contracts/egg-record.ts'
import type { EggSet } from '../contracts/set-record.ts'

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

const HOUR_MS = 3_600_000
/** A zip is seen about so long after the pip, hours: it tells the pip where nobody saw that. */
const PIP_TO_ZIP_HOURS = 13

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
  const unnamedOut = timesOf(counted, ({ out }) => out).slice(outMs.length)
  // Of those that pipped the first are out first, and those told one by one are among them.
  const unnamedPips = timesOf(counted, ({ pipped }) => pipped).slice(
    outMs.length + unnamedOut.length + pippedMs.length,
  )
  return {
    outMs: sorted([...outMs, ...unnamedOut]),
    pippedMs: sorted([...pippedMs, ...unnamedPips]),
    waiting: Math.max(0, open.length - pippedMs.length - unnamedOut.length - unnamedPips.length),
    unnamed: unnamedOut.length,
  }
}

/** When each of what was counted came, as far as counting tells: at the count that first had it. A later, lower count holds. */
function timesOf(counted: EggSet['counted'], of: (count: EggSet['counted'][number]) => number): number[] {
  let times: number[] = []
  for (const count of counted) {
    const now = of(count)
    times = times.slice(0, now)
    while (times.length < now) times.push(Date.parse(count.at))
  }
  return times
}

function sorted(times: number[]): number[] {
  return times.sort((a, b) => a - b)
}
