import { clamp } from '../clamp.ts'
import { wanted } from '../wanted.ts'

/** How long each look stands still, ms. */
const STILL_MS = 900
/** How long a day between two looks takes, ms; the whole change at least and at most so long. */
const DAY_MS = 260
const CHANGE_MS = { least: 700, most: 1900 } as const

/** What a film shows at one moment. */
export interface FilmMoment {
  /** Index of the look that is left, and of that which comes; the same while one stands still. */
  from: number
  to: number
  /** 0 all `from` … 1 all `to`. */
  blend: number
  ageDays: number
  /** Nobody photographed the egg at this age: two looks are blended. */
  isBlended: boolean
}

/** When a film shows which look. */
export interface FilmTimeline {
  durationMs: number
  /** When each look has come to stand still, and for how long it does. */
  lookMs: number[]
  stillMs: number
  ages: readonly number[]
}

/**
 * @param ages - of the looks, days, youngest first
 * @throws RangeError without any look, or out of order
 */
export function timelineOf(ages: readonly number[]): FilmTimeline {
  wanted('looks', ages.length, [1, Infinity])
  const lookMs = [0]
  for (let i = 1; i < ages.length; i++) {
    wanted(`ages[${i}]`, ages[i]!, [ages[i - 1]!, Infinity])
    const change = clamp(DAY_MS * (ages[i]! - ages[i - 1]!), CHANGE_MS.least, CHANGE_MS.most)
    lookMs.push(lookMs[i - 1]! + STILL_MS + change)
  }
  return { durationMs: lookMs.at(-1)! + STILL_MS, lookMs, stillMs: STILL_MS, ages }
}

/** @param ms - since the film's beginning; before it counts as its first moment, after its end as its last */
export function momentAt({ lookMs, stillMs, ages }: FilmTimeline, ms: number): FilmMoment {
  let from = 0
  while (from + 1 < ages.length && ms >= lookMs[from + 1]!) from++
  const to = from + 1
  const past = ms - lookMs[from]! - stillMs
  if (to >= ages.length || past <= 0)
    return { from, to: from, blend: 0, ageDays: ages[from]!, isBlended: false }
  const blend = past / (lookMs[to]! - lookMs[from]! - stillMs)
  return { from, to, blend, ageDays: ages[from]! + blend * (ages[to]! - ages[from]!), isBlended: true }
}

/** The same of a film that runs beside another one: what it shows at an age. */
export function momentAtAge(ages: readonly number[], ageDays: number): FilmMoment {
  wanted('looks', ages.length, [1, Infinity])
  let from = 0
  while (from + 1 < ages.length && ageDays >= ages[from + 1]!) from++
  const span = (ages[from + 1] ?? ages[from]!) - ages[from]!
  const blend = span > 0 ? clamp((ageDays - ages[from]!) / span, 0, 1) : 0
  const to = blend > 0 ? from + 1 : from
  return { from, to, blend, ageDays: clamp(ageDays, ages[0]!, ages.at(-1)!), isBlended: blend > 0 }
}
