import type { Shell } from '../species/species.ts'
import type { Grade, SuggestedGrade } from '../grade-names.ts'

/** One look at an egg of which it is known what it was. */
export interface KnownLook {
  truth: Grade
  /** Null where there was no picture. */
  program: SuggestedGrade | null
  /** Null where the candler left it to the suggestion. */
  candler: SuggestedGrade | null
  /** Fraction of incubation. */
  stage: number
  shell: Shell
}

export interface Rightness {
  name: string
  looks: number
  program: Tally
  candler: Tally
}

/** Of those decided, how many were right; the rest was "not sure" or not said. */
export interface Tally {
  right: number
  decided: number
}

export const STAGE_BANDS = [
  { name: 'first third', from: 0 },
  { name: 'second third', from: 1 / 3 },
  { name: 'last third', from: 2 / 3 },
] as const

function tally(looks: readonly KnownLook[], said: (look: KnownLook) => SuggestedGrade | null): Tally {
  const decided = looks.filter((look) => said(look) !== null && said(look) !== 'unsure')
  return { decided: decided.length, right: decided.filter((look) => said(look) === look.truth).length }
}

/** How often program and candler were each right, in groups of their own. */
export function rightnessBy(looks: readonly KnownLook[], groupOf: (look: KnownLook) => string): Rightness[] {
  const groups = new Map<string, KnownLook[]>()
  for (const look of looks) groups.set(groupOf(look), [...(groups.get(groupOf(look)) ?? []), look])
  return [...groups]
    .map(([name, group]) => ({
      name,
      looks: group.length,
      program: tally(group, (look) => look.program),
      candler: tally(group, (look) => look.candler),
    }))
    .sort((a, b) => a.name.localeCompare(b.name))
}

export function stageBand(stage: number): string {
  return STAGE_BANDS.findLast((band) => stage >= band.from)!.name
}
