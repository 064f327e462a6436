import { isPictured } from '../../../contracts/records/look-record.ts'
import type { EggAtHand, EveningFacts } from '../../../core/session/evening-terms.ts'
import { isDoneWith, standingGrade, suggestionOf } from '../../../domain/own-grade.ts'
import type { Bench } from '../bench/useBench.ts'
import type { CandlingSession } from '../session/useSession.ts'

/** The egg at hand as the evening knows it. */
export function eggAtHand({ current, look }: Pick<Bench, 'current' | 'look'>): EggAtHand | null {
  const { value: egg } = current
  const { value: seen } = look
  return (
    egg && {
      id: egg.id,
      removed: egg.removed !== null,
      look: seen && {
        id: seen.id,
        decided: isDoneWith(seen),
        staysIn: (isPictured(seen) ? seen.verdict.action : seen.action) !== 'remove',
        blurred: isPictured(seen) && seen.reading.reasons.includes('blurred'),
        grade: standingGrade(seen),
        suggested: suggestionOf(seen)?.grade ?? standingGrade(seen),
      },
    }
  )
}

/** What an evening is about, so far. @param leads - whether this tab is the one that writes */
export function phaseOf(
  { session, clocks, step }: Pick<CandlingSession, 'session' | 'clocks' | 'step'>,
  { leads, hasReport }: { leads: boolean; hasReport: boolean },
): EveningFacts['phase'] {
  if (!leads) return 'follows'
  if (!session.value) return hasReport ? 'report' : 'none'
  if (!session.value.begun) return 'making-ready'
  if (clocks.value.pausedMs !== null) return 'paused'
  return step.value.kind === 'candle' ? 'candling' : 'beside'
}
