/** Mean without the highest and lowest sixteenth. @param values - sorted in place */
export function trimmedMean(values: Float32Array): number {
  return sortedMean(values, 0.0625, 0.9375)
}

/**
 * Mean of the middle half, shifted down by an eighth: the membrane's edge is there all the way across,
 * while vessels and speckles that happen to lie in line leave gaps.
 * @param values - sorted in place
 */
export function lowerMidMean(values: Float32Array): number {
  return sortedMean(values, 0.125, 0.625)
}

/** Insertion sort: faster than the built-in for a few dozen numbers. */
function sortSmall(values: Float32Array): void {
  for (let i = 1; i < values.length; i++) {
    const value = values[i]!
    let j = i - 1
    while (j >= 0 && values[j]! > value) {
      values[j + 1] = values[j]!
      j--
    }
    values[j + 1] = value
  }
}

function sortedMean(values: Float32Array, fromShare: number, toShare: number): number {
  sortSmall(values)
  const from = Math.floor(values.length * fromShare)
  const to = Math.floor(values.length * toShare)
  let sum = 0
  for (let i = from; i < to; i++) sum += values[i]!
  return sum / (to - from)
}
