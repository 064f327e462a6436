import { HOLDS_MS, type Sample } from './time-in-band.ts'

/** What was read over a span of time that ends at a moment. */
export interface RunningMean {
  atMs: number
  /** The integral over the span, divided by the whole span: time of which nothing is known counts as zero. */
  mean: number
  /** Share of the span of which something is known. */
  known: number
}

/**
 * The mean of a figure over the time before each reading, and before a moment after the last; each reading holds until
 * the next, if that is within {@link HOLDS_MS}.
 * @param figure - of a value as it was read
 * @returns one for each sample, and one for the moment
 */
export function runningMeans(
  samples: readonly Sample[],
  nowMs: number,
  spanMs: number,
  figure: (value: number) => number,
): RunningMean[] {
  const figures = samples.map(({ value }) => figure(value))
  const heldMs = samples.map(({ atMs }, i) => {
    const forMs = (samples[i + 1]?.atMs ?? nowMs) - atMs
    return forMs <= HOLDS_MS ? forMs : 0
  })
  // Integrals up to each sample.
  const sums = [0]
  const knownMs = [0]
  for (let i = 0; i < samples.length; i++) {
    sums.push(sums[i]! + figures[i]! * heldMs[i]!)
    knownMs.push(knownMs[i]! + heldMs[i]!)
  }
  /** Integrals up to a time that never goes back. */
  const upTo = (): ((atMs: number) => [number, number]) => {
    let i = -1
    return (atMs) => {
      while (i + 1 < samples.length && samples[i + 1]!.atMs <= atMs) i++
      if (i < 0) return [0, 0]
      const heldSoFar = Math.min(heldMs[i]!, atMs - samples[i]!.atMs)
      return [sums[i]! + figures[i]! * heldSoFar, knownMs[i]! + heldSoFar]
    }
  }
  const [end, begin] = [upTo(), upTo()]
  return [...samples.map(({ atMs }) => atMs), nowMs].map((atMs) => {
    const [sum, known] = end(atMs)
    const [sumBefore, knownBefore] = begin(atMs - spanMs)
    return { atMs, mean: (sum - sumBefore) / spanMs, known: (known - knownBefore) / spanMs }
  })
}
