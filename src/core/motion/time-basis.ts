/** Orthonormal columns over time, each as long as the clip has frames. */
export type TimeBasis = Float64Array[]

/** A column of which less than this is left beside the others says nothing of its own. */
const LEAST_OWN = 1e-3

/** Adds columns to a basis, each less what the columns before it hold (Gram–Schmidt). @param basis - added to */
export function extend(basis: TimeBasis, columns: readonly Float64Array[]): number {
  let added = 0
  for (const column of columns) {
    const rest = Float64Array.from(column)
    const before = Math.sqrt(dot(rest, rest))
    // Twice, because rounding leaves something of them the first time.
    for (let pass = 0; pass < 2; pass++) for (const known of basis) take(rest, known, dot(rest, known))
    const left = Math.sqrt(dot(rest, rest))
    if (!(left > LEAST_OWN * before)) continue
    basis.push(rest.map((value) => value / left))
    added++
  }
  return added
}

/** A series less what the basis holds of it. */
export function without(series: Float64Array, basis: TimeBasis): Float64Array {
  const rest = Float64Array.from(series)
  for (const known of basis) take(rest, known, dot(rest, known))
  return rest
}

export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

function take(series: Float64Array, column: Float64Array, share: number): void {
  for (let i = 0; i < series.length; i++) series[i] = series[i]! - share * column[i]!
}

/** What settles while the clip runs, the light and the contents, changes slowly and one way. */
export function settling(atMs: readonly number[]): TimeBasis {
  const span = Math.max(1e-9, atMs.at(-1)! - atMs[0]!)
  const time = Float64Array.from(atMs, (at) => (2 * (at - atMs[0]!)) / span - 1)
  const basis: TimeBasis = []
  extend(basis, [time.map(() => 1), time, time.map((t) => t * t)])
  return basis
}

/** Cosines over the clip up to a frequency, Hz, lowest first. */
export function slowWaves(atMs: readonly number[], highestHz: number): Float64Array[] {
  const seconds = (atMs.at(-1)! - atMs[0]!) / 1000
  return Array.from({ length: Math.floor(2 * seconds * highestHz) }, (_, k) =>
    Float64Array.from(atMs, (at) => Math.cos((Math.PI * (k + 1) * (at - atMs[0]!)) / 1000 / seconds)),
  )
}
