import type { TakingOutMethod } from '../../../core/hatching/hatch-methods.ts'
import { t } from './words.ts'

/** When chicks are taken out of the incubator. */
export const TAKING_OUT_WORDS: Readonly<Record<TakingOutMethod, string>> = {
  dry: t('takingOut.dry'),
  'one-day': t('takingOut.oneDay'),
  'two-to-three-days': t('takingOut.over'),
}
