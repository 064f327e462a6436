import type { EggFigures } from '../measure/reading.ts'
import { GRADES, type PerGrade } from '../grade-names.ts'
import { type Verdict } from './types.ts'
import { wantedPositive } from '../wanted.ts'

/** What to change so that the next picture of an egg decides. */
export const NEXT_PICTURES = [
  'whole-egg',
  'uncover',
  'step-back',
  'brighter',
  'hold-still',
  'quarter-turn',
  'wait',
] as const
export type NextPicture = (typeof NEXT_PICTURES)[number]

const BURNT = 0.25
const DARK_EMPTY_RED = 0.03
const GRAINY = 0.06
const MUCH_HIDDEN = 0.75
/** Before this stage a living egg shows little on any but a white shell, and two days show more than a better picture. */
const SOON = 0.27
/** Two grades that lie closer than this are both possible. */
const CLOSE = 0.3
/** Share of incubation after which as much more shows as tells living from dead. */
const WAIT_SHARE = 0.1

/** What would decide what this picture does not, likeliest first; nothing where it is decided. */
export function nextPicture(
  egg: Pick<EggFigures, 'light' | 'edgeSeenShare' | 'reasons'>,
  verdict: Pick<Verdict, 'grade' | 'probabilities'>,
  stage: number,
): NextPicture | null {
  if (verdict.grade !== 'unsure') return null
  if (egg.reasons.includes('cut-by-picture')) return 'whole-egg'
  if (egg.light.clippedShare > BURNT) return 'step-back'
  if (egg.light.emptyRed < DARK_EMPTY_RED) return 'brighter'
  if (egg.reasons.includes('blurred') || egg.light.relativeNoise > GRAINY) return 'hold-still'
  if (egg.edgeSeenShare < MUCH_HIDDEN) return 'uncover'
  if (stage < SOON && !mayBeRing(verdict.probabilities)) return 'wait'
  return 'quarter-turn'
}

/** A ring is seen best from above: from another side an arc closes, or turns out to be a vessel. */
function mayBeRing(probabilities: PerGrade): boolean {
  const most = Math.max(...GRADES.map((grade) => probabilities[grade]))
  return most - probabilities['blood-ring'] < CLOSE
}

/** Whole days to wait until more shows. @param incubationDays - of its set */
export function daysToWait(incubationDays: number): number {
  wantedPositive('incubationDays', incubationDays)
  return Math.max(1, Math.round(WAIT_SHARE * incubationDays))
}
