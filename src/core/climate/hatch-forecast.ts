import { DAY_MS } from '../time/durations.ts'
import {
  DevelopmentClock,
  RATE_PER_CELSIUS,
  type DevelopmentOptions,
} from '../planning/incubation/development.ts'
import { timetableOf, type TurningStop } from '../planning/incubation/timetable.ts'
import type { SpeciesName } from '../species/species.ts'

export interface HatchForecast {
  /** Age of the embryos now, days of development. */
  effectiveAgeDays: number
  /** By how many hours they are ahead of eggs that had the target all along and no late start; negative: behind. */
  aheadHours: number
  /** When the middle of the set is expected out, epoch milliseconds, with its 80 % prediction interval. */
  atMs: number
  fromMs: number
  toMs: number
}
/** The usual range of days is where all but few sets hatch: two standard deviations to either side. */
const RANGE_SDS = 4
/** What a thermometer is in doubt by, °C: checked against a second one, or not. */
const THERMOMETER_SD = { checked: 0.15, unchecked: 0.35 } as const
/** Four of five of a normal distribution. */
const EIGHTY = 1.2816

/**
 * When a set hatches, by the warmth it has had. In doubt are the breed's own days, and the thermometer: each tenth of a
 * degree that it is wrong all along is nearly one in a hundred of the way.
 * @param fromNow - °C at the eggs from now on, where it is to be another than the target
 */
export function hatchForecast(
  input: DevelopmentOptions & {
    species: SpeciesName
    incubationDays?: number
    turningStop?: TurningStop
    thermometerChecked: boolean
    fromNow?: number
  },
  nowMs: number,
): HatchForecast {
  const { species, setAtMs, targetCelsius, fromNow } = input
  const clock = new DevelopmentClock(input)
  const { incubationDays, usualRangeDays } = timetableOf(species, input)
  const age = clock.ageAt(nowMs)
  const pace = fromNow === undefined ? 1 : 1 + RATE_PER_CELSIUS * (fromNow - (targetCelsius ?? 37.5))
  const atMs =
    fromNow === undefined || age >= incubationDays
      ? clock.instantAt(incubationDays)
      : nowMs + ((incubationDays - age) * DAY_MS) / pace
  const [low, high] = usualRangeDays
  const warmthSd =
    RATE_PER_CELSIUS * THERMOMETER_SD[input.thermometerChecked ? 'checked' : 'unchecked'] * incubationDays
  const sdMs = DAY_MS * Math.hypot((high - low) / RANGE_SDS, warmthSd)
  return {
    effectiveAgeDays: age,
    aheadHours: 24 * (age - Math.max(0, nowMs - setAtMs) / DAY_MS),
    atMs,
    fromMs: atMs - EIGHTY * sdMs,
    toMs: atMs + EIGHTY * sdMs,
  }
}
