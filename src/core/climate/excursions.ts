import { MINUTE_MS, HOUR_MS } from '../time/durations.ts'
import type { Band } from './band.ts'
import { HOLDS_MS, type Sample } from './time-in-band.ts'

/** A time outside of the band without a break. */
export interface Excursion {
  side: 'below' | 'above'
  fromMs: number
  /** When it was back, or the last reading outside where none followed soon. */
  toMs: number
  /** No reading followed soon: how much longer it lasted is not known. */
  isEndUnknown: boolean
  /** The value furthest out. */
  extreme: number
}

/** Shorter ones are openings and the regulator's own swing. */
const SHORTEST_MS = 30 * MINUTE_MS

/** Times outside of a band that lasted, or may have, in the order of time. Between readings far apart nothing is known. */
export function excursions(
  samples: readonly Sample[],
  { low, high }: Band,
  { shortestMs = SHORTEST_MS, holdsMs = HOLDS_MS }: { shortestMs?: number; holdsMs?: number } = {},
): Excursion[] {
  const found: Excursion[] = []
  let open: Excursion | null = null
  for (const [i, { atMs, value }] of samples.entries()) {
    const side = value < low ? 'below' : value > high ? 'above' : null
    const nextMs = samples[i + 1]?.atMs ?? Infinity
    const isEndUnknown = nextMs - atMs > holdsMs
    if (open && (side !== open.side || open.isEndUnknown)) open = null
    if (!side) continue
    if (!open) found.push((open = { side, fromMs: atMs, toMs: atMs, isEndUnknown, extreme: value }))
    open.toMs = isEndUnknown ? atMs : nextMs
    open.isEndUnknown = isEndUnknown
    open.extreme = side === 'above' ? Math.max(open.extreme, value) : Math.min(open.extreme, value)
  }
  return found.filter(({ fromMs, toMs, isEndUnknown }) => isEndUnknown || toMs - fromMs >= shortestMs)
}

/** What warmth or cold of a kind usually does. */
export const WARMTH_EFFECTS = ['kills-quickly', 'kills', 'harms', 'earlier', 'later', 'harms-cold'] as const
export type WarmthEffect = (typeof WARMTH_EFFECTS)[number]

/** At the eggs, °C. For long harms; kills; kills quickly. */
export const HOT = { harms: 38.9, kills: 39.5, killsQuickly: 40.5 } as const
/** Colder than this for hours, °C, embryos die or grow badly; a power cut of an hour or two they survive. */
const COLD_C = 32
const COLD_HOURS = 6

/** @param above - a band’s `aboveEggsC` */
export function warmthEffect(
  { side, extreme, fromMs, toMs }: Omit<Excursion, 'isEndUnknown'>,
  above = 0,
): WarmthEffect {
  const celsius = extreme - above
  if (side === 'below')
    return celsius < COLD_C && toMs - fromMs >= COLD_HOURS * HOUR_MS ? 'harms-cold' : 'later'
  if (celsius >= HOT.killsQuickly) return 'kills-quickly'
  if (celsius >= HOT.kills) return 'kills'
  return celsius >= HOT.harms ? 'harms' : 'earlier'
}

/** Hours by which the hatch comes earlier (negative: later) for an excursion at its worst all along: an upper bound. */
export function hoursAhead(
  { extreme, fromMs, toMs }: Pick<Excursion, 'extreme' | 'fromMs' | 'toMs'>,
  target: number,
  ratePerCelsius: number,
): number {
  return (ratePerCelsius * (extreme - target) * (toMs - fromMs)) / HOUR_MS
}
