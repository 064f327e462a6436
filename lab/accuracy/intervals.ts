import { createRandom } from '../../src/core/random/random.ts'

/** The 95 % interval of a figure by drawing the set again and again from itself (Efron 1979, Ann. Statist. 7, 1–26). */
export function bootstrapInterval<T>(
  set: readonly T[],
  figure: (set: readonly T[]) => number | null,
  rounds = 400,
): [number, number] | null {
  const random = createRandom('bootstrap')
  const values: number[] = []
  for (let round = 0; round < rounds; round++) {
    const value = figure(Array.from(set, () => set[Math.floor(random.uniform() * set.length)]!))
    if (value !== null) values.push(value)
  }
  if (values.length === 0) return null
  values.sort((a, b) => a - b)
  return [values[Math.floor(0.025 * (values.length - 1))]!, values[Math.ceil(0.975 * (values.length - 1))]!]
}
