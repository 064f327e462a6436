import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { SessionStep } from '../../core/session/session.ts'
import type { WatchAdvice, WatchState } from '../../core/watch/egg-watch.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { count, GRADE_WORDS, mainReason } from '../shared/wording.ts'

const ADVICE: Readonly<Record<WatchAdvice, string>> = {
  'too-dark': 'Too dark: move closer to the lamp',
  overexposed: 'Too bright: dim the lamp or move back',
  'hold-still': 'Hold it still for a moment',
  'not-all-in-view': 'Show the whole egg',
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
  const each = `${(paceMs / 1000).toFixed(0)} s per egg`
  if (waiting === 0) return `${each}.`
  return `${each}, about ${Math.max(1, Math.round((paceMs * waiting) / MINUTE_MS))} min left`
}

/** Beside an egg that is still to be photographed. @param suspected - its first look, where it is looked at again */
export function wordsBeforeLook(suspected: LookRecord | null): string {
  if (!suspected) return 'Do not look into the lamp.'
  const grade = GRADE_WORDS[suspected.own?.grade ?? suspected.verdict.grade].toLowerCase()
  return `At ${suspected.ageDays.toFixed(1)} days it was ${grade}: ${mainReason(suspected)}.`
}

export function wordsForPause(isTrayOut: boolean): string {
  return isTrayOut ? 'The tray is still out and cooling. Cover it with the towel.' : 'No tray is out.'
}

/** What the candler should do with the egg on the lamp, in as few words as can be read from the corner of an eye. */
export function wordsForLamp(
  { stage, advice }: Pick<WatchState, 'stage' | 'advice'>,
  { unread, byItself, taken }: AtTheLamp,
): string {
  if (unread) return 'Not photographed: try again, or skip it'
  if (!byItself) return taken ? '' : 'Blunt end to the lamp, then press the key'
  if (advice) return ADVICE[advice]
  return stage === 'taken'
    ? 'Done. Lift it off for the next egg'
    : stage === 'coming'
      ? 'Hold it there …'
      : 'Blunt end to the lamp'
}

/** A step beside the lamp: what is to be done, and how. @param eggsIn - eggs that lie in a tray */
export function wordsForStep(
  step: SessionStep,
  trayName: (trayId: string) => string,
  eggsIn: (trayId: string) => number,
): { title: string; text: string } {
  if (step.kind === 'fetch')
    return {
      title: `Take out ${trayName(step.trayId)}`,
      text: `${count(eggsIn(step.trayId), 'egg')}. Press as you lift the lid.`,
    }
  if (step.kind === 'return')
    return { title: `${trayName(step.trayId)} done: put it back`, text: 'Press as you lift the lid.' }
  if (step.kind === 'close-lid') {
    const tray = trayName(step.trayId)
    return {
      title: step.purpose === 'fetch' ? `Lift ${tray} out` : `Put ${tray} back as it was`,
      text: 'Lid back on, flat, at once. Press when it is on.',
    }
  }
  return { title: 'All eggs seen', text: 'Check the humidity again within the hour.' }
}
