import { createPlane, type Plane } from '../../src/core/image/plane.ts'
import type { Random } from '../../src/core/random/random.ts'

/**
 * Clouds: noise on lattices of halving step, smoothly joined and added up; about mean 0 and spread 1.
 * @param cellPx - step of the coarsest lattice
 * @param roughness - how much of its strength each finer lattice keeps, 0…1
 * @see Perlin, K. (1985). An image synthesizer. SIGGRAPH 19(3), 287–296.
 */
export function clouds(
  { widthPx, heightPx }: Pick<Plane, 'widthPx' | 'heightPx'>,
  random: Random,
  { cellPx, octaves = 4, roughness = 0.55 }: { cellPx: number; octaves?: number; roughness?: number },
): Plane {
  const out = createPlane(widthPx, heightPx)
  let variance = 0
  for (let octave = 0; octave < octaves; octave++) {
    const step = Math.max(1.5, cellPx / 2 ** octave)
    const strength = roughness ** octave
    variance += 0.26 * strength ** 2
    addLattice(out, random, step, strength)
  }
  const scale = 1 / Math.sqrt(variance)
  for (let at = 0; at < out.values.length; at++) out.values[at]! *= scale
  return out
}

function addLattice(
  { widthPx, heightPx, values }: Plane,
  random: Random,
  step: number,
  strength: number,
): void {
  const columns = Math.ceil(widthPx / step) + 2
  const lattice = Float32Array.from({ length: columns * (Math.ceil(heightPx / step) + 2) }, () =>
    random.normal(),
  )
  for (let y = 0; y < heightPx; y++) {
    const gy = y / step
    const row = Math.floor(gy) * columns
    const fy = ease(gy - Math.floor(gy))
    for (let x = 0; x < widthPx; x++) {
      const gx = x / step
      const at = row + Math.floor(gx)
      const fx = ease(gx - Math.floor(gx))
      const top = lattice[at]! + fx * (lattice[at + 1]! - lattice[at]!)
      const below = lattice[at + columns]! + fx * (lattice[at + columns + 1]! - lattice[at + columns]!)
      values[y * widthPx + x]! += strength * (top + fy * (below - top))
    }
  }
}

function ease(t: number): number {
  return t * t * (3 - 2 * t)
}

/** 0 below `low`, 1 above `high`, smooth between. */
export function smoothStep(low: number, high: number, value: number): number {
  return ease(Math.min(1, Math.max(0, (value - low) / (high - low))))
}
