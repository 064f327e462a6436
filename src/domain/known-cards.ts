import { createRandom } from '../core/random/random.ts'
import { confusionOf, type Confusion } from '../core/learning/confusions.ts'
import type { Grade } from '../core/grade-names.ts'
import type { Shell, SpeciesName } from '../core/species/species.ts'
import { isPictured, type PicturedLook } from '../contracts/records/look-record.ts'
import type { Practised } from '../contracts/records/practice-record.ts'
import { shellOf } from '../contracts/records/egg-kind.ts'
import { confirmedOf, type ConfirmedSources } from './confirmed-looks.ts'

/** A photograph of one's own whose egg is known for what it was, to practise on. */
export interface KnownCard {
  look: PicturedLook
  truth: Grade
  confusion: Confusion
  species: SpeciesName
  shell: Shell
  /** How far the program was from being sure of the truth, 0 … 1: what it doubts is hard. */
  hardness: number
}

export function knownCards(records: ConfirmedSources): KnownCard[] {
  return confirmedOf(records).flatMap(({ look, egg, set, truth, stage }) =>
    isPictured(look)
      ? [
          {
            look,
            truth,
            confusion: confusionOf({ truth, stage, shell: shellOf(egg, set) }),
            species: set.species,
            shell: shellOf(egg, set),
            hardness: 1 - look.verdict.probabilities[truth],
          },
        ]
      : [],
  )
}

/**
 * Which of them comes next for a confusion: the one met least, by chance among equals.
 * @param seed - equal seeds and answers give the same card
 * @returns null where there is none of the kind
 */
export function nextKnownCard(
  cards: readonly KnownCard[],
  { confusion, seed, practised }: { confusion: Confusion; seed: string; practised: readonly Practised[] },
): KnownCard | null {
  const met = new Map<string, number>()
  for (const { card } of practised) if (card.lookId) met.set(card.lookId, (met.get(card.lookId) ?? 0) + 1)
  const random = createRandom(`known/${seed}`)
  const ranked = cards
    .filter((card) => card.confusion === confusion)
    .sort((a, b) => (a.look.id < b.look.id ? -1 : 1))
    .map((card) => ({ card, times: met.get(card.look.id) ?? 0, chance: random.uniform() }))
    .sort((a, b) => a.times - b.times || a.chance - b.chance)
  return ranked[0]?.card ?? null
}
