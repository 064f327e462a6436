import { sayClock, type Clock } from './time/clock-words.ts'

/** An hour of the day as people write it: 7, 7:15, 19.45, 6 pm. */
const HOUR = /^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$/i

/**
 * Hours of the day that somebody typed, apart by commas, semicolons or lines; nothing is guessed.
 * @returns local hours in their order, each once, rounded to a quarter; null where one of them is no hour
 */
export function typedHours(text: string): number[] | null {
  const parts = text
    .split(/[,;\n]+/)
    .map((part) => part.trim())
    .filter(Boolean)
  const hours = parts.map(typedHour)
  if (hours.some((hour) => hour === null)) return null
  return [...new Set(hours as number[])].sort((a, b) => a - b)
}

function typedHour(part: string): number | null {
  const found = HOUR.exec(part)
  if (!found) return null
  const [, digits, minutes = '0', half] = found
  const whole = Number(digits)
  if (half && (whole < 1 || whole > 12)) return null
  const hour = half ? (whole % 12) + (half.toLowerCase() === 'pm' ? 12 : 0) : whole
  if (hour > 23 || Number(minutes) > 59) return null
  return Math.min(23.75, Math.round((hour + Number(minutes) / 60) * 4) / 4)
}

/** An hour of the day as the keeper's clock shows it: 7:15, or 7:15 am. */
export function sayHour(hour: number, clock: Clock = '24h'): string {
  return sayClock(`${Math.floor(hour)}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`, clock)
}
