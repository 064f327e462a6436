import { computed, type ComputedRef } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import type { Bench } from '../bench/useBench.ts'
import type { Evening } from '../evening/useEvening.ts'
import { wordsForLamp, wordsForPace, wordsForStep } from '../session-wording.ts'
import { t } from '../words.ts'
import type { CandlingSession } from './useSession.ts'

/** What an evening says from moment to moment. */
export interface SessionWords {
  /** Of the egg on the lamp. */
  lamp: ComputedRef<string>
  /** Of what is to be done beside it. */
  step: ComputedRef<{ title: string; text: string }>
  pace: ComputedRef<string>
}

interface Parts {
  flow: Pick<CandlingSession, 'session' | 'step' | 'pace'>
  bench: Pick<Bench, 'eggs' | 'look' | 'phase'>
  hands: Pick<Evening, 'watching' | 'unread'>
  /** Eggs that are still to be seen. */
  waiting: ComputedRef<number>
}

export function useSessionWords(
  set: () => EggSet | undefined,
  { flow, bench, hands, waiting }: Parts,
): SessionWords {
  const trayName = (trayId: string): string =>
    set()?.trays.find(({ id }) => id === trayId)?.name ?? t('session.theTray')
  const eggsIn = (trayId: string): number =>
    bench.eggs.value.filter((egg) => egg.place?.trayId === trayId && !egg.removed).length
  return {
    lamp: computed(() =>
      bench.phase.value !== 'ready'
        ? t('session.reading')
        : wordsForLamp(hands.watching.value, {
            unread: hands.unread.value !== null,
            byItself: flow.session.value?.trigger === 'itself',
            taken: bench.look.value !== null,
          }),
    ),
    step: computed(() => wordsForStep(flow.step.value, trayName, eggsIn)),
    pace: computed(() => wordsForPace(flow.pace.value, waiting.value)),
  }
}
