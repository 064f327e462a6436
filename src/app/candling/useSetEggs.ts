import { computed, type ComputedRef } from 'vue'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { nextWaiting } from '../../core/tray/position.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { candlingBegan, matesLooks, standingLook, suspectedBy } from '../../domain/candling.ts'
import { isDoneWith, standingGrade } from '../../domain/own-grade.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { t } from './words.ts'

/** How the eggs of a set stand at this candling: which were seen, which wait, which are suspects. */
export interface SetEggs {
  eggs: ComputedRef<Egg[]>
  /** Eggs never set, kept to compare with; they are looked at only when chosen. */
  references: ComputedRef<Egg[]>
  /** The look of this candling, where there is one. */
  lookOf: (egg: Egg) => LookRecord | undefined
  /** The earlier look that makes an egg a suspect. */
  suspectOf: (egg: Egg) => LookRecord | null
  /** Marked with a pencilled question mark: by an earlier look, or by this one. */
  isSuspect: (egg: Egg) => boolean
  waits: (egg: Egg) => boolean
  placeOf: (egg: Egg) => string
  waiting: ComputedRef<number>
  /** Shadows of the mates from the same basket that are taken for living at this candling. */
  livingMates: (egg: Egg) => number[]
  /**
   * Suspects of an earlier look come first: their time is what the session is about. Eggs that have been seen and only
   * want the candler's word come last: a new egg on the lamp must never meet one of them.
   */
  nextOf: (list: readonly Egg[], after: Egg | null) => Egg | null
}

/** Changes nothing. */
export function useSetEggs(set: () => EggSet): SetEggs {
  const hatchery = useHatcheryStore()
  const clock = useClockStore()

  const eggs = computed(() => hatchery.eggsBySet.get(set().id) ?? [])
  const began = computed(() => candlingBegan(set(), hatchery.hatchery, clock.nowMs))
  const lookOf = (egg: Egg): LookRecord | undefined =>
    standingLook(hatchery.looksByEgg.get(egg.id) ?? [], set(), {
      beganMs: began.value,
      nowMs: clock.nowMs,
    })
  const suspectOf = (egg: Egg): LookRecord | null =>
    suspectedBy(
      (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.id !== lookOf(egg)?.id),
      set(),
    )
  const isSuspect = (egg: Egg): boolean =>
    !egg.removed && suspectedBy(hatchery.looksByEgg.get(egg.id) ?? [], set()) !== null
  const waits = (egg: Egg): boolean => {
    const look = lookOf(egg)
    return !egg.removed && !(look && isDoneWith(look))
  }
  const references = computed(() =>
    (hatchery.allEggsBySet.get(set().id) ?? []).filter((egg) => egg.role === 'reference'),
  )
  const placeOf = (egg: Egg): string =>
    nameOfPlace(set().trays, egg.place) || t('places.egg', { number: egg.number })
  const waiting = computed(() => eggs.value.filter(waits).length)

  function nextOf(list: readonly Egg[], after: Egg | null): Egg | null {
    const unseen = (egg: Egg): boolean => egg.id !== after?.id && !egg.removed && !lookOf(egg)
    return (
      list.find((egg) => unseen(egg) && suspectOf(egg) !== null) ??
      nextWaiting(list, after, unseen) ??
      nextWaiting(list, after, waits)
    )
  }

  function livingMates(egg: Egg): number[] {
    return matesLooks(
      eggs.value.filter((mate) => mate.batchId === egg.batchId),
      egg,
      lookOf,
    )
      .filter(isPictured)
      .filter((item) => standingGrade(item) === 'developing')
      .map((item) => figuresOfLook(item).shadow.value)
  }

  return { eggs, references, lookOf, suspectOf, isSuspect, waits, placeOf, waiting, livingMates, nextOf }
}
