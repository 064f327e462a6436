import { computed } from 'vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { nextWaiting } from '../../core/tray/position.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { candlingBegan, matesLooks, standingLook, suspectedBy } from '../../domain/candling.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'

/** How the eggs of a set stand at this candling: which were seen, which wait, which are suspects. Changes nothing. */
export function useSetEggs(set: () => EggSet) {
  const hatchery = useHatcheryStore()
  const clock = useClockStore()

  const eggs = computed(() => hatchery.eggsBySet.get(set().id) ?? [])
  const began = computed(() => candlingBegan(set(), hatchery.hatchery, clock.nowMs))
  const lookOf = (egg: Egg): LookRecord | undefined =>
    standingLook(hatchery.looksByEgg.get(egg.id) ?? [], set(), {
      beganMs: began.value,
      nowMs: clock.nowMs,
    })
  /** The earlier look that makes an egg a suspect. */
  const suspectOf = (egg: Egg): LookRecord | null =>
    suspectedBy(
      (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.id !== lookOf(egg)?.id),
      set(),
    )
  /** Marked with a pencilled question mark: by an earlier look, or by this one. */
  const isSuspect = (egg: Egg): boolean =>
    !egg.removed && suspectedBy(hatchery.looksByEgg.get(egg.id) ?? [], set()) !== null
  const waits = (egg: Egg): boolean => !egg.removed && !lookOf(egg)?.own
  /** Eggs never set, kept to compare with; they are looked at only when chosen. */
  const references = computed(() =>
    (hatchery.allEggsBySet.get(set().id) ?? []).filter((egg) => egg.role === 'reference'),
  )
  const placeOf = (egg: Egg): string => nameOfPlace(set().trays, egg.place) || `Egg ${egg.number}`
  const waiting = computed(() => eggs.value.filter(waits).length)

  /**
   * Suspects of an earlier look come first: their time is what the session is about. Eggs that have been seen and only
   * want the candler's word come last: a new egg on the lamp must never meet one of them.
   */
  function nextOf(list: readonly Egg[], after: Egg | null): Egg | null {
    const unseen = (egg: Egg): boolean => egg.id !== after?.id && !egg.removed && !lookOf(egg)
    return (
      list.find((egg) => unseen(egg) && suspectOf(egg) !== null) ??
      nextWaiting(list, after, unseen) ??
      nextWaiting(list, after, waits)
    )
  }

  /** Shadows of the mates from the same basket that are taken for living at this candling. */
  function livingMates(egg: Egg): number[] {
    return matesLooks(
      eggs.value.filter((mate) => mate.batchId === egg.batchId),
      egg,
      lookOf,
    )
      .filter(({ own, verdict }) => (own?.grade ?? verdict.grade) === 'developing')
      .map((item) => figuresOfLook(item).shadow.value)
  }

  return { eggs, references, lookOf, suspectOf, isSuspect, waits, placeOf, waiting, livingMates, nextOf }
}
