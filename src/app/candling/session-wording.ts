import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { SessionStep } from '../../core/session/session.ts'
import type { WatchAdvice, WatchState } from '../../core/watch/egg-watch.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { count, GRADE_WORDS, mainReason } from '../shared/wording.ts'
import { WORDS } from './words.ts'

const ADVICE: Readonly<Record<WatchAdvice, string>> = {
  'too-dark': WORDS.tooDarkMoveCloserTo,
  overexposed: WORDS.tooBrightDimTheLamp,
  'hold-still': WORDS.holdItStillForA,
  'not-all-in-view': WORDS.showTheWholeEgg,
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
  const each = WORDS.sPerEgg((paceMs / 1000).toFixed(0))
  if (waiting === 0) return `${each}.`
  return WORDS.aboutMinLeft(each, Math.max(1, Math.round((paceMs * waiting) / MINUTE_MS)))
}

/** Beside an egg that is still to be photographed. @param suspected - its first look, where it is looked at again */
export function wordsBeforeLook(suspected: LookRecord | null): string {
  if (!suspected) return WORDS.doNotLookIntoTheLamp
  const grade = GRADE_WORDS[suspected.own?.grade ?? suspected.verdict.grade].toLowerCase()
  return WORDS.atDaysItWas(suspected.ageDays.toFixed(1), grade, mainReason(suspected))
}

export function wordsForPause(isTrayOut: boolean): string {
  return isTrayOut ? WORDS.theTrayIsStillOut : WORDS.noTrayIsOut
}

/** What the candler should do with the egg on the lamp, in as few words as can be read from the corner of an eye. */
export function wordsForLamp(
  { stage, advice }: Pick<WatchState, 'stage' | 'advice'>,
  { unread, byItself, taken }: AtTheLamp,
): string {
  if (unread) return WORDS.notPhotographedTryAgainOr
  if (!byItself) return taken ? '' : WORDS.bluntEndToTheLampThen
  if (advice) return ADVICE[advice]
  return stage === 'taken'
    ? WORDS.doneLiftItOffFor
    : stage === 'coming'
      ? WORDS.holdItThere
      : WORDS.bluntEndToTheLamp2
}

/** A step beside the lamp: what is to be done, and how. @param eggsIn - eggs that lie in a tray */
export function wordsForStep(
  step: SessionStep,
  trayName: (trayId: string) => string,
  eggsIn: (trayId: string) => number,
): { title: string; text: string } {
  if (step.kind === 'fetch')
    return {
      title: WORDS.takeOutTrayName(trayName(step.trayId)),
      text: WORDS.eggsPressAsYouLift(count(eggsIn(step.trayId), 'egg')),
    }
  if (step.kind === 'return')
    return { title: WORDS.donePutItBack(trayName(step.trayId)), text: WORDS.pressAsYouLiftThe }
  if (step.kind === 'close-lid') {
    const tray = trayName(step.trayId)
    return {
      title: step.purpose === 'fetch' ? WORDS.liftTrayOut(tray) : WORDS.putBackAsItWas(tray),
      text: WORDS.lidBackOnFlatAt,
    }
  }
  return { title: WORDS.allEggsSeen, text: WORDS.checkTheHumidityAgainWithin }
}
