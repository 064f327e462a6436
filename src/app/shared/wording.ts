import {
  isPictured,
  type LookRecord,
  type RegradeCause,
  type ToldCell,
} from '../../contracts/records/look-record.ts'
import type { Leaving, Outcome } from '../../contracts/records/egg-record.ts'
import type { Egg, EggState } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { ageInDays, dayNumber } from '../../core/planning/incubation/day-count.ts'
import {
  isLikelyDate,
  localDateOf,
  localHourOf,
  sayDate,
  sayLongDate,
  sayShortDate,
} from '../../core/time/local-date.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { sayReason } from '../../words/reasons.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import type { Action, Policy } from '../../core/grade/types.ts'
import { shellsOf } from '../../contracts/records/egg-kind.ts'
import { SPECIES } from '../../core/species/species.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { t, type Counted } from './words.ts'

export const GRADE_WORDS: Readonly<Record<SuggestedGrade, string>> = {
  developing: t('grade.developing'),
  clear: t('grade.clear'),
  'blood-ring': t('grade.bloodRing'),
  quitter: t('grade.quitter'),
  unsure: t('grade.unsure'),
}

export const OUTCOME_WORDS: Readonly<Record<Outcome, string>> = {
  hatched: t('outcome.hatched'),
  alive: t('outcome.alive'),
  clear: t('outcome.infertile'),
  'blood-ring': t('outcome.bloodRing'),
  quitter: t('outcome.quitter'),
}

/** Why an egg left, where it was not for its grade. */
export const LEAVING_WORDS: Readonly<Record<Exclude<Leaving, 'graded'>, string>> = {
  rotten: t('leaving.rotten'),
  cracked: t('leaving.cracked'),
  broken: t('leaving.broken'),
  animal: t('leaving.animal'),
  'given-away': t('leaving.givenAway'),
  eaten: t('leaving.eaten'),
  'moved-away': t('leaving.movedAway'),
  missing: t('leaving.missing'),
}

/** "quitter", "given away or sold". */
export function removedWords({ why, grade }: NonNullable<EggState['removed']>): string {
  return why === 'graded' ? GRADE_WORDS[grade ?? 'unsure'].toLowerCase() : LEAVING_WORDS[why]
}

/** "air cell 18 %", as it was told without a photograph; empty where it was not. */
export function toldCellWords(cell: ToldCell | null): string {
  if (!cell) return ''
  const depth =
    cell.by === 'drawn' ? percentWords(cell.depth) : t('byEye.mm', { depth: cell.depthMm.toFixed(1) })
  return t('byEye.cell', { depth })
}

/** When what is graded dead comes out. */
export const POLICY_WORDS: Readonly<Record<Policy, string>> = {
  'first-sight': t('policy.firstSight'),
  'second-look': t('policy.secondLook'),
  hold: t('policy.hold'),
}

export const ACTION_WORDS: Readonly<Record<Action, string>> = {
  keep: t('action.keep'),
  recheck: t('action.recheck'),
  remove: t('action.remove'),
}

/** Until when an earlier suggestion held. */
export const REGRADE_WORDS: Readonly<Record<RegradeCause, string>> = {
  mates: t('regrade.mates'),
  film: t('regrade.film'),
  model: t('regrade.model'),
  shell: t('regrade.shell'),
  rule: t('regrade.rule'),
}

/** Cameras that the server speaks for, as they are called; null where there is none to be offered. */
export const CAMERA_NAMES = {
  real: t('camera.network'),
  'stand-in': t('camera.simulated'),
  none: null,
} as const

/** What told most for a look's suggestion, as a sentence; empty where nothing did. */
export function mainReason(look: LookRecord): string {
  if (!isPictured(look)) return t('byEye.seen')
  const { verdict } = look
  const [first] = verdict.reasons
  return first ? sayReason(first) : ''
}

/** "B3", "Tray 2, B3", or "egg 7" where it has no place. */
export function nameOfEgg(
  trays: Parameters<typeof nameOfPlace>[0],
  { place, number }: Pick<Egg, 'place' | 'number'>,
): string {
  return nameOfPlace(trays, place) || t('egg.number', { number })
}

/** The day of an instant as this candler counts: "day 7.3" of elapsed time, "day 8" by the calendar. */
export function dayWords(set: Pick<EggSet, 'setAt' | 'plan'>, zone: string, atMs: number): string {
  const setAtMs = Date.parse(set.setAt)
  if (set.plan.dayCount === 'elapsed')
    return t('egg.day', { day: Math.max(0, ageInDays(setAtMs, atMs)).toFixed(1) })
  return t('egg.day', { day: dayNumber(set.plan.dayCount, { setAtMs, atMs, zone }) })
}

/** "Holm Pebble, Bantam, tinted shell". */
export function setWords(
  set: Pick<EggSet, 'breed' | 'species' | 'shell' | 'batches'>,
  eggs: readonly Egg[] = [],
): string {
  const shells = t('egg.shells', { shells: shellsOf(set, eggs).join(t('egg.and')) })
  return [set.breed, SPECIES[set.species].label, shells].filter((word) => word !== '').join(', ')
}

/** "Mon 30 Nov, evening": of moments that are known to some hours only. */
export function roughTime(atMs: number, zone: string): string {
  const hour = localHourOf(atMs, zone)
  const part = PARTS_OF_DAY.find(([until]) => hour < until)?.[1] ?? t('partOfDay.lateEvening')
  return `${sayShortDate(localDateOf(atMs, zone))}, ${part}`
}
const PARTS_OF_DAY = [
  [5, t('partOfDay.earlyHours')],
  [11, 'morning'],
  [14, 'midday'],
  [18, 'afternoon'],
  [22, 'evening'],
] as const

export function percentWords(fraction: number): string {
  const value = 100 * fraction
  return value > 0 && value < 10 ? `${value.toFixed(1)} %` : `${Math.round(value)} %`
}

/** Odds as people say them. */
export function oddsWords(odds: number): string {
  return odds >= 100 ? t('odds.almostCertainly') : odds >= 10 ? t('odds.veryProbably') : t('odds.probably')
}

/** "1 egg", "12 eggs": as the language forms its plural. */
export function count(n: number, what: Counted): string {
  return t(`count.${what}`, { n }, n)
}

const ODD_DAYS = 730

/**
 * What is odd about a date as it was typed; null where nothing is.
 * @param nowMs - years are odd that lie far from it
 */
export function dateDoubt(date: string, nowMs: number): string | null {
  if (date === '') return t('date.none')
  if (!isLikelyDate(date)) return t('date.yearWrong', { year: date.split('-')[0] ?? '' })
  const off = Math.abs(Date.parse(date) - nowMs) / DAY_MS
  return off > ODD_DAYS ? t('date.isYearRight', { day: sayDate(date), year: date.slice(0, 4) }) : null
}

/** Eggs are set at most so long before or after today; further off, a year was mistyped. */
const LONGEST_INCUBATION_DAYS = 60
const PLANNED_AHEAD_DAYS = 300

/** What is odd about a day on which eggs went in, or are to go in. @param isIn - they are in already */
export function setDateDoubt(date: string, nowMs: number, { isIn }: { isIn: boolean }): string | null {
  const odd = dateDoubt(date, nowMs)
  if (odd) return odd
  const aheadDays = (Date.parse(date) - nowMs) / DAY_MS
  if (isIn && aheadDays > 1) return t('date.toCome', { day: sayLongDate(date) })
  const isFar = aheadDays < -LONGEST_INCUBATION_DAYS || aheadDays > PLANNED_AHEAD_DAYS
  return isFar ? t('date.isYearRight', { day: sayDate(date), year: date.slice(0, 4) }) : null
}

/** A day of a set by the clock, to a tenth: 24, or 23.5. */
export function plainDay(days: number): string {
  return String(Number(days.toFixed(1)))
}
