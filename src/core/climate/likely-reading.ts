import { fromShown, type UnitSystem } from '../units.ts'

/** What a keeper read and typed, in the units of the book; null where nothing was. */
export interface TypedReading {
  temperature: number | null
  rhPercent: number | null
}

/** A reading as it is kept. */
export interface KeptReading {
  celsius: number | null
  rhPercent: number | null
}

/**
 * `impossible`: no such thing is read at an incubator, and it is not kept. `other-unit`: what was meant is likely the
 * same figure in the other unit. `unlikely`: asked about, and kept on a yes.
 */
export type ReadingDoubt =
  | { kind: 'impossible'; what: 'temperature' | 'rhPercent' }
  | { kind: 'other-unit'; meant: KeptReading; asTyped: KeptReading | null }
  | { kind: 'unlikely'; what: 'temperature' | 'rhPercent'; asTyped: KeptReading }

/** What is kept at all, °C and percent: these are the bounds of a record. */
const POSSIBLE = { celsius: [0, 60], rhPercent: [0, 100] } as const
/** Between a cooled room and what kills at once, °C; air that no incubator dries or moistens beyond, percent. */
const LIKELY = { celsius: [30, 42], rhPercent: [15, 95] } as const

function within([low, high]: readonly [number, number], value: number): boolean {
  return value >= low && value <= high
}

/**
 * What is odd about a reading before it is kept; null where nothing is.
 * @param correctionC - of the display, added to what it shows, °C
 */
export function readingDoubt(
  { temperature, rhPercent }: TypedReading,
  units: UnitSystem,
  correctionC = 0,
): { kept: KeptReading | null; doubt: ReadingDoubt | null } {
  const celsiusIn = (system: UnitSystem): number | null =>
    temperature === null
      ? null
      : Number((fromShown(system, 'temperature', temperature) + correctionC).toFixed(2))
  const celsius = celsiusIn(units)
  const other = celsiusIn(units === 'metric' ? 'imperial' : 'metric')
  const isPossible = celsius === null || (celsius > POSSIBLE.celsius[0] && celsius < POSSIBLE.celsius[1])
  if (rhPercent !== null && !(rhPercent > POSSIBLE.rhPercent[0] && rhPercent <= POSSIBLE.rhPercent[1]))
    return { kept: null, doubt: { kind: 'impossible', what: 'rhPercent' } }
  const kept = { celsius, rhPercent }
  if (celsius !== null && !within(LIKELY.celsius, celsius) && other !== null && within(LIKELY.celsius, other))
    return {
      kept: null,
      doubt: { kind: 'other-unit', meant: { celsius: other, rhPercent }, asTyped: isPossible ? kept : null },
    }
  if (!isPossible) return { kept: null, doubt: { kind: 'impossible', what: 'temperature' } }
  if (celsius !== null && !within(LIKELY.celsius, celsius))
    return { kept: null, doubt: { kind: 'unlikely', what: 'temperature', asTyped: kept } }
  if (rhPercent !== null && !within(LIKELY.rhPercent, rhPercent))
    return { kept: null, doubt: { kind: 'unlikely', what: 'rhPercent', asTyped: kept } }
  return { kept, doubt: null }
}
