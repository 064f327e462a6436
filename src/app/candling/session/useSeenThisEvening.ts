import { computed, type ComputedRef } from 'vue'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import { isPictured, type LookRecord, type PicturedLook } from '../../../contracts/records/look-record.ts'
import type { Session } from '../../../contracts/records/session-record.ts'
import { suggestedBeforeMates } from '../../../domain/regrade.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { Bench } from '../bench/useBench.ts'

/** What an evening came to, while it goes on and after it. */
export interface SeenThisEvening {
  /** The latest of the set that has ended. */
  lastSession: ComputedRef<Session | null>
  /** The one whose summary is shown: while no other goes on. */
  shownReport: ComputedRef<Session | null>
  seen: ComputedRef<Array<{ egg: Egg; look: LookRecord }>>
  /** Seen this evening, with a suggestion that is otherwise now that all mates are known. */
  changedByMates: ComputedRef<Array<{ egg: Egg; look: PicturedLook; before: PicturedLook['verdict'] }>>
  /** Skipped, and not seen later either. */
  left: ComputedRef<Egg[]>
}

export function useSeenThisEvening(
  setId: () => string,
  session: ComputedRef<Session | null>,
  bench: Pick<Bench, 'eggs' | 'lookOf'>,
): SeenThisEvening {
  const hatchery = useHatcheryStore()
  const lastSession = computed(
    () =>
      hatchery.sessions
        .filter((item) => item.setId === setId() && item.endedAt !== null)
        .sort((a, b) => a.endedAt!.localeCompare(b.endedAt!))
        .at(-1) ?? null,
  )
  const shownReport = computed(() => (session.value === null ? lastSession.value : null))
  const since = computed(() => (shownReport.value ?? session.value)?.startedAt ?? '')
  const seen = computed(() =>
    bench.eggs.value.flatMap((egg) => {
      const look = bench.lookOf(egg)
      return look && look.takenAt >= since.value ? [{ egg, look }] : []
    }),
  )
  const changedByMates = computed(() =>
    seen.value.flatMap(({ egg, look }) => {
      const before = isPictured(look) ? suggestedBeforeMates(look, since.value) : null
      return before && isPictured(look) ? [{ egg, look, before }] : []
    }),
  )
  const left = computed(() =>
    bench.eggs.value.filter(
      ({ id }) => shownReport.value?.skipped.includes(id) && !seen.value.some(({ egg }) => egg.id === id),
    ),
  )
  return { lastSession, shownReport, seen, changedByMates, left }
}
