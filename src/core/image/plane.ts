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

/** Sampled Gaussian cut at three standard deviations, sum 1. */
export function gaussianKernel(sigmaPx: number): Float32Array {
  const radius = Math.max(1, Math.ceil(3 * sigmaPx))
  const kernel = new Float32Array(2 * radius + 1)
  let sum = 0
  for (let i = -radius; i <= radius; i++) sum += kernel[i + radius] = Math.exp(-(i * i) / (2 * sigmaPx * sigmaPx))
  return kernel.map((value) => value / sum)
}

/** One pass along rows with an even, odd-length kernel, written transposed, so that the second pass runs along rows too. */
function correlateRowsTurned(values: Float32Array, width: number, height: number, kernel: Float32Array): Float32Array {
  const radius = (kernel.length - 1) / 2
  const middle = kernel[radius]!
  const line = new Float64Array(width + 2 * radius)
  const out = new Float32Array(width * height)
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 0; x < width; x++) line[x + radius] = values[row + x]!
    line.fill(values[row]!, 0, radius)
    line.fill(values[row + width - 1]!, width + radius)
    for (let x = 0; x < width; x++) {
      const centre = x + radius
      let sum = middle * line[centre]!
      for (let k = 1; k <= radius; k++) sum += kernel[radius + k]! * (line[centre - k]! + line[centre + k]!)
      out[x * height + y] = sum
    }
  }
  return out
}

/** From this width on three running means stand in for the kernel: as smooth, and the cost no longer grows. */
const BOXES_FROM_PX = 2

/** Gaussian blur; the border repeats. */
export function blur(plane: Plane, sigmaPx: number): Plane {
  return blurBoth(plane, sigmaPx, sigmaPx)
}

/** Gaussian blur with its own width along rows and along columns, px. */
export function blurBoth(plane: Plane, alongRowsPx: number, alongColumnsPx: number): Plane {
  const { widthPx, heightPx, values } = plane
  const turned = blurRowsTurned(values, widthPx, heightPx, alongRowsPx)
  return { widthPx, heightPx, values: blurRowsTurned(turned, heightPx, widthPx, alongColumnsPx) }
}

function blurRowsTurned(values: Float32Array, width: number, height: number, sigmaPx: number): Float32Array {
  if (sigmaPx < BOXES_FROM_PX) return correlateRowsTurned(values, width, height, sigmaPx > 0 ? gaussianKernel(sigmaPx) : Float32Array.of(1))
  const radii = boxRadii(sigmaPx)
  const reach = radii[0] + radii[1] + radii[2]
  const out = new Float32Array(width * height)
  let line = new Float64Array(width + 2 * reach)
  let next = new Float64Array(width + 2 * reach)
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 0; x < width; x++) line[x + reach] = values[row + x]!
    line.fill(values[row]!, 0, reach)
    line.fill(values[row + width - 1]!, width + reach)
    let valid = width + 2 * reach
    for (const radius of radii) {
      runningMean(line, next, valid, radius)
      valid -= 2 * radius
      const swap = line
      line = next
      next = swap
    }
    for (let x = 0; x < width; x++) out[x * height + y] = line[x]!
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
function runningMean(from: Float64Array, to: Float64Array, length: number, radius: number): void {
  const size = 2 * radius + 1
  let sum = 0
  for (let i = 0; i < size; i++) sum += from[i]!
  const share = 1 / size
  for (let i = 0; i + size <= length; i++) {
    to[i] = sum * share
    sum += (from[i + size] ?? 0) - from[i]!
  }
}
