import { evidenceOf } from '../core/grade/evidence.ts'
import { GRADING_MODEL } from '../core/grade/grading-model.ts'
import type { ConfirmedLook } from '../core/grade/learn.ts'
import type { KnownLook } from '../core/grade/rightness.ts'
import type { Grade } from '../core/grade/types.ts'
import { stageOf } from '../core/species/species.ts'
import type { LookRecord } from '../contracts/look-record.ts'
import type { HatcheryRecords } from '../contracts/records.ts'
import type { Egg } from '../contracts/egg-record.ts'
import type { EggSet } from '../contracts/set-record.ts'

/** A look whose egg is known for what it was, with its set. */
export interface Confirmed {
  look: LookRecord
  set: EggSet
  truth: Grade
}

/** What the egg was at a look; null where that is not known. */
function truthAt(look: LookRecord, { outcome, removed }: Egg): Grade | null {
  if (!outcome) return null
  if (outcome.found === 'hatched' || outcome.found === 'alive') return 'developing'
  if (outcome.found === 'clear') return 'clear'
  // Nobody knows on which day it died: only of the look that took it out is it sure.
  return removed?.lookId === look.id ? outcome.found : null
}

export function confirmedOf({
  sets,
  eggs,
  looks,
}: Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>): Confirmed[] {
  const setById = new Map(sets.map((set) => [set.id, set]))
  const eggById = new Map(eggs.map((egg) => [egg.id, egg]))
  return looks.flatMap((look) => {
    const [set, egg] = [setById.get(look.setId), eggById.get(look.eggId)]
    const truth = set && egg && !look.replaced ? truthAt(look, egg) : null
    return truth && set ? [{ look, set, truth }] : []
  })
}

/** What the hatchery's own eggs teach the model. */
export function confirmedLooks(records: Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>): ConfirmedLook[] {
  return confirmedOf(records)
    .filter(({ look }) => look.verdict.readable)
    .map(({ look, set, truth }) => ({
      truth,
      ...evidenceOf(look.reading, stageOf(set.species, look.ageDays), GRADING_MODEL),
    }))
}

/** Of each set: the same text for the same confirmed looks. Sets with none are left out. */
export function signaturesOfConfirmed(
  records: Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>,
): Map<string, string> {
  const signatures = new Map<string, string>()
  if (!records.eggs.some(({ outcome }) => outcome)) return signatures
  const lines = confirmedOf(records)
    .filter(({ look }) => look.verdict.readable)
    .map(({ look, truth }) => ({ setId: look.setId, line: `${look.id} ${truth}` }))
    .sort((a, b) => (a.line < b.line ? -1 : 1))
  for (const { setId, line } of lines) signatures.set(setId, `${signatures.get(setId) ?? ''}${line}\n`)
  return signatures
}

/** What program and candler said of eggs that are known. */
export function knownLooks(records: Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>): KnownLook[] {
  return confirmedOf(records).map(({ look, set, truth }) => ({
    truth,
    program: look.verdict.grade,
    candler: look.own?.grade ?? null,
    stage: stageOf(set.species, look.ageDays),
    shell: set.shell,
  }))
}
