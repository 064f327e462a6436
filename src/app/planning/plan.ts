import { defineStore } from 'pinia'
import { computed } from 'vue'
import { v4 as uuid } from 'uuid'
import { ownHatchOf } from '../../domain/own-hatch.ts'
import { planToRecords } from '../../domain/plan-to-records.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { computePlan } from '../../core/planning/compute-plan.ts'
import type { OwnHatch } from '../../core/planning/intake/hatchability.ts'
import type { DraftBatch, DraftEgg, DraftTray } from '../../core/planning/plan-draft.ts'
import type { SpeciesName } from '../../core/species/species.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import {
  batchAdded,
  batchRemoved,
  eggChanged,
  eggsMoved,
  emptyDraft,
  trayAdded,
  trayChanged,
  trayRemoved,
  type Lying,
} from './plan-changes.ts'
import { useKeptDraft } from './kept-draft.ts'

/** The plan on the way. It is kept in the browser with every change, and every change can be taken back. */
export const usePlanStore = defineStore('plan', () => {
  const store = useHatcheryStore()
  const clock = useClockStore()
  const kept = useKeptDraft()
  const { draft, past, problem, unreadable, open, forgetUnreadable, change, undo } = kept

  /** Worked out once for a bird, until the book is another. */
  const own = computed(() => {
    const { hatchery, sets, eggsBySet } = store
    const known = new Map<SpeciesName, OwnHatch>()
    return (species: SpeciesName): OwnHatch => {
      const hatch = known.get(species) ?? ownHatchOf(species, { hatchery, sets, eggsBySet })
      known.set(species, hatch)
      return hatch
    }
  })
  const groups = computed(() =>
    draft.value ? computePlan(draft.value, { ...store.hatchery, ownHatch: own.value }, clock.nowMs) : [],
  )
  const stops = computed(() =>
    groups.value.flatMap((group) => group.problems.filter((item) => item.weight === 'stop')),
  )
  const canFinish = computed(() => groups.value.length > 0 && stops.value.length === 0)

  async function startOver(): Promise<void> {
    await change(() => emptyDraft(store.hatchery, Date.now()))
  }

  const moveEggs = (places: readonly Lying[]): Promise<void> => {
    const lying = groups.value.flatMap((group) => group.eggs.map(({ egg, place }) => ({ id: egg.id, place })))
    return change((now) => eggsMoved(now, [...lying, ...places]))
  }

  /** Makes the sets; the basket is empty afterwards. @returns the new sets, soonest first */
  async function finish(): Promise<EggSet[]> {
    const now = draft.value
    if (!now || !canFinish.value) return []
    const records = planToRecords(
      { draft: now, groups: groups.value, hatchery: store.hatchery },
      { nowIso: new Date().toISOString(), newId: () => uuid() },
    )
    await store.commit('plan', null, records)
    await kept.empty()
    return records.sets
  }

  return {
    draft,
    past,
    problem,
    unreadable,
    forgetUnreadable,
    groups,
    canFinish,
    open,
    change,
    undo,
    startOver,
    addBatch: (batch: Omit<DraftBatch, 'id'>, count: number) =>
      change((now) => batchAdded(now, { batch, count }, store.hatchery)),
    removeBatch: (id: string) => change((now) => batchRemoved(now, id)),
    changeEgg: (id: string, changes: Partial<DraftEgg>) => change((now) => eggChanged(now, id, changes)),
    changeTray: (id: string, changes: Partial<DraftTray>) => change((now) => trayChanged(now, id, changes)),
    addTray: (species: SpeciesName) => change((now) => trayAdded(now, species, store.hatchery)),
    removeTray: (id: string) => change((now) => trayRemoved(now, id)),
    moveEggs,
    finish,
  }
})
