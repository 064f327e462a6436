import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { sayProblems } from '../../contracts/records/book.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import { planDraftSchema, readDraft } from '../../contracts/records/plan-draft.ts'
import type { PlanDraft } from '../../core/planning/plan-draft.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { isStorageFull } from '../data/storage-room.ts'
import { emptyDraft } from './plan-changes.ts'
import { t } from './words.ts'

const DRAFT_KEY = 'plan-draft'
const ASIDE_KEY = 'plan-draft-aside'
const KEPT_STEPS = 100

/** A draft that is in the browser's storage with every change, and every change of which can be taken back. */
export interface KeptDraft {
  draft: ShallowRef<PlanDraft | null>
  past: ShallowRef<PlanDraft[]>
  /** Why the last change, or the draft as a whole, could not be kept, as a sentence; with the egg that it is about. */
  problem: Ref<{ text: string; eggId: string | null } | null>
  /** A draft of an earlier visit that cannot be read: kept, to be taken out. */
  unreadable: ShallowRef<unknown>
  /** Opens the draft of the last visit, or an empty one. */
  open: () => Promise<void>
  forgetUnreadable: () => Promise<void>
  change: (next: (now: PlanDraft) => PlanDraft) => Promise<void>
  undo: () => Promise<void>
  /** Begins anew, with nothing to be taken back. */
  empty: () => Promise<void>
}

export function useKeptDraft(): KeptDraft {
  const store = useHatcheryStore()
  const draft = shallowRef<PlanDraft | null>(null)
  const past = shallowRef<PlanDraft[]>([])
  const problem: KeptDraft['problem'] = ref(null)
  const unreadable = shallowRef<unknown>(null)
  const say = (text: string, eggId: string | null = null): void => {
    problem.value = { text, eggId }
  }
  const newDraft = (): PlanDraft => emptyDraft(store.hatchery, Date.now())

  async function open(): Promise<void> {
    if (draft.value) return
    const kept = await store.repository.setting<unknown>(DRAFT_KEY)
    const { draft: read, left } = kept === null ? { draft: null, left: [] } : readDraft(kept)
    if (kept !== null && !read) {
      await store.repository.saveSetting(ASIDE_KEY, kept)
      await store.repository.saveSetting(DRAFT_KEY, newDraft())
      say(t('draft.unreadable'))
    } else if (left.length > 0) say(t('draft.leftEmpty', { what: left.join(' ') }))
    unreadable.value = await store.repository.setting<unknown>(ASIDE_KEY)
    draft.value = read ?? newDraft()
  }

  async function forgetUnreadable(): Promise<void> {
    await store.repository.saveSetting(ASIDE_KEY, null)
    unreadable.value = null
    problem.value = null
  }

  async function keep(next: PlanDraft): Promise<void> {
    draft.value = next
    try {
      await store.repository.saveSetting(DRAFT_KEY, next)
      problem.value = null
    } catch (error) {
      const why = isStorageFull(error) ? t('draft.storageFull') : (error as Error).message
      say(t('draft.notSaved', { why }))
    }
  }

  async function change(next: (now: PlanDraft) => PlanDraft): Promise<void> {
    const { value: now } = draft
    if (!now) return
    const wanted = next(now)
    // What a later visit could not read is refused here, where it can be put right.
    const sound = planDraftSchema.safeParse(wanted)
    if (!sound.success) {
      const problems = problemsOf(sound.error, wanted)
      const [table, index] = problems[0]?.path ?? []
      const egg = table === 'eggs' && typeof index === 'number' ? wanted.eggs[index] : undefined
      say(sayProblems(problems), egg?.id ?? null)
      return
    }
    past.value = [...past.value.slice(1 - KEPT_STEPS), now]
    await keep(sound.data)
  }

  async function undo(): Promise<void> {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    await keep(before)
  }

  async function empty(): Promise<void> {
    past.value = []
    await keep(newDraft())
  }

  return { draft, past, problem, unreadable, open, forgetUnreadable, change, undo, empty }
}
