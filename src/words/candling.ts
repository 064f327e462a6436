import { daysToWait, type NextPicture } from '../core/grade/next-picture.ts'
import type { PreflightItem } from '../core/session/preflight.ts'
import { inLanguage, spoken } from './language.ts'

export const PREFLIGHT_WORDS: Readonly<Record<PreflightItem, { task: string; why: string }>> = spoken({
  hands: { task: 'Hands washed and dry', why: 'Germs pass through the pores. Wash again afterwards.' },
  dark: { task: 'Room dark, eyes adapted', why: 'Do not look into the lamp.' },
  towel: { task: 'Warm, soft towel ready', why: 'Eggs roll, and they cool.' },
  lid: { task: 'Flat place for the lid', why: 'Put the lid back at once, flat, whenever a tray is out.' },
  air: {
    task: 'Humidity and temperature noted',
    why: 'They fall when you open the lid; you will see when they recover.',
  },
})

/** A plain sentence for the candler. @param incubationDays - of its set */
export function sayNextPicture(next: NextPicture, incubationDays: number): string {
  return inLanguage(nextPicture(next, incubationDays))
}

function nextPicture(next: NextPicture, incubationDays: number): string {
  switch (next) {
    case 'whole-egg':
      return 'Move back so that the whole egg is in the picture, and retake it.'
    case 'uncover':
      return 'Clear fingers and collar off the egg where you can, and retake it.'
    case 'step-back':
      return 'Move the lamp back or dim it, and retake it.'
    case 'brighter':
      return 'Bring the lamp closer or darken the room, and retake it.'
    case 'hold-still':
      return 'Rest your hand, hold still, and retake it.'
    case 'quarter-turn':
      return 'Turn the egg a quarter about its long axis, and retake it.'
    case 'wait': {
      const days = daysToWait(incubationDays)
      return `Leave it in: ${days === 1 ? 'tomorrow' : `in ${days} days`} it will show more than any picture now.`
    }
  }
}
