import type { MeasuredPhoto } from '../../../workers/protocol.ts'

export interface Measuring {
  measured: Promise<MeasuredPhoto>
  stop: AbortController
}

/** Pictures that are measured before it is certain that they are wanted. */
export interface Measurings {
  begin: (number: number) => void
  drop: (number: number) => void
  /** Takes one out: what it measures, or a new one where it was never begun. */
  taken: (number: number | null) => Promise<MeasuredPhoto>
}

/** @param measure - takes frames and measures them; both end with the signal */
export function useMeasurings(measure: (signal: AbortSignal) => Promise<MeasuredPhoto>): Measurings {
  const underWay = new Map<number, Measuring>()
  function now(): Measuring {
    const stop = new AbortController()
    const measured = measure(stop.signal)
    // It may be told of only later, or never.
    measured.catch(() => undefined)
    return { measured, stop }
  }
  return {
    begin: (number) => void underWay.set(number, now()),
    drop: (number) => {
      underWay.get(number)?.stop.abort()
      underWay.delete(number)
    },
    taken: (number) => {
      const begun = number === null ? undefined : underWay.get(number)
      if (number !== null) underWay.delete(number)
      return (begun ?? now()).measured
    },
  }
}
