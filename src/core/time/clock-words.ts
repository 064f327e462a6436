/** How the time of day is written: 17:05, or 5:05 pm. */
export const CLOCKS = ['24h', '12h'] as const
export type Clock = (typeof CLOCKS)[number]

/** A time of day in the keeper's way. @param time - "17:05" */
export function sayClock(time: string, clock: Clock): string {
  if (clock === '24h') return time
  const [hour, minute] = time.split(':')
  const h = Number(hour)
  return `${h % 12 || 12}:${minute} ${h < 12 ? 'am' : 'pm'}`
}
