import { computed, ref, type ComputedRef, type Ref } from 'vue'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { LookRecord } from '../../../contracts/records/look-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { matesLooks } from '../../../domain/candling.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useSetEggs, type SetEggs } from '../useSetEggs.ts'

/** Which egg is at hand, and the ways to another. */
export interface EggChoice extends SetEggs {
  currentId: Ref<string | null>
  current: ComputedRef<Egg | null>
  look: ComputedRef<LookRecord | null>
  earlier: ComputedRef<LookRecord[]>
  mates: ComputedRef<LookRecord[]>
  /** The tray in which the current egg lies. */
  tray: ComputedRef<EggSet['trays'][number]>
  eggsHere: ComputedRef<Egg[]>
  /** Those of them that nobody has looked at now, and that no earlier look makes suspects. */
  unseenHere: ComputedRef<Egg[]>
  choose: (egg: Egg | null) => void
  /** The egg of a tray that comes first, or its first where none waits. */
  chooseTray: (trayId: string) => void
  begin: () => void
  step: (by: number) => void
  /** On to the next egg that waits, in this tray before the others; stays when none does. */
  advance: () => void
}

export interface EggChoicePort {
  /** Whether another egg may be chosen now. */
  mayChoose: () => boolean
  chosen: () => void
}

export function useEggChoice(set: () => EggSet, { mayChoose, chosen }: EggChoicePort): EggChoice {
  const hatchery = useHatcheryStore()
  const ofSet = useSetEggs(set)
  const { eggs, references, lookOf, nextOf } = ofSet
  const currentId = ref<string | null>(null)
  const current = computed(
    () => [...eggs.value, ...references.value].find((egg) => egg.id === currentId.value) ?? null,
  )
  const look = computed(() => (current.value ? (lookOf(current.value) ?? null) : null))
  const earlier = computed(() =>
    current.value
      ? (hatchery.looksByEgg.get(current.value.id) ?? []).filter((item) => item.id !== look.value?.id)
      : [],
  )
  const mates = computed(() => (current.value ? matesLooks(eggs.value, current.value, lookOf) : []))
  const tray = computed(
    () => set().trays.find((item) => item.id === current.value?.place?.trayId) ?? set().trays[0]!,
  )
  const eggsHere = computed(() => eggs.value.filter((egg) => egg.place?.trayId === tray.value.id))

  const unseenHere = computed(() =>
    eggsHere.value.filter((egg) => ofSet.waits(egg) && !lookOf(egg) && !ofSet.suspectOf(egg)),
  )

  function choose(egg: Egg | null): void {
    if (!egg || !mayChoose()) return
    chosen()
    currentId.value = egg.id
  }

  function chooseTray(trayId: string): void {
    const there = eggs.value.filter((egg) => egg.place?.trayId === trayId)
    choose(nextOf(there, null) ?? there[0] ?? null)
  }

  function begin(): void {
    currentId.value = (nextOf(eggs.value, null) ?? eggs.value[0])?.id ?? null
  }

  function step(by: number): void {
    const at = eggs.value.findIndex((egg) => egg.id === currentId.value)
    choose(eggs.value[(at + by + eggs.value.length) % eggs.value.length] ?? null)
  }

  function advance(): void {
    const next = nextOf(eggsHere.value, current.value) ?? nextOf(eggs.value, current.value)
    if (next) currentId.value = next.id
  }

  return {
    ...ofSet,
    currentId,
    current,
    look,
    earlier,
    mates,
    tray,
    eggsHere,
    unseenHere,
    choose,
    chooseTray,
    begin,
    step,
    advance,
  }
}
