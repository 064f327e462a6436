import type { ProbeReading } from '../contracts/records/readings-record.ts'

/** Interval in which one reading is always kept, milliseconds, and the burst allowed: a day of both still fits its record. */
const EACH_MS = 11_000
const AT_ONCE = 60
/** While nothing can be written the oldest goes first: some hours of a dozen sensors. */
const MOST_WAITING = 20_000

/**
 * Readings on their way to the disk. One that the record would refuse must not keep all others from it, so it is put
 * right or left out before.
 */
export class ReadingQueue {
  private waiting: ProbeReading[] = []
  /** By probe and quantity, how many readings may still come at once, and since when that is so. */
  private readonly rooms = new Map<string, { room: number; sinceMs: number }>()

  add({ probeId, atMs: exactMs, celsius, rhPercent }: ProbeReading): void {
    const atMs = Math.round(exactMs)
    // Warmth and moisture may come by messages of their own, one right after the other.
    const reading = {
      probeId,
      atMs,
      celsius: this.inTurn(`${probeId}/celsius`, atMs, within(celsius, 60)),
      rhPercent: this.inTurn(`${probeId}/rhPercent`, atMs, within(rhPercent, 100)),
    }
    if (reading.celsius === null && reading.rhPercent === null) return
    this.waiting.push(reading)
    if (this.waiting.length > MOST_WAITING) this.waiting.shift()
  }

  /** The value, where its kind has not come too thick. */
  private inTurn(key: string, atMs: number, value: number | null): number | null {
    if (value === null) return null
    const { room, sinceMs } = this.rooms.get(key) ?? { room: AT_ONCE, sinceMs: atMs }
    const now = Math.min(AT_ONCE, room + Math.max(0, atMs - sinceMs) / EACH_MS)
    const isKept = now >= 1
    this.rooms.set(key, { room: isKept ? now - 1 : now, sinceMs: Math.max(atMs, sinceMs) })
    return isKept ? value : null
  }

  /** All that waits; it waits no more. */
  takeAll(): ProbeReading[] {
    return this.waiting.splice(0)
  }

  /** What could not be written, before what came since. */
  putBack(readings: readonly ProbeReading[]): void {
    this.waiting = [...readings, ...this.waiting].slice(-MOST_WAITING)
  }
}

function within(value: number | null, most: number): number | null {
  return value !== null && value >= 0 && value <= most ? value : null
}
