/** Weighing one egg after the other: what lies on the pan, and what of it is believed. */
export interface Weighing {
  /** `empty`: waits for an egg; `settling`: something lies there; `taken`: its weight is known, it may come off. */
  phase: 'empty' | 'settling' | 'taken'
  /** Readings since something was laid on, g. */
  settling: readonly number[]
  /** What the pan shows with nothing of interest on it, g. */
  tareG: number
}

export interface PanReading {
  grams: number
  /** Whether the balance itself says that it has come to rest. */
  stable: boolean
}

/** Readings that must agree, and how well: by the grain of usual balances, g, or by the egg. */
const AGREEING = 3
const WITHIN_G = 0.12
const WITHIN_SHARE = 0.004
/** Less than this share of what is awaited is an empty pan, or a finger. */
const SOMETHING = 0.35

export function startWeighing(tareG = 0): Weighing {
  return { phase: 'empty', settling: [], tareG }
}

/**
 * What follows from one more reading.
 * @param expectedG - about what an egg weighs here
 * @returns the state after it, and the weight where it has just become known, g without the tare
 */
export function weighingAfter(
  state: Weighing,
  { grams, stable }: PanReading,
  expectedG: number,
): { state: Weighing; taken: number | null } {
  const net = grams - state.tareG
  if (net < SOMETHING * expectedG) return { state: { ...state, phase: 'empty', settling: [] }, taken: null }
  // It stays taken until it is lifted, whatever the balance shows meanwhile.
  if (state.phase === 'taken') return { state, taken: null }
  const settling = stable ? [...state.settling, net].slice(-AGREEING) : []
  const isSettled =
    settling.length === AGREEING &&
    Math.max(...settling) - Math.min(...settling) <= Math.max(WITHIN_G, WITHIN_SHARE * expectedG)
  if (!isSettled) return { state: { ...state, phase: 'settling', settling }, taken: null }
  const mean = settling.reduce((sum, value) => sum + value, 0) / settling.length
  return { state: { ...state, phase: 'taken', settling: [] }, taken: mean }
}

/** The pan as it is now counts as nothing: a nest of paper, a cup. */
export function tared({ grams }: PanReading): Weighing {
  return startWeighing(grams)
}
