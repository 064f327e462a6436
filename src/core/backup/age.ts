/** Clocks that are set by the network move by seconds; what lies further ahead was written under a wrong clock. */
const TOLERANCE_MS = 600_000

/**
 * How old something is, milliseconds.
 * @param atMs - when it was written, by the clock of then; null where it never was
 * @returns Infinity where it never was, and where the clock has been set back since: then the age is unknown
 */
export function ageMs(atMs: number | null, nowMs: number): number {
  if (atMs === null || atMs - nowMs > TOLERANCE_MS) return Infinity
  return Math.max(0, nowMs - atMs)
}
