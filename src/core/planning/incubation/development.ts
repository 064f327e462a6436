import { HOUR_MS, DAY_MS } from '../../time/durations.ts'
/** A temperature at the eggs' own height, display correction already applied. */
export interface TemperatureReading {
  atMs: number
  celsius: number
}

export interface DevelopmentOptions {
  setAtMs: number
  /** Hours by which growth starts late: long storage, eggs set cool. @default 0 */
  delayHours?: number
  /** In any order; where there is none, the target is assumed. @default none */
  readings?: readonly TemperatureReading[]
  /** °C at which development keeps the table's pace. @default 37.5, forced air */
  targetCelsius?: number
}

/** Target at the eggs by the way the air moves, °C. */
export const TARGET_CELSIUS = { forced: 37.5, still: 38.1 } as const
/** Development runs about this much faster per °C above the target. */
export const RATE_PER_CELSIUS = 0.09
/** Above this the straight line is no longer known to hold; it is cut off there. Below the other it falls to nothing. */
const DEVIATION_LIMITS = { low: -5, high: 2 } as const
/**
 * Physiological zero, °C: no development below it. Published values lie between 20 and 27 °C, mostly at 25 to 27.
 * @see Edwards, C. L. (1902). The physiological zero and the index of development for the egg of the domestic fowl. Am. J. Physiol. 6, 351–397.
 */
const STANDSTILL_CELSIUS = 26
/** A reading speaks for the time after it, at most this long: noted once a day, for the day. */
const READING_HOLDS_MS = 26 * HOUR_MS
/** Storage up to here costs no time; each day beyond costs about an hour. */
const FREE_STORAGE_DAYS = 7

interface Stretch {
  fromMs: number
  toMs: number
  /** Days of development per day. */
  rate: number
}

/** Eggs so old that they would start later than this do not start at all: a longer delay means nothing. */
export const MOST_DELAY_HOURS = 240

/** Hours that storage delays the hatch. @param storageDays - from laying to setting */
export function storageDelayHours(storageDays: number): number {
  return Math.min(MOST_DELAY_HOURS, Math.max(0, storageDays - FREE_STORAGE_DAYS))
}

/**
 * Between the clock on the wall and the age that the embryos have: late starts push everything back, warmth
 * pulls it forward. Ages are days of development; 0 at setting.
 */
export class DevelopmentClock {
  private readonly stretches: readonly Stretch[]
  private readonly delayDays: number
  private readonly setAtMs: number

  constructor({
    setAtMs,
    delayHours = 0,
    readings = [],
    targetCelsius = TARGET_CELSIUS.forced,
  }: DevelopmentOptions) {
    this.setAtMs = setAtMs
    this.delayDays = delayHours / 24
    this.stretches = readings.length === 0 ? [] : toStretches(setAtMs, readings, targetCelsius)
  }

  /** Effective age in days at an instant; 0 before setting and while growth has not begun. */
  ageAt(atMs: number): number {
    let age = (atMs - this.setAtMs) / DAY_MS
    for (const { fromMs, toMs, rate } of this.stretches) {
      if (atMs > fromMs) age += ((rate - 1) * (Math.min(atMs, toMs) - fromMs)) / DAY_MS
    }
    return Math.max(0, age - this.delayDays)
  }

  /** When the embryos reach an age, epoch milliseconds. Age 0 is the setting itself. */
  instantAt(ageDays: number): number {
    if (ageDays <= 0) return this.setAtMs + ageDays * DAY_MS
    let left = (ageDays + this.delayDays) * DAY_MS
    let at = this.setAtMs
    for (const { fromMs, toMs, rate } of this.stretches) {
      const before = fromMs - at
      if (left <= before) return at + left
      left -= before
      const grown = (toMs - fromMs) * rate
      if (left <= grown) return fromMs + left / rate
      left -= grown
      at = toMs
    }
    return at + left
  }
}

function toStretches(
  setAtMs: number,
  readings: readonly TemperatureReading[],
  targetCelsius: number,
): Stretch[] {
  const sorted = [...readings].sort((a, b) => a.atMs - b.atMs)
  return sorted.flatMap(({ atMs, celsius }, i) => {
    const next = sorted[i + 1]?.atMs ?? Infinity
    const fromMs = Math.max(setAtMs, atMs)
    const rate = growthRate(celsius, targetCelsius)
    const toMs = Math.min(next, atMs + READING_HOLDS_MS)
    return toMs <= fromMs ? [] : [{ fromMs, toMs, rate }]
  })
}

/** Days of development a day: about straight near the target, nothing at standstill. */
function growthRate(celsius: number, targetCelsius: number): number {
  const deviation = Math.min(DEVIATION_LIMITS.high, celsius - targetCelsius)
  if (deviation >= DEVIATION_LIMITS.low) return 1 + RATE_PER_CELSIUS * deviation
  const lowest = 1 + RATE_PER_CELSIUS * DEVIATION_LIMITS.low
  const above = (celsius - STANDSTILL_CELSIUS) / (targetCelsius + DEVIATION_LIMITS.low - STANDSTILL_CELSIUS)
  return lowest * Math.max(0, above)
}
