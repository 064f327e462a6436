import { watch } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { Bench } from '../bench/useBench.ts'
import { useAirOfSession, type SessionAir } from './useSessionAir.ts'
import { useSessionState, type SessionState } from './useSessionState.ts'
import { useSessionSteps, type SessionSteps } from './useSessionSteps.ts'

/** One candling of a set from making ready to the report. */
export interface CandlingSession extends SessionState, SessionSteps, SessionAir {}

/** What a candling needs of the bench. */
export type SessionBench = Pick<Bench, 'eggs' | 'lookOf' | 'waits' | 'begin' | 'chooseTray' | 'judgeTogether'>

/** Where it stands is written down at every step, so a reload, another tab or an empty battery goes on at the same egg. */
export function useSession(set: () => EggSet, bench: SessionBench): CandlingSession {
  const hatchery = useHatcheryStore()
  const state = useSessionState(set, bench)
  const { session, step } = state
  // Before the tray goes back, so that what is otherwise can still be looked at.
  watch(
    () => (step.value.kind === 'return' && session.value?.begun && hatchery.leads ? step.value.trayId : null),
    (trayId) => {
      if (trayId !== null) void bench.judgeTogether(trayId).catch(() => undefined)
    },
  )
  return { ...state, ...useSessionSteps(set, bench, state), ...useAirOfSession(set, state) }
}
