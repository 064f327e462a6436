import type { KnownLook } from '../core/grade/rightness.ts'
import type { Grade } from '../core/grade-names.ts'
import { isPictured, type LookRecord, type PicturedLook } from '../contracts/records/look-record.ts'
import type { HatcheryRecords } from '../contracts/records/records.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { shellOf } from '../contracts/records/egg-kind.ts'
import { suggestionOf } from './own-grade.ts'
import { timelineOf } from './timeline.ts'

/** A look whose egg is known for what it was, with its set. */
export interface Confirmed<L extends LookRecord = LookRecord> {
  look: L
  egg: Egg
  set: EggSet
  /** Fraction of incubation then. */
  stage: number
  truth: Grade
}

/** What is asked for what became of eggs that were looked at. */
export type ConfirmedSources = Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks' | 'hatchery'>

/** What the egg was at a look; null where that is not known. */
function truthAt(look: LookRecord, { outcome, removed }: Egg): Grade | null {
  if (!outcome) return null
  if (outcome.found === 'hatched' || outcome.found === 'alive') return 'developing'
  if (outcome.found === 'clear') return 'clear'
  // Nobody knows on which day it died: only of the look that took it out is it sure.
  return removed?.lookId === look.id ? outcome.found : null
}

export function confirmedOf({ sets, eggs, looks, hatchery }: ConfirmedSources): Confirmed[] {
  const setById = new Map(sets.map((set) => [set.id, set]))
  const eggById = new Map(eggs.map((egg) => [egg.id, egg]))
  return looks.flatMap((look) => {
    const [set, egg] = [setById.get(look.setId), eggById.get(look.eggId)]
    const truth = set && egg && !look.replaced ? truthAt(look, egg) : null
    return truth && set && egg
      ? [{ look, egg, set, truth, stage: timelineOf(set, hatchery).stageAt(Date.parse(look.takenAt)) }]
      : []
  })
}

/** Those with a picture that could be read: what a model of pictures may learn from. */
export function confirmedPictures(records: ConfirmedSources): Array<Confirmed<PicturedLook>> {
  return confirmedOf(records).flatMap(({ look, ...known }) =>
    isPictured(look) && look.verdict.readable ? [{ look, ...known }] : [],
  )
}

/** Of each set: the same text for the same confirmed looks at the same stages. Sets with none are left out. */
export function signaturesOfConfirmed(records: ConfirmedSources): Map<string, string> {
  const signatures = new Map<string, string>()
  if (!records.eggs.some(({ outcome }) => outcome)) return signatures
  const lines = confirmedPictures(records)
    .map(({ look, truth, stage }) => ({ setId: look.setId, line: `${look.id} ${truth} ${stage.toFixed(3)}` }))
    .sort((a, b) => (a.line < b.line ? -1 : 1))
  for (const { setId, line } of lines) signatures.set(setId, `${signatures.get(setId) ?? ''}${line}\n`)
  return signatures
}

/** What program and candler said of eggs that are known. */
export function knownLooks(records: ConfirmedSources): KnownLook[] {
  return confirmedOf(records).map(({ look, egg, set, truth, stage }) => ({
    truth,
    program: suggestionOf(look)?.grade ?? null,
    candler: look.own?.grade ?? null,
    stage,
    shell: shellOf(egg, set),
  }))
}
