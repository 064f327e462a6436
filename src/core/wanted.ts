/**
 * Refuses a figure that cannot be, in the place where it came in.
 * @param range - both ends belong to it
 * @throws RangeError that says what came and what was wanted; not a number counts as outside
 */
export function wanted(name: string, value: number, [low, high]: readonly [number, number]): void {
  if (value >= low && value <= high) return
  const range = high === Infinity ? `at least ${low}` : `within ${low}…${high}`
  throw new RangeError(`${name} must be ${range}, received ${value}`)
}

/** As {@link wanted}, for figures that must be more than nought. */
export function wantedPositive(name: string, value: number): void {
  if (!(value > 0 && value < Infinity)) throw new RangeError(`${name} must be more than 0, received ${value}`)
}
