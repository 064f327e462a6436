import { wantedPositive } from '../wanted.ts'

/** How long eggs and incubator may wait during a candling, minutes. */
export interface CandlingLimits {
  /** One egg in the hand or on the lamp. */
  eggOut: number
  /** A tray, or the whole set, outside. */
  trayOut: number
  /** The lid off. */
  lidOff: number
}

export const LIMIT_METHODS = ['usual', 'brisk', 'own'] as const
/** `usual`: 5 and 30 minutes, as most keep; `brisk`: for cool rooms and small eggs; `own`: the keeper's figures. */
export type LimitMethod = (typeof LIMIT_METHODS)[number]

/** Common keepers' figures: an egg 5 min, a set 30 min; the lid goes back on at once. */
export const CANDLING_LIMITS: Readonly<Record<Exclude<LimitMethod, 'own'>, CandlingLimits>> = {
  usual: { eggOut: 5, trayOut: 30, lidOff: 2 },
  brisk: { eggOut: 2, trayOut: 15, lidOff: 1 },
}

export type ClockLevel = 'calm' | 'soon' | 'over'

/** A clock says nothing before this share of its limit. */
const SOON_FROM = 0.7

export function clockLevel(elapsedMs: number, limitMinutes: number): ClockLevel {
  wantedPositive('limitMinutes', limitMinutes)
  const share = elapsedMs / (60_000 * limitMinutes)
  return share >= 1 ? 'over' : share >= SOON_FROM ? 'soon' : 'calm'
}
