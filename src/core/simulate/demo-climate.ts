import { MINUTE_MS, HOUR_MS, DAY_MS } from '../time/durations.ts'
import { createRandom } from '../random/random.ts'
import { incubatorAir, type LidTimes } from './incubator-air.ts'

/** The simulated sensors of the made-up hatchery. What they say of the past is what the demo's book holds of it. */
export const DEMO_SENSORS = ['Cabinet air', 'Hatcher air', 'Loft eggs', 'Loft air'] as const
export type DemoSensor = (typeof DEMO_SENSORS)[number]

interface Usual {
  celsius: number
  rhPercent: number
  celsiusSd: number
  rhSd: number
}

/** Cheap sensors; the hatcher stands still and in lockdown. */
const USUAL: Readonly<Record<DemoSensor, Usual>> = {
  'Cabinet air': { celsius: 37.5, rhPercent: 50, celsiusSd: 0.05, rhSd: 0.4 },
  'Hatcher air': { celsius: 38.1, rhPercent: 69, celsiusSd: 0.05, rhSd: 0.5 },
  'Loft eggs': { celsius: 37.5, rhPercent: 40, celsiusSd: 0.04, rhSd: 0.5 },
  'Loft air': { celsius: 37.7, rhPercent: 39, celsiusSd: 0.05, rhSd: 0.4 },
}
/** The story of the loft: nobody filled the second channel, and one night the heating of the house was left on. */
const WARM_NIGHT = { daysAgo: 5.4, hours: 7, more: 1.3 } as const

/**
 * What a sensor of the made-up hatchery says at a moment.
 * @param openedMs - when the demo was opened: its story hangs on it
 * @param lid - of the cabinet
 */
export function demoAir(
  sensor: DemoSensor,
  atMs: number,
  { openedMs, lid = [] }: { openedMs: number; lid?: readonly LidTimes[] },
): { celsius: number; rhPercent: number } {
  const { celsius, rhPercent, celsiusSd, rhSd } = USUAL[sensor]
  const random = createRandom(`demo-air/${sensor}/${Math.round(atMs / 1000)}`)
  // Regulators swing, and houses are drier by day.
  const swing = 0.12 * Math.sin((2 * Math.PI * atMs) / (11 * MINUTE_MS))
  const day = Math.sin((2 * Math.PI * atMs) / DAY_MS)
  const opened = incubatorAir(lid, atMs)
  const rest = incubatorAir([], atMs)
  const isLoft = sensor.startsWith('Loft')
  return {
    celsius:
      celsius +
      swing +
      random.normal(0, celsiusSd) +
      opened.celsius -
      rest.celsius +
      (isLoft ? warmth(atMs, openedMs) : 0),
    rhPercent: rhPercent + 1.5 * day + random.normal(0, rhSd) + opened.rhPercent - rest.rhPercent,
  }
}

/** Degrees more in the warm night, rising and falling over an hour. */
function warmth(atMs: number, openedMs: number): number {
  const from = openedMs - WARM_NIGHT.daysAgo * DAY_MS
  const into = (atMs - from) / HOUR_MS
  const left = WARM_NIGHT.hours - into
  return WARM_NIGHT.more * Math.max(0, Math.min(1, into, left))
}
