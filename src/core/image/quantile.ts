/**
 * The value below which a share of the values lies, found by partition (Hoare's quickselect) rather than by sorting.
 * @param values - put into another order
 * @param share - 0…1; 0.5 is the median
 * @returns 0 for no values
 */
export function quantile(values: Float32Array, share: number): number {
  const { length } = values
  if (length === 0) return 0
  const rank = Math.min(length - 1, Math.floor(share * length))
  let low = 0
  let high = length - 1
  while (low < high) {
    const pivot = values[(low + high) >> 1]!
    let i = low
    let j = high
    while (i <= j) {
      while (values[i]! < pivot) i++
      while (values[j]! > pivot) j--
      if (i > j) break
      const swapped = values[i]!
      values[i++] = values[j]!
      values[j--] = swapped
    }
    if (rank <= j) high = j
    else if (rank >= i) low = i
    else break
  }
  return values[rank]!
}

export function medianOf(values: readonly number[]): number {
  return quantile(Float32Array.from(values), 0.5)
}
