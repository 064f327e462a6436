/** Smooth value noise on a lattice, about −1…1, deterministic from its seed. */
export interface NoiseField {
  at(x: number, y: number): number
}

const TABLE = 256

export function createNoise(uniform: () => number): NoiseField {
  const table = Float32Array.from({ length: TABLE }, () => 2 * uniform() - 1)
  const order = Uint8Array.from({ length: TABLE }, () => Math.floor(uniform() * TABLE))
  const corner = (ix: number, iy: number): number => table[(order[ix & 255]! + iy * 57) & 255]!
  return {
    at(x, y) {
      const ix = Math.floor(x)
      const iy = Math.floor(y)
      const fx = x - ix
      const fy = y - iy
      const sx = fx * fx * (3 - 2 * fx)
      const sy = fy * fy * (3 - 2 * fy)
      const top = corner(ix, iy) * (1 - sx) + corner(ix + 1, iy) * sx
      const bottom = corner(ix, iy + 1) * (1 - sx) + corner(ix + 1, iy + 1) * sx
      return top * (1 - sy) + bottom * sy
    },
  }
}

/** Octaves of noise, each twice as fine and `falloff` as strong. */
export function layered(noise: NoiseField, x: number, y: number, octaves: number, falloff = 0.5): number {
  let sum = 0
  let strength = 1
  for (let i = 0; i < octaves; i++) {
    sum += strength * noise.at(x * 2 ** i + 17 * i, y * 2 ** i - 31 * i)
    strength *= falloff
  }
  return sum
}
