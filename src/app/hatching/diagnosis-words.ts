import type { Cause, Clue } from '../../core/diagnosis/causes.ts'
import type { DeadCorner } from '../../core/diagnosis/place-scan.ts'
import type { SetStory } from '../../core/diagnosis/story.ts'
import { PHASES } from '../../core/hatching/results.ts'
import type { Tray } from '../../contracts/tray-record.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { count } from '../shared/wording.ts'

export const CAUSE_WORDS: Readonly<Record<Cause, { name: string; nextTime: string }>> = {
  humid: {
    name: 'too moist: the eggs lost too little water',
    nextTime: 'Run drier, and let the weights or the air cells say how much.',
  },
  dry: {
    name: 'too dry: the eggs lost too much water',
    nextTime: 'Run moister, and let the weights or the air cells say how much.',
  },
  'old-eggs': {
    name: 'eggs that had waited too long',
    nextTime: 'Set within a week of laying; cool, blunt end up, turned daily.',
  },
  'hot-spot': {
    name: 'a bad place in the tray',
    nextTime: 'Put a second thermometer there; change trays about at each turning.',
  },
  shaken: {
    name: 'eggs that were shaken on their way',
    nextTime: 'Let parcels rest blunt end up for a day; fetch eggs rather than have them sent.',
  },
  opened: {
    name: 'a lid that was opened too often after lockdown',
    nextTime: 'Everything at hand before lockdown; then once in six hours at most.',
  },
  cool: {
    name: 'an incubator that ran cool',
    nextTime: 'Check the thermometer at the height of the eggs, in warm water beside one you trust.',
  },
  warm: {
    name: 'an incubator that ran warm',
    nextTime: 'Check the thermometer at the height of the eggs, in warm water beside one you trust.',
  },
  unclean: {
    name: 'dirt and germs',
    nextTime: 'Clean nests, no washed eggs; disinfect the incubator before the next set.',
  },
  hens: {
    name: 'the hens’ feed or health',
    nextTime: 'Breeder feed four weeks before collecting; set eggs of other hens beside them.',
  },
  infertile: {
    name: 'eggs that were never fertile',
    nextTime:
      'Look at cocks and hens pen by pen: how many hens a cock has, their age, the season, their feet and feathers. Set a few eggs of each pen apart.',
  },
  handling: {
    name: 'shells that were cracked or handled roughly',
    nextTime: 'Candle for cracks before setting; better nests, fewer eggs in a basket, trays that fit.',
  },
}

/** What somebody would have to note for a clue to speak. */
export const CLUE_MISSING: Readonly<Record<Clue, string>> = {
  phases: 'open every egg and note the day it died',
  fertility: 'open the clear eggs',
  cracks: 'note cracks at the lamp',
  place: 'give the eggs their places in the tray',
  'storage-pattern': 'note when the eggs were laid',
  'parcel-pattern': 'note which eggs came by post',
  loss: 'weigh the eggs, or photograph the air cells',
  signs: 'note what is seen in the eggs that are opened',
  storage: 'note when the eggs were laid',
  parcel: 'note which eggs came by post',
  'loose-cells': 'mark loose air cells at the lamp',
  openings: 'note when the lid is off',
  'lockdown-air': 'a sensor for the moisture at lockdown',
  warmth: 'a thermometer at the height of the eggs, read for three days at least',
  timing: 'tap each chick when it is out',
}

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`
const signed = (value: number, digits: number): string =>
  `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`

/** What is known behind a clue, with its figures. @param trays - of the set, to name a place */
export function factOf(
  clue: Clue,
  { story, corner, trays }: { story: SetStory; corner: DeadCorner | null; trays: readonly Tray[] },
): string {
  const { eggs } = story
  const numbers = (of: (egg: SetStory['eggs'][number]) => number | null): number[] =>
    eggs.flatMap((egg) => of(egg) ?? [])
  const mean = (values: readonly number[]): number =>
    values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
  switch (clue) {
    case 'phases':
      return `when they died: ${PHASES.map((phase) => `${eggs.filter(({ death }) => death?.phase === phase).length} ${phase}`).join(', ')}`
    case 'fertility': {
      const infertile = eggs.filter(({ fate }) => fate === 'infertile').length
      return `${infertile} of ${eggs.length} eggs were never fertile`
    }
    case 'cracks':
      return `${count(eggs.filter(({ cracked }) => cracked).length, 'cracked shell')} noted`
    case 'place': {
      const tray = trays.find(({ id }) => id === corner?.trayId)
      if (!corner || !tray) return 'losses are spread over the tray'
      const { inside, outside, earlierHours } = corner
      const early =
        earlierHours !== null && earlierHours > 3 ? `, chicks ${earlierHours.toFixed(0)} h earlier` : ''
      return `about ${placeLabel(tray, corner)}: ${inside.count} of ${inside.of} died, elsewhere ${outside.count} of ${outside.of}${early}`
    }
    case 'storage-pattern':
      return 'whether older eggs died more often'
    case 'parcel-pattern':
      return 'whether eggs from the post died early more often'
    case 'loss': {
      const losses = numbers(({ loss }) => loss)
      return losses.length > 0
        ? `the eggs lost ${percent(mean(losses))} by lockdown; ${percent(story.goodLoss)} is good`
        : `the hygrometer said ${signed(story.rhOver ?? 0, 0)} points against the usual`
    }
    case 'signs': {
      const opened = eggs.filter(({ signs }) => signs)
      const with_ = (sign: 'wet' | 'dry' | 'contaminated'): number =>
        opened.filter(({ signs }) => signs!.includes(sign)).length
      return `of ${count(opened.length, 'opened egg')} ${with_('wet')} wet, ${with_('dry')} dry, ${with_('contaminated')} rotten`
    }
    case 'storage':
      return `${mean(numbers(({ storageDays }) => storageDays)).toFixed(1)} days in store`
    case 'parcel':
      return `${eggs.filter(({ posted }) => posted).length} of ${eggs.length} came by post`
    case 'loose-cells':
      return `${count(eggs.filter(({ looseCell }) => looseCell).length, 'loose air cell')} noted`
    case 'openings':
      return `the lid was off ${count(story.openings ?? 0, 'time')} from lockdown on`
    case 'lockdown-air':
      return `moisture at lockdown ${signed(story.lockdownRhOver ?? 0, 0)} points against what is asked for`
    case 'warmth':
      return `${signed(story.celsiusOver ?? 0, 2)} °C against the target, on average`
    case 'timing': {
      const outs = numbers(({ outHours }) => outHours)
      const hours = mean(outs)
      return `chicks ${Math.abs(hours).toFixed(0)} h ${hours < 0 ? 'earlier' : 'later'} than due, on average`
    }
  }
}
