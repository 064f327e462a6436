/** Held by every tab that stands at the bench: what is done there is not to be disturbed from another tab. */
export const AT_BENCH = 'perlumen-at-the-bench'

/** Whether any tab of this browser stands at the bench. */
export async function anyoneAtBench(): Promise<boolean> {
  if (!('locks' in navigator)) return false
  const held = (await navigator.locks.query()).held ?? []
  return held.some(({ name }) => name === AT_BENCH)
}
