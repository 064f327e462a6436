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

/** Correlates rows, then columns, with two odd-length kernels; the border repeats. */
export function convolveSeparable(plane: Plane, horizontal: Float32Array, vertical: Float32Array): Plane {
  const { widthPx, heightPx, values } = plane
  const turned = correlateRowsTurned(values, widthPx, heightPx, horizontal)
  return { widthPx, heightPx, values: correlateRowsTurned(turned, heightPx, widthPx, vertical) }
}

/** One pass along rows, written transposed, so that the second pass runs along rows too. */
function correlateRowsTurned(values: Float32Array, width: number, height: number, kernel: Float32Array): Float32Array {
  const radius = (kernel.length - 1) / 2
  const size = kernel.length
  const taps = Float64Array.from(kernel)
  const line = new Float64Array(width + 2 * radius)
  const out = new Float32Array(width * height)
  for (let y = 0; y < height; y++) {
    const row = y * width
    for (let x = 0; x < width; x++) line[x + radius] = values[row + x]!
    line.fill(values[row]!, 0, radius)
    line.fill(values[row + width - 1]!, width + radius)
    for (let x = 0; x < width; x++) {
      let sum = 0
      for (let k = 0; k < size; k++) sum += taps[k]! * line[x + k]!
      out[x * height + y] = sum
    }
  }
  return out
}

export function blur(plane: Plane, sigmaPx: number): Plane {
  if (sigmaPx <= 0) return { ...plane, values: plane.values.slice() }
  const kernel = gaussianKernel(sigmaPx)
  return convolveSeparable(plane, kernel, kernel)
}

/** Natural logarithm of linear light above a floor, so that absorption adds up. */
export function logLight(plane: Plane, floor: number): Plane {
  return { ...plane, values: plane.values.map((value) => Math.log(value + floor)) }
}
