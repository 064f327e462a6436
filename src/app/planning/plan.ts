import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { v4 as uuid } from 'uuid'
import { sayProblems } from '../../contracts/records/book.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import { planDraftSchema, readDraft } from '../../contracts/records/plan-draft.ts'
import { isStorageFull } from '../data/storage-room.ts'
import { planToRecords } from '../../domain/plan-to-records.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { computePlan } from '../../core/planning/compute-plan.ts'
import type { DraftBatch, DraftEgg, DraftTray, PlanDraft } from '../../core/planning/plan-draft.ts'
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

const DRAFT_KEY = 'plan-draft'
const ASIDE_KEY = 'plan-draft-aside'
const KEPT_STEPS = 100

/** The plan on the way. It is kept in the browser with every change, and every change can be taken back. */
export const usePlanStore = defineStore('plan', () => {
  const store = useHatcheryStore()
  const clock = useClockStore()
  const draft = shallowRef<PlanDraft | null>(null)
  const past = shallowRef<PlanDraft[]>([])
  /** Why the last change, or the draft as a whole, could not be kept, as a sentence; with the egg that it is about. */
  const problem = ref<{ text: string; eggId: string | null } | null>(null)
  /** A draft of an earlier visit that cannot be read: kept, to be taken out. */
  const unreadable = shallowRef<unknown>(null)

  const groups = computed(() => (draft.value ? computePlan(draft.value, store.hatchery, clock.nowMs) : []))
  const stops = computed(() =>
    groups.value.flatMap((group) => group.problems.filter((item) => item.weight === 'stop')),
  )
  const canFinish = computed(() => groups.value.length > 0 && stops.value.length === 0)

  /** Opens the draft of the last visit, or an empty one. */
  async function open(): Promise<void> {
    if (draft.value) return
    const kept = await store.repository.setting<unknown>(DRAFT_KEY)
    const { draft: read, left } = kept === null ? { draft: null, left: [] } : readDraft(kept)
    if (kept !== null && !read) {
      await store.repository.saveSetting(ASIDE_KEY, kept)
      await store.repository.saveSetting(DRAFT_KEY, emptyDraft(store.hatchery, Date.now()))
      problem.value = {
        eggId: null,
        text: 'Your last plan cannot be read. It is kept, and a new one is started.',
      }
    } else if (left.length > 0) {
      problem.value = { eggId: null, text: `Left empty: ${left.join(' ')}` }
    }
    unreadable.value = await store.repository.setting<unknown>(ASIDE_KEY)
    draft.value = read ?? emptyDraft(store.hatchery, Date.now())
  }

  async function forgetUnreadable(): Promise<void> {
    await store.repository.saveSetting(ASIDE_KEY, null)
    unreadable.value = null
    problem.value = null
  }

  async function keep(next: PlanDraft): Promise<void> {
    try {
      await store.repository.saveSetting(DRAFT_KEY, next)
      problem.value = null
    } catch (error) {
      problem.value = {
        eggId: null,
        text: `The plan is on screen but not saved: ${isStorageFull(error) ? 'browser storage is full' : (error as Error).message}.`,
      }
    }
  }

  async function change(next: (now: PlanDraft) => PlanDraft): Promise<void> {
    const now = draft.value
    if (!now) return
    const wanted = next(now)
    // What a later visit could not read is refused here, where it can be put right.
    const sound = planDraftSchema.safeParse(wanted)
    if (!sound.success) {
      const problems = problemsOf(sound.error, wanted)
      const [table, index] = problems[0]?.path ?? []
      problem.value = {
        text: sayProblems(problems),
        eggId: table === 'eggs' && typeof index === 'number' ? (wanted.eggs[index]?.id ?? null) : null,
      }
      return
    }
    past.value = [...past.value.slice(1 - KEPT_STEPS), now]
    draft.value = sound.data
    await keep(sound.data)
  }

  async function undo(): Promise<void> {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    draft.value = before
    await keep(before)
  }

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
    past.value = []
    draft.value = emptyDraft(store.hatchery, Date.now())
    await keep(draft.value)
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
