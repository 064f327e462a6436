import { HOUR_MS } from '../time/durations.ts'
/** What is done once when turning stops, in its order. */
export const LOCKDOWN_STEPS = [
  'last-look',
  'take-out-dead',
  'turner-out',
  'dividers-out',
  'cover-grid',
  'fill-channels',
  'cover-water',
  'vents-third',
  'lay-eggs',
  'lid-on',
  'brooder-warming',
] as const
export type LockdownStep = (typeof LOCKDOWN_STEPS)[number]

/** What of it an incubator asks for: a hatcher has no turner, and trays turned by hand have none either. */
export function lockdownSteps(incubator: {
  kind: 'incubator' | 'hatcher'
  turner: 'auto' | 'hand'
}): LockdownStep[] {
  const hasTurner = incubator.kind === 'incubator' && incubator.turner === 'auto'
  return LOCKDOWN_STEPS.filter((step) => hasTurner || (step !== 'turner-out' && step !== 'dividers-out'))
}

/** After lockdown the lid stays shut this long after it was opened, hours: wet membranes must not dry at the pip. */
export const LID_REST_HOURS = 6

/** When the lid may be opened again without need, epoch milliseconds; null where it may now. */
export function lidRestsUntil(openedMs: readonly number[], nowMs: number): number | null {
  const until = Math.max(-Infinity, ...openedMs) + LID_REST_HOURS * HOUR_MS
  return until > nowMs ? until : null
}
