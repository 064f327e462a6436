import { MAP_HEIGHT, MAP_WIDTH, MAPS, type EggMaps } from './egg-maps.ts'

/** A convolution with what normalising its outputs came to folded in; weights are bytes, a scale for each output. */
export interface Convolution {
  outputs: number
  /** Side of the window, and how far it moves. */
  size: number
  stride: number
  /** By output, input, row, column of the window; −127…127. */
  weights: readonly number[]
  scale: readonly number[]
  bias: readonly number[]
}

/** Mean and greatest value of each last map, weighed for each answer. */
export interface Readout {
  /** By answer: first of the means, then of the greatest. */
  weights: ReadonlyArray<readonly number[]>
  bias: readonly number[]
}

export interface Network {
  convolutions: readonly Convolution[]
  readout: Readout
}

/** Place after place, each with the values of all its channels, and a rim of noughts `rim` wide around. */
interface Volume {
  channels: number
  height: number
  width: number
  values: Float32Array
  rim: number
}

/**
 * What a small convolutional network makes of an egg's maps: a number for each answer, in log odds. Written out
 * because it is a page, while any runtime would be larger than all of the program and would ask for a wider content
 * policy.
 * @throws RangeError when the network was trained on other maps
 */
export function runNetwork(network: Network, maps: EggMaps): number[] {
  const { convolutions, readout } = network
  const inputs = convolutions[0]!.weights.length / (convolutions[0]!.outputs * convolutions[0]!.size ** 2)
  if (inputs !== MAPS.length)
    throw new RangeError(`the network knows ${inputs} maps, there are ${MAPS.length}`)
  let volume = fromMaps(maps, convolutions[0]!.size >> 1)
  for (const [i, layer] of convolutions.entries())
    volume = convolved(volume, layer, (convolutions[i + 1]?.size ?? 1) >> 1)
  const { channels, values } = volume
  const summary = new Float64Array(2 * channels)
  for (let at = 0; at < values.length; at++) {
    const channel = at % channels
    summary[channel] = summary[channel]! + (values[at]! * channels) / values.length
    summary[channels + channel] = Math.max(summary[channels + channel]!, values[at]!)
  }
  return readout.bias.map((bias, k) =>
    summary.reduce((sum, value, i) => sum + value * readout.weights[k]![i]!, bias),
  )
}

function emptyVolume(channels: number, height: number, width: number, rim: number): Volume {
  const values = new Float32Array(channels * (height + 2 * rim) * (width + 2 * rim))
  return { channels, height, width, values, rim }
}

function fromMaps(maps: EggMaps, rim: number): Volume {
  const volume = emptyVolume(MAPS.length, MAP_HEIGHT, MAP_WIDTH, rim)
  for (let c = 0, from = 0; c < MAPS.length; c++)
    for (let y = 0; y < MAP_HEIGHT; y++)
      for (let x = 0; x < MAP_WIDTH; x++, from++)
        volume.values[((y + rim) * (MAP_WIDTH + 2 * rim) + x + rim) * MAPS.length + c] = maps[from]! / 255
  return volume
}

/** Outputs whose sums are kept in registers together. */
const TOGETHER = 8

/** Convolution and rectifier; windows of an odd size about every `stride`th place, beyond the rim noughts. */
function convolved(input: Volume, layer: Convolution, rim: number): Volume {
  const { outputs, size, stride, bias } = layer
  const out = emptyVolume(outputs, Math.ceil(input.height / stride), Math.ceil(input.width / stride), rim)
  const weights = byTap(layer)
  const { values, channels } = input
  const inRow = (input.width + 2 * input.rim) * channels
  /** A row of the window lies in one piece: place after place, channel after channel. */
  const taps = size * channels
  // The rectifier leaves half of all values nought, and outside of the egg all are: only the others are gone through.
  const seen = new Float64Array(size * taps)
  const weightsOf = new Int32Array(size * taps)
  for (let y = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++) {
      let count = 0
      for (let dy = 0; dy < size; dy++) {
        const from = (y * stride + dy) * inRow + x * stride * channels
        for (let tap = 0; tap < taps; tap++) {
          const value = values[from + tap]!
          if (value === 0) continue
          seen[count] = value
          weightsOf[count++] = (dy * taps + tap) * outputs
        }
      }
      const to = ((y + rim) * (out.width + 2 * rim) + x + rim) * outputs
      for (let k = 0; k < outputs; k += TOGETHER)
        sumEight({ seen, weightsOf, count, weights, bias, k }, out.values, to + k)
    }
  return out
}

interface Window {
  seen: Float64Array
  weightsOf: Int32Array
  count: number
  weights: Float64Array
  bias: readonly number[]
  k: number
}

/** Written out: nearly all of the time goes here. */
function sumEight(
  { seen, weightsOf, count, weights, bias, k }: Window,
  values: Float32Array,
  to: number,
): void {
  let a = bias[k]!
  let b = bias[k + 1]!
  let c = bias[k + 2]!
  let d = bias[k + 3]!
  let e = bias[k + 4]!
  let f = bias[k + 5]!
  let g = bias[k + 6]!
  let h = bias[k + 7]!
  for (let i = 0; i < count; i++) {
    const value = seen[i]!
    const at = weightsOf[i]! + k
    a += value * weights[at]!
    b += value * weights[at + 1]!
    c += value * weights[at + 2]!
    d += value * weights[at + 3]!
    e += value * weights[at + 4]!
    f += value * weights[at + 5]!
    g += value * weights[at + 6]!
    h += value * weights[at + 7]!
  }
  values[to] = Math.max(0, a)
  values[to + 1] = Math.max(0, b)
  values[to + 2] = Math.max(0, c)
  values[to + 3] = Math.max(0, d)
  values[to + 4] = Math.max(0, e)
  values[to + 5] = Math.max(0, f)
  values[to + 6] = Math.max(0, g)
  values[to + 7] = Math.max(0, h)
}

const tapped = new WeakMap<Convolution, Float64Array>()

/** Weights in the order in which they are met: by row and column of the window, input, output. Made once. */
function byTap(layer: Convolution): Float64Array {
  const known = tapped.get(layer)
  if (known) return known
  const { outputs, size, weights, scale } = layer
  const inputs = weights.length / (outputs * size * size)
  if (outputs % TOGETHER !== 0)
    throw new RangeError(`a layer must have a multiple of ${TOGETHER} outputs, this one has ${outputs}`)
  const ordered = new Float64Array(weights.length)
  for (let k = 0, from = 0; k < outputs; k++)
    for (let c = 0; c < inputs; c++)
      for (let place = 0; place < size * size; place++, from++)
        ordered[(place * inputs + c) * outputs + k] = weights[from]! * scale[k]!
  tapped.set(layer, ordered)
  return ordered
}
