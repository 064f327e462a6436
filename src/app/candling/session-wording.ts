import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { SessionStep } from '../../core/session/session.ts'
import type { WatchAdvice, WatchState } from '../../core/watch/egg-watch.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { count, GRADE_WORDS, mainReason } from '../shared/wording.ts'
import { t } from './words.ts'
import { standingGrade } from '../../domain/own-grade.ts'

const ADVICE: Readonly<Record<WatchAdvice, string>> = {
  'too-dark': t('hint.dark'),
  overexposed: t('hint.bright'),
  'hold-still': t('hint.still'),
  'not-all-in-view': t('hint.whole'),
}

export interface AtTheLamp {
  /** The egg at hand could not be photographed. */
  unread: boolean
  byItself: boolean
  /** It has its look. */
  taken: boolean
}

/** How fast it goes. @param paceMs - for an egg; null while it is not known @param waiting - eggs still to be seen */
export function wordsForPace(paceMs: number | null, waiting: number): string {
  if (paceMs === null) return ''
  const each = t('pace.each', { seconds: (paceMs / 1000).toFixed(0) })
  if (waiting === 0) return `${each}.`
  return t('pace.left', { each, minutes: Math.max(1, Math.round((paceMs * waiting) / MINUTE_MS)) })
}

/** Beside an egg that is still to be photographed. @param suspected - its first look, where it is looked at again */
export function wordsBeforeLook(suspected: LookRecord | null): string {
  if (!suspected) return t('session.doNotLook')
  const grade = GRADE_WORDS[standingGrade(suspected)].toLowerCase()
  return t('session.lastLook', { days: suspected.ageDays.toFixed(1), grade, reason: mainReason(suspected) })
}

export function wordsForPause(isTrayOut: boolean): string {
  return isTrayOut ? t('session.trayCooling') : t('session.noTrayOut')
}

/** What the candler should do with the egg on the lamp, in as few words as can be read from the corner of an eye. */
export function wordsForLamp(
  { stage, advice }: Pick<WatchState, 'stage' | 'advice'>,
  { unread, byItself, taken }: AtTheLamp,
): string {
  if (unread) return t('session.tryAgain')
  if (!byItself) return taken ? '' : t('session.bluntEndKey')
  if (advice) return ADVICE[advice]
  return stage === 'taken'
    ? t('session.liftOff')
    : stage === 'coming'
      ? t('session.holdThere')
      : t('session.bluntEnd')
}

/** A step beside the lamp: what is to be done, and how. @param eggsIn - eggs that lie in a tray */
export function wordsForStep(
  step: SessionStep,
  trayName: (trayId: string) => string,
  eggsIn: (trayId: string) => number,
): { title: string; text: string } {
  if (step.kind === 'fetch')
    return {
      title: t('session.takeOut', { tray: trayName(step.trayId) }),
      text: t('session.pressAsLidLifts', { eggs: count(eggsIn(step.trayId), 'egg') }),
    }
  if (step.kind === 'return')
    return {
      title: t('session.putBack', { tray: trayName(step.trayId) }),
      text: t('session.pressAsLidLiftsAlone'),
    }
  if (step.kind === 'close-lid') {
    const tray = trayName(step.trayId)
    return {
      title: step.purpose === 'fetch' ? t('session.liftTray', { tray }) : t('session.trayBack', { tray }),
      text: t('session.lidBack'),
    }
  }
  return { title: t('session.allSeen'), text: t('session.checkHumidity') }
}
