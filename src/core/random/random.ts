/** A seeded source of random numbers; equal seeds give equal sequences on every machine. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform(): number
  /** Uniform in [low, high). */
  between(low: number, high: number): number
  /** Normal with the given mean and standard deviation. */
  normal(mean?: number, standardDeviation?: number): number
  pick<T>(items: readonly T[]): T
  /** An independent source, fixed by this one's seed and the label. */
  fork(label: string): Random
}

function mix(hash: number, text: string): number {
  let h = hash
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193)
  return h >>> 0
}

/** Mulberry32 generator; Box–Muller for normals. */
export function createRandom(seed: number | string): Random {
  const start = mix(0x811c9dc5, String(seed))
  let state = start
  const uniform = (): number => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const normal = (mean = 0, standardDeviation = 1): number =>
    mean + standardDeviation * Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform())
  return {
    uniform,
    between: (low, high) => low + (high - low) * uniform(),
    normal,
    pick: (items) => {
      if (items.length === 0) throw new RangeError('items must not be empty')
      return items[Math.floor(uniform() * items.length)]!
    },
    fork: (label) => createRandom(`${start}/${label}`),
  }
}
