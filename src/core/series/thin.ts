/** Values over time, times rising, epoch milliseconds. */
export interface Series {
  times: Float64Array
  values: Float64Array
}

export interface ThinOptions {
  fromMs: number
  toMs: number
  /** Columns of pixels to be filled. */
  columns: number
  /** Where readings are further apart than this, the line breaks: NaN stands between. */
  gapMs: number
}

/**
 * So much of a series as can be seen: of each column of pixels the lowest and the highest value, in their order of time,
 * so that no peak is lost, which a mean or each n-th value would. One value to either side lets lines run out of the
 * picture.
 */
export function thin({ times, values }: Series, { fromMs, toMs, columns, gapMs }: ThinOptions): Series {
  const first = Math.max(0, firstAtOrAfter(times, fromMs) - 1)
  const end = Math.min(times.length, firstAtOrAfter(times, toMs) + 1)
  const outTimes: number[] = []
  const outValues: number[] = []
  const put = (i: number): void => {
    const last = outTimes.at(-1)
    if (last !== undefined && times[i]! - last > gapMs && isGap(i)) {
      outTimes.push((times[i]! + last) / 2)
      outValues.push(NaN)
    }
    outTimes.push(times[i]!)
    outValues.push(values[i]!)
  }
  const isGap = (i: number): boolean => i > 0 && times[i]! - times[i - 1]! > gapMs
  const widthMs = (toMs - fromMs) / Math.max(1, columns)
  for (let i = first; i < end;) {
    const column = Math.floor((times[i]! - fromMs) / widthMs)
    let [low, high] = [i, i]
    let k = i + 1
    while (k < end && !isGap(k) && Math.floor((times[k]! - fromMs) / widthMs) === column) {
      if (values[k]! < values[low]!) low = k
      if (values[k]! > values[high]!) high = k
      k++
    }
    put(Math.min(low, high))
    if (low !== high) put(Math.max(low, high))
    i = k
  }
  return { times: Float64Array.from(outTimes), values: Float64Array.from(outValues) }
}

/** Index of the first time that is not before a moment; the length where there is none. */
function firstAtOrAfter(times: Float64Array, atMs: number): number {
  let [low, high] = [0, times.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (times[middle]! < atMs) low = middle + 1
    else high = middle
  }
  return low
}
