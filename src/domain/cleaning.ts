import { incubatorAt } from '../contracts/records/whereabouts.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { DAY_MS } from '../core/time/durations.ts'
import type { IncubatorNow } from './incubator-now.ts'

/** After this nobody is reminded: it was done and not noted, or stands unused. */
const REMINDED_DAYS = 21

/**
 * When the last hatch in an empty incubator was closed, where nobody has noted since that it was washed and disinfected.
 * @returns epoch milliseconds; null where eggs lie in it, or it is clean as far as is known
 */
export function uncleanSince(
  { incubator, sets: inIt, log }: Pick<IncubatorNow, 'incubator' | 'sets' | 'log'>,
  sets: readonly EggSet[],
  nowMs: number,
): number | null {
  if (inIt.length > 0) return null
  const ended = sets.flatMap(({ done, trays }) => {
    const at = done.find(({ key }) => key === 'give-up')?.at
    // Where the trays stood just before; they may have been carried off with the closing.
    return at && trays.some(({ events }) => incubatorAt(events, Date.parse(at) - 1) === incubator.id)
      ? [Date.parse(at)]
      : []
  })
  const lastMs = Math.max(-Infinity, ...ended)
  const cleaned = log.findLast(({ kind }) => kind === 'disinfected')
  if (nowMs - lastMs > REMINDED_DAYS * DAY_MS || lastMs > nowMs) return null
  return cleaned && Date.parse(cleaned.at) >= lastMs ? null : lastMs
}
