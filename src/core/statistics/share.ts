import { wanted } from '../wanted.ts'

/** A proportion with its confidence interval. */
export interface Share {
  count: number
  of: number
  /** 95 % interval, shares of 1. */
  low: number
  high: number
}

const Z_95 = 1.96

/**
 * A share with its 95 % interval, by Wilson's score; right also for few and for none.
 * @returns null of none
 * @see Wilson, E. B. (1927). Probable inference, the law of succession, and statistical inference. JASA 22, 209–212.
 */
export function wilsonInterval(count: number, of: number): Share | null {
  wanted('of', of, [0, Infinity])
  wanted('count', count, [0, of])
  if (of === 0) return null
  const p = count / of
  const middle = p + (Z_95 * Z_95) / (2 * of)
  const half = Z_95 * Math.sqrt((p * (1 - p)) / of + (Z_95 * Z_95) / (4 * of * of))
  const scale = 1 + (Z_95 * Z_95) / of
  return {
    count,
    of,
    low: Math.max(0, (middle - half) / scale),
    high: Math.min(1, (middle + half) / scale),
  }
}

/** "15 of 21, 71 % (50–86 %)". */
export function shareWords(share: Share | null): string {
  if (!share) return 'not yet known'
  const percent = (value: number): string => `${Math.round(100 * value)} %`
  const { count, of, low, high } = share
  return `${count} of ${of}, ${percent(count / of)} (${Math.round(100 * low)}–${percent(high)})`
}
