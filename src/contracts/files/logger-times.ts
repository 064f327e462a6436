import { instantOf, localDateOf, localTimeOf } from '../../core/time/local-date.ts'
import { HOUR_MS } from '../../core/time/durations.ts'

const DATE = /(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})/
const CLOCK = /(?<!\d)(\d{1,2})[:.](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?(?!\d)\s*([ap])?\.?m?\.?/i
const ISO_WITH_ZONE = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})$/i
/** Seconds or milliseconds since 1970, of this century. */
const EPOCH = /^(1[0-9]{9}|1[0-9]{12})$/

export function isTime(cell: string): boolean {
  return EPOCH.test(cell) || DATE.test(cell)
}

export function hasClock(cell: string): boolean {
  return EPOCH.test(cell) || CLOCK.test(cell.replace(DATE, ' '))
}

/** Whether days stand before months: certain with dots, else by what cannot be a month, else by what makes less of a jump. */
export function dayFirstOf(texts: readonly string[]): boolean | null {
  const dates = texts.flatMap((text) => {
    const [, a, b, c] = DATE.exec(text) ?? []
    return a && b && c && a.length < 3 ? [{ a: Number(a), b: Number(b), c: Number(c), text }] : []
  })
  // Years first: nothing to ask.
  if (dates.length === 0) return true
  if (dates.every(({ text }) => /\d\.\d{1,2}\.\d/.test(text))) return true
  if (dates.some(({ a }) => a > 12)) return true
  if (dates.some(({ b }) => b > 12)) return false
  const jumps = (dayFirst: boolean): number => {
    const days = dates.map(({ a, b, c }) => 372 * c + 31 * (dayFirst ? b : a) + (dayFirst ? a : b))
    return days.slice(1).reduce((sum, day, i) => sum + Math.abs(day - days[i]!), 0)
  }
  const [day, month] = [jumps(true), jumps(false)]
  return day === month ? null : day < month
}

/** Moments of texts as a file has them, one after the other. */
type Instants = (text: string, lastMs?: number) => number | null

/**
 * Reads moments. An hour that comes twice when clocks are put back is the second one where the row before it was later.
 * The zone is asked once for each half hour: a logger has a hundred thousand rows.
 */
export function instantReader(dayFirst: boolean, zone: string): Instants {
  const known = new Map<string, { startMs: number; againMs: number | null } | null>()
  const halfHour = (
    date: string,
    hour: number,
    half: 0 | 30,
  ): { startMs: number; againMs: number | null } | null => {
    const key = `${date} ${hour} ${half}`
    const before = known.get(key)
    if (before !== undefined) return before
    const found = asked(date, `${pad(hour)}:${pad(half)}`, zone)
    known.set(key, found)
    return found
  }
  return (text, lastMs = -Infinity) => {
    const plain = text.trim()
    if (EPOCH.test(plain)) return Number(plain) * (plain.length > 10 ? 1 : 1000)
    if (ISO_WITH_ZONE.test(plain)) {
      const atMs = Date.parse(plain.replace(' ', 'T').replace(/\s/g, ''))
      return Number.isNaN(atMs) ? null : atMs
    }
    const [, one, two, three] = DATE.exec(plain) ?? []
    const [, hour, minute, second, half] = CLOCK.exec(plain.replace(DATE, ' ')) ?? []
    if (!one || !two || !three || !hour || !minute) return null
    const yearFirst = one.length > 2
    const year = yearFirst ? Number(one) : three.length > 2 ? Number(three) : 2000 + Number(three)
    const month = Number(yearFirst ? two : dayFirst ? two : one)
    const day = Number(yearFirst ? three : dayFirst ? one : two)
    const h = half ? (Number(hour) % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : Number(hour)
    if (h > 23 || Number(minute) > 59 || Number(second ?? 0) > 59) return null
    const start = halfHour(`${year}-${pad(month)}-${pad(day)}`, h, Number(minute) < 30 ? 0 : 30)
    if (!start) return null
    const rest = 60_000 * (Number(minute) % 30) + 1000 * Number(second ?? 0)
    const atMs = start.startMs + rest
    return start.againMs !== null && atMs <= lastMs ? start.againMs + rest : atMs
  }
}

/** When a time of the day is, and when it is again on a day with clocks put back; null where there is no such day or hour. */
function asked(date: string, time: string, zone: string): { startMs: number; againMs: number | null } | null {
  try {
    const startMs = instantOf(date, time, zone)
    const againMs = startMs + HOUR_MS
    const isAgain = localDateOf(againMs, zone) === date && localTimeOf(againMs, zone).slice(0, 5) === time
    return { startMs, againMs: isAgain ? againMs : null }
  } catch {
    return null
  }
}

function pad(n: number): string {
  return String(n).padStart(2, '0')
}

/** Whether the latest row stands first. */
export function isBackwards(texts: readonly string[], instants: Instants): boolean {
  const known = texts.flatMap((text) => instants(text) ?? [])
  return known.length > 1 && known[0]! > known.at(-1)!
}
