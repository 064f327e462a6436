import { MINUTE_MS, HOUR_MS } from '../time/durations.ts'
import type { Band } from './band.ts'
import { HOLDS_MS, type Sample } from './time-in-band.ts'

/** A time outside of the band without a break. */
export interface Excursion {
  side: 'below' | 'above'
  fromMs: number
  /** When it was back, or when the last reading outside stopped to speak. */
  toMs: number
  /** The value furthest out. */
  extreme: number
}

/** Shorter ones are openings and the regulator's own swing. */
const SHORTEST_MS = 30 * MINUTE_MS

/** Times outside of a band that lasted, in the order of time. Where nothing was read, nothing is known to have lasted. */
export function excursions(
  samples: readonly Sample[],
  { low, high }: Band,
  { shortestMs = SHORTEST_MS, holdsMs = HOLDS_MS }: { shortestMs?: number; holdsMs?: number } = {},
): Excursion[] {
  const found: Excursion[] = []
  let open: Excursion | null = null
  for (const [i, { atMs, value }] of samples.entries()) {
    const side = value < low ? 'below' : value > high ? 'above' : null
    const toMs = Math.min(samples[i + 1]?.atMs ?? Infinity, atMs + holdsMs)
    if (open && (side !== open.side || atMs > open.toMs)) open = null
    if (!side) continue
    if (!open) found.push((open = { side, fromMs: atMs, toMs, extreme: value }))
    open.toMs = toMs
    open.extreme = side === 'above' ? Math.max(open.extreme, value) : Math.min(open.extreme, value)
  }
  return found.filter(({ fromMs, toMs }) => toMs - fromMs >= shortestMs)
}

/** What warmth or cold of a kind usually does. */
export const WARMTH_EFFECTS = ['kills-quickly', 'kills', 'harms', 'earlier', 'later', 'harms-cold'] as const
export type WarmthEffect = (typeof WARMTH_EFFECTS)[number]

/** At the eggs, °C. For long harms; kills; kills quickly. */
export const HOT = { harms: 38.9, kills: 39.5, killsQuickly: 40.5 } as const
/** Colder than this for hours, °C, embryos die or grow badly; a power cut of an hour or two they survive. */
const COLD_C = 32
const COLD_HOURS = 6

/** @param above - see warmerThanEggs */
export function warmthEffect({ side, extreme, fromMs, toMs }: Excursion, above = 0): WarmthEffect {
  const celsius = extreme - above
  if (side === 'below')
    return celsius < COLD_C && toMs - fromMs >= COLD_HOURS * HOUR_MS ? 'harms-cold' : 'later'
  if (celsius >= HOT.killsQuickly) return 'kills-quickly'
  if (celsius >= HOT.kills) return 'kills'
  return celsius >= HOT.harms ? 'harms' : 'earlier'
}

/** Hours by which the hatch comes earlier (negative: later) for an excursion at its worst all along: an upper bound. */
export function hoursAhead(
  { extreme, fromMs, toMs }: Excursion,
  target: number,
  ratePerCelsius: number,
): number {
  return (ratePerCelsius * (extreme - target) * (toMs - fromMs)) / HOUR_MS
}
