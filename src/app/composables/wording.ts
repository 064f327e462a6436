import type { Action, SuggestedGrade } from '../../core/grade/types.ts'

export const GRADE_WORDS: Readonly<Record<SuggestedGrade, string>> = {
  developing: 'Developing', clear: 'Clear', 'blood-ring': 'Blood ring', quitter: 'Quitter', unsure: 'Not sure',
}

export const ACTION_WORDS: Readonly<Record<Action, string>> = {
  keep: 'Leave it in', recheck: 'Leave it in, look again', remove: 'Take it out',
}

/** 7.3 → "day 7.3"; age is elapsed time. */
export function dayWords(ageDays: number): string {
  return `day ${ageDays.toFixed(1)}`
}

export function percentWords(fraction: number): string {
  const value = 100 * fraction
  return value > 0 && value < 10 ? `${value.toFixed(1)} %` : `${Math.round(value)} %`
}

export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`
}
