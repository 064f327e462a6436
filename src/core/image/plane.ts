/** One channel, row-major, pixel centres at .5. */
export interface Plane {
  widthPx: number
  heightPx: number
  values: Float32Array
}

export function createPlane(widthPx: number, heightPx: number): Plane {
  return { widthPx, heightPx, values: new Float32Array(widthPx * heightPx) }
}

/** Bilinear value at (x, y) in pixels, centres at .5; clamped at the border. */
export function sampleBilinear(plane: Plane, x: number, y: number): number {
  const { widthPx, heightPx, values } = plane
  const px = Math.min(Math.max(x - 0.5, 0), widthPx - 1)
  const py = Math.min(Math.max(y - 0.5, 0), heightPx - 1)
  const x0 = Math.min(Math.floor(px), Math.max(0, widthPx - 2))
  const y0 = Math.min(Math.floor(py), Math.max(0, heightPx - 2))
  const fx = px - x0
  const fy = py - y0
  const at = y0 * widthPx + x0
  const right = widthPx > 1 ? 1 : 0
  const down = heightPx > 1 ? widthPx : 0
  const top = values[at]! * (1 - fx) + values[at + right]! * fx
  const bottom = values[at + down]! * (1 - fx) + values[at + down + right]! * fx
  return top * (1 - fy) + bottom * fy
}

/**
 * Bilinear values at `out.length` places along a straight line, one step (dx, dy) apart, px.
 * Places outside the plane give NaN.
 */
export function sampleLine(
  plane: Plane,
  x: number,
  y: number,
  dx: number,
  dy: number,
  out: Float32Array,
): void {
  const { widthPx, heightPx, values } = plane
  let px = x
  let py = y
  for (let k = 0; k < out.length; k++, px += dx, py += dy) {
    if (px < 0 || py < 0 || px >= widthPx || py >= heightPx) {
      out[k] = NaN
      continue
    }
    const cx = px < 0.5 ? 0 : px > widthPx - 0.5 ? widthPx - 1 : px - 0.5
    const cy = py < 0.5 ? 0 : py > heightPx - 0.5 ? heightPx - 1 : py - 0.5
    const x0 = cx >= widthPx - 1 ? widthPx - 2 : Math.floor(cx)
    const y0 = cy >= heightPx - 1 ? heightPx - 2 : Math.floor(cy)
    const fx = cx - x0
    const fy = cy - y0
    const at = y0 * widthPx + x0
    const top = values[at]! * (1 - fx) + values[at + 1]! * fx
    out[k] = top * (1 - fy) + (values[at + widthPx]! * (1 - fx) + values[at + widthPx + 1]! * fx) * fy
  }
}

/** Sampled Gaussian cut at three standard deviations, sum 1. */
export function gaussianKernel(sigmaPx: number): Float32Array {
  const radius = Math.max(1, Math.ceil(3 * sigmaPx))
  const kernel = new Float32Array(2 * radius + 1)
  let sum = 0
  for (let i = -radius; i <= radius; i++)
    sum += kernel[i + radius] = Math.exp(-(i * i) / (2 * sigmaPx * sigmaPx))
  return kernel.map((value) => value / sum)
}

/** Gaussian passes along rows and along columns with an even, odd-length kernel; the border repeats. */
function correlate(plane: Plane, alongRows: Float32Array, alongColumns: Float32Array): Float32Array {
  const { widthPx: width, heightPx: height, values } = plane
  const between = new Float32Array(values.length)
  const reach = (alongColumns.length - 1) / 2
  for (let y = 0; y < height; y++) {
    const to = y * width
    for (let k = -reach; k <= reach; k++) {
      const weight = alongColumns[k + reach]!
      const from = Math.min(height - 1, Math.max(0, y + k)) * width
      for (let x = 0; x < width; x++) between[to + x] = between[to + x]! + weight * values[from + x]!
    }
  }
  const radius = (alongRows.length - 1) / 2
  const middle = alongRows[radius]!
  const line = new Float32Array(width + 2 * radius)
  const out = new Float32Array(values.length)
  for (let y = 0; y < height; y++) {
    const row = y * width
    fillLine(line, between, row, width, radius)
    for (let x = 0; x < width; x++) {
      let sum = middle * line[x + radius]!
      for (let k = 1; k <= radius; k++)
        sum += alongRows[radius + k]! * (line[x + radius - k]! + line[x + radius + k]!)
      out[row + x] = sum
    }
  }
  return out
}

/** One row with its ends repeated `reach` times. */
function fillLine(line: Float32Array, values: Float32Array, row: number, width: number, reach: number): void {
  line.set(values.subarray(row, row + width), reach)
  line.fill(values[row]!, 0, reach)
  line.fill(values[row + width - 1]!, width + reach)
}

/** From this width on three running means stand in for the kernel: as smooth, and the cost no longer grows. */
const BOXES_FROM_PX = 1.1

/** Gaussian blur; the border repeats. */
export function blur(plane: Plane, sigmaPx: number): Plane {
  return blurBoth(plane, sigmaPx, sigmaPx)
}

/** Gaussian blur with its own width along rows and along columns, px. */
export function blurBoth(plane: Plane, alongRowsPx: number, alongColumnsPx: number): Plane {
  if (Math.min(alongRowsPx, alongColumnsPx) < BOXES_FROM_PX) {
    return { ...plane, values: correlate(plane, gaussianKernel(alongRowsPx), gaussianKernel(alongColumnsPx)) }
  }
  let values = boxesAlongRows(plane, boxRadii(alongRowsPx))
  for (const radius of boxRadii(alongColumnsPx))
    if (radius > 0) values = boxAlongColumns({ ...plane, values }, radius)
  return { ...plane, values }
}

function boxesAlongRows(
  { widthPx: width, heightPx: height, values }: Plane,
  radii: readonly [number, number, number],
): Float32Array {
  const reach = radii[0] + radii[1] + radii[2]
  const out = new Float32Array(values.length)
  let line = new Float32Array(width + 2 * reach)
  let next = new Float32Array(width + 2 * reach)
  for (let y = 0; y < height; y++) {
    fillLine(line, values, y * width, width, reach)
    let valid = width + 2 * reach
    for (const radius of radii) {
      if (radius === 0) continue
      runningMean(line, next, valid, radius)
      valid -= 2 * radius
      const swap = line
      line = next
      next = swap
    }
    out.set(line.subarray(0, width), y * width)
  }
  return out
}

/** Row by row with a running sum for each column, so that memory is read in order. */
function boxAlongColumns({ widthPx: width, heightPx: height, values }: Plane, radius: number): Float32Array {
  const out = new Float32Array(values.length)
  const sums = new Float64Array(width)
  const share = 1 / (2 * radius + 1)
  for (let x = 0; x < width; x++) sums[x] = values[x]! * (radius + 1)
  for (let k = 1; k <= radius; k++) {
    const from = Math.min(height - 1, k) * width
    for (let x = 0; x < width; x++) sums[x] = sums[x]! + values[from + x]!
  }
  for (let y = 0; y < height; y++) {
    const to = y * width
    const enters = Math.min(height - 1, y + radius + 1) * width
    const leaves = Math.max(0, y - radius) * width
    for (let x = 0; x < width; x++) {
      out[to + x] = sums[x]! * share
      sums[x] = sums[x]! + values[enters + x]! - values[leaves + x]!
    }
  }
  return out
}

/** Half-widths of three boxes whose variances add up to about sigma². */
function boxRadii(sigmaPx: number): readonly [number, number, number] {
  const ideal = Math.sqrt(4 * sigmaPx * sigmaPx + 1)
  const low = Math.max(0, Math.floor((ideal - 1) / 2))
  const variance = (radius: number): number => ((2 * radius + 1) ** 2 - 1) / 12
  const missing = 3 * variance(low + 1) - sigmaPx * sigmaPx
  const perStep = variance(low + 1) - variance(low)
  const small = Math.min(3, Math.max(0, Math.round(missing / perStep)))
  return [small > 0 ? low : low + 1, small > 1 ? low : low + 1, small > 2 ? low : low + 1]
}

/** to[i] = mean of from[i … i + 2·radius]. */
function runningMean(from: Float32Array, to: Float32Array, length: number, radius: number): void {
  const size = 2 * radius + 1
  let sum = 0
  for (let i = 0; i < size; i++) sum += from[i]!
  const share = 1 / size
  const last = length - size
  for (let i = 0; i < last; i++) {
    to[i] = sum * share
    sum += from[i + size]! - from[i]!
  }
  // Apart from the loop: reading past the end of a typed array would make every reading in it slow.
  to[last] = sum * share
}
