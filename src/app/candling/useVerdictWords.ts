import { computed, type ComputedRef } from 'vue'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { isFilmedAlive, waitsByRule } from '../../core/grade/policy.ts'
import { t } from './words.ts'

/** What is said of a verdict beside its grade. */
export function useVerdictWords(
  look: () => PicturedLook,
  set: () => Pick<EggSet, 'policy'> | null | undefined,
): {
  /** What is in the picture is hardly an egg: no grade is named. */
  isNoEgg: ComputedRef<boolean>
  /** Why a sure dud is left in; empty where it is not, or where doubt or life keep it in. */
  whyLeftIn: ComputedRef<string>
} {
  const isNoEgg = computed(() => look().verdict.unreadable.includes('unlike-an-egg'))
  const whyLeftIn = computed(() => {
    const { verdict, own, movement } = look()
    const { policy } = set() ?? {}
    if (own || policy === undefined || isFilmedAlive(movement)) return ''
    const rule = waitsByRule(verdict, policy)
    if (rule === null) return ''
    return rule === 'second-look' ? t('verdict.firstSighting') : t('verdict.holds')
  })
  return { isNoEgg, whyLeftIn }
}
