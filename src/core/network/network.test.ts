import { describe, expect, it } from 'vitest'
import { createRandom } from '../random/random.ts'
import { MAP_HEIGHT, MAP_WIDTH, MAPS, type EggMaps } from './egg-maps.ts'
import { runNetwork, type Convolution, type Network } from './network.ts'

const random = createRandom('network')
const bytes = (count: number): number[] =>
  Array.from({ length: count }, () => Math.round(random.between(-127, 127)))
const some = (count: number, size: number): number[] =>
  Array.from({ length: count }, () => random.between(-size, size))
const maps: EggMaps = Uint8Array.from({ length: MAPS.length * MAP_WIDTH * MAP_HEIGHT }, () =>
  Math.floor(random.between(0, 256)),
)

function layer(inputs: number, outputs: number, size: number, stride: number): Convolution {
  return {
    outputs,
    size,
    stride,
    weights: bytes(inputs * outputs * size * size),
    scale: some(outputs, 0.01).map(Math.abs),
    bias: some(outputs, 0.2),
  }
}

/** As the definition has it, place by place. */
function plainly({ convolutions, readout }: Network): number[] {
  let [channels, height, width] = [MAPS.length as number, MAP_HEIGHT, MAP_WIDTH]
  let at = (c: number, y: number, x: number): number => maps[(c * MAP_HEIGHT + y) * MAP_WIDTH + x]! / 255
  for (const { outputs, size, stride, weights, scale, bias } of convolutions) {
    const [from, inputs, h, w] = [at, channels, height, width]
    const inside = (y: number, x: number): boolean => y >= 0 && x >= 0 && y < h && x < w
    const out = new Map<string, number>()
    ;[channels, height, width] = [outputs, Math.ceil(h / stride), Math.ceil(w / stride)]
    for (let k = 0; k < outputs; k++)
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          let sum = 0
          for (let c = 0; c < inputs; c++)
            for (let dy = 0; dy < size; dy++)
              for (let dx = 0; dx < size; dx++) {
                const [py, px] = [y * stride + dy - (size >> 1), x * stride + dx - (size >> 1)]
                if (inside(py, px))
                  sum += weights[((k * inputs + c) * size + dy) * size + dx]! * from(c, py, px)
              }
          out.set(`${k} ${y} ${x}`, Math.max(0, sum * scale[k]! + bias[k]!))
        }
    at = (c, y, x) => out.get(`${c} ${y} ${x}`)!
  }
  const summary = [false, true].flatMap((greatest) =>
    Array.from({ length: channels }, (_, c) => {
      const values = Array.from({ length: height * width }, (_v, i) =>
        at(c, Math.floor(i / width), i % width),
      )
      return greatest ? Math.max(...values) : values.reduce((sum, value) => sum + value, 0) / values.length
    }),
  )
  return readout.bias.map((bias, k) =>
    summary.reduce((sum, value, i) => sum + value * readout.weights[k]![i]!, bias),
  )
}

describe('the network', () => {
  const network: Network = {
    convolutions: [layer(MAPS.length, 8, 5, 2), layer(8, 16, 3, 2), layer(16, 8, 3, 1)],
    readout: { weights: [some(16, 1), some(16, 1)], bias: some(2, 1) },
  }

  it('is what the definition of a convolution says, at the borders, too', () => {
    const plain = plainly(network)
    for (const [k, value] of runNetwork(network, maps).entries()) expect(value).toBeCloseTo(plain[k]!, 3)
  })

  it('refuses to run on other maps than it was trained on', () => {
    expect(() => runNetwork({ ...network, convolutions: [layer(2, 8, 5, 2)] }, maps)).toThrow(
      /knows 2 maps, there are 4/,
    )
  })
})
