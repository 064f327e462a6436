import { computed, type ComputedRef } from 'vue'
import { answerOf } from '../../../contracts/records/practice-record.ts'
import { knownFrom, nextConfusion } from '../../../core/learning/schedule.ts'
import type { Shell, SpeciesName } from '../../../core/species/species.ts'
import { knownCards, nextKnownCard, type KnownCard } from '../../../domain/known-cards.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import { drawnEgg } from '../drawn-egg.ts'
import type { LampEgg } from '../lamp-egg.ts'
import { ownEgg } from '../own-egg.ts'
import type { Sitting } from './useSitting.ts'

/** What is practised on. */
export interface Wanted {
  species: SpeciesName
  shell: Shell
  /** Photographs of one's own whose eggs are known come in between. */
  own: boolean
}

/** Which egg comes next: it follows from this person's answers alone. */
export interface Cards {
  /** Photographs in this book whose eggs are known. */
  own: ComputedRef<KnownCard[]>
  eggNow: (nowMs: number) => LampEgg
  /** A photograph turned out to be gone: it comes no more. */
  isGone: (lookId: string) => void
}

export function useCards(
  wanted: () => Wanted,
  { practised, sitting, ofSitting }: Pick<Sitting, 'practised' | 'sitting' | 'ofSitting'>,
): Cards {
  const store = useHatcheryStore()
  const { workers } = useDevicesStore()
  const answers = computed(() => practised.value.map(answerOf))
  const own = computed(() =>
    knownCards({ sets: store.sets, eggs: store.eggs, looks: store.looks, hatchery: store.hatchery }),
  )
  const gone = new Set<string>()

  /** By the answers' own clock: who comes back after a pause gets the card that was left. */
  function latestMs(nowMs: number): number {
    const latest = ofSitting.value.at(-1)
    return latest ? Date.parse(latest.at) : nowMs
  }

  function eggNow(nowMs: number): LampEgg {
    const known = nextConfusion(knownFrom(answers.value, latestMs(nowMs)))
    const { species, shell, own: mixed } = wanted()
    const seed = `${sitting.value}-${ofSitting.value.length}`
    const { confusion } = known
    const hardness = rounded(known.hardness)
    // Every other egg: drawn ones know every kind, one's own are the real thing.
    const card =
      mixed && ofSitting.value.length % 2 === 1
        ? nextKnownCard(
            own.value.filter(({ look }) => !gone.has(look.id)),
            { confusion, seed, practised: practised.value },
          )
        : null
    if (!card) return drawnEgg({ seed, confusion, hardness, species, shell }, workers)
    const { species: its, shell: itsShell } = card
    const wish = { seed, confusion, hardness: rounded(card.hardness), species: its, shell: itsShell }
    return ownEgg(card, wish, store.repository)
  }

  return { own, eggNow, isGone: (lookId) => void gone.add(lookId) }
}

const rounded = (hardness: number): number => Number(hardness.toFixed(2))
