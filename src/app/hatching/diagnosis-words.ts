import type { Cause, Clue } from '../../core/diagnosis/causes.ts'
import type { DeadCorner } from '../../core/diagnosis/place-scan.ts'
import type { SetStory } from '../../core/diagnosis/story.ts'
import { PHASES } from '../../core/hatching/results.ts'
import type { Tray } from '../../contracts/records/tray-record.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { count } from '../shared/wording.ts'

export const CAUSE_WORDS: Readonly<Record<Cause, { name: string; nextTime: string }>> = {
  humid: {
    name: 'humidity too high, the eggs lost too little water',
    nextTime: 'Run drier; weigh eggs or measure air cells to see how much.',
  },
  dry: {
    name: 'humidity too low, the eggs lost too much water',
    nextTime: 'Run more humid; weigh eggs or measure air cells to see how much.',
  },
  'old-eggs': {
    name: 'eggs stored too long',
    nextTime: 'Set within a week of laying. Store cool, blunt end up, turned daily.',
  },
  'hot-spot': {
    name: 'a bad place in the tray',
    nextTime: 'Put a second thermometer there; swap trays at each turning.',
  },
  shaken: {
    name: 'eggs shaken in transport',
    nextTime: 'Rest posted eggs blunt end up for a day; collect eggs yourself if you can.',
  },
  opened: {
    name: 'lid opened too often after lockdown',
    nextTime: 'Have everything ready before lockdown; then open at most every six hours.',
  },
  cool: {
    name: 'incubator too cool',
    nextTime: 'Check the thermometer at egg height against one you trust, in warm water.',
  },
  warm: {
    name: 'incubator too warm',
    nextTime: 'Check the thermometer at egg height against one you trust, in warm water.',
  },
  unclean: {
    name: 'contamination',
    nextTime: 'Keep nests clean, do not wash eggs, disinfect the incubator before the next set.',
  },
  hens: {
    name: 'the hens’ feed or health',
    nextTime: 'Feed a breeder ration for four weeks before collecting; set other hens’ eggs beside them.',
  },
  infertile: {
    name: 'infertile eggs',
    nextTime:
      'Check each pen: hens per cock, age, season, feet and feathers. Set a few eggs from each pen separately.',
  },
  handling: {
    name: 'cracked or roughly handled shells',
    nextTime: 'Candle for cracks before setting. Use better nests, fewer eggs per basket, trays that fit.',
  },
}

/** What somebody would have to note for a clue to speak. */
export const CLUE_MISSING: Readonly<Record<Clue, string>> = {
  phases: 'open every egg and record the day of death',
  fertility: 'open the clear eggs',
  cracks: 'record cracks when candling',
  place: 'record each egg’s place in the tray',
  'storage-pattern': 'record the laying dates',
  'parcel-pattern': 'record which eggs came by post',
  loss: 'weigh the eggs, or photograph the air cells',
  signs: 'record what you see at breakout',
  storage: 'record the laying dates',
  parcel: 'record which eggs came by post',
  'loose-cells': 'mark loose air cells when candling',
  openings: 'record lid openings',
  'lockdown-air': 'a humidity sensor at lockdown',
  warmth: 'a thermometer at egg height, read for at least three days',
  timing: 'tap each chick when it hatches',
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
      if (!corner || !tray) return 'losses are spread over the whole tray'
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
        : `the hygrometer read ${signed(story.rhOver ?? 0, 0)} points from the usual`
    }
    case 'signs': {
      const opened = eggs.filter(({ signs }) => signs)
      const with_ = (sign: 'wet' | 'dry' | 'contaminated'): number =>
        opened.filter(({ signs }) => signs!.includes(sign)).length
      return `of ${count(opened.length, 'opened egg')} ${with_('wet')} wet, ${with_('dry')} dry, ${with_('contaminated')} rotten`
    }
    case 'storage':
      return `${mean(numbers(({ storageDays }) => storageDays)).toFixed(1)} days stored`
    case 'parcel':
      return `${eggs.filter(({ posted }) => posted).length} of ${eggs.length} came by post`
    case 'loose-cells':
      return `${count(eggs.filter(({ looseCell }) => looseCell).length, 'loose air cell')} noted`
    case 'openings':
      return `the lid was off ${count(story.openings ?? 0, 'time')} from lockdown on`
    case 'lockdown-air':
      return `humidity at lockdown ${signed(story.lockdownRhOver ?? 0, 0)} points from target`
    case 'warmth':
      return `${signed(story.celsiusOver ?? 0, 2)} °C from target on average`
    case 'timing': {
      const outs = numbers(({ outHours }) => outHours)
      const hours = mean(outs)
      return `chicks ${Math.abs(hours).toFixed(0)} h ${hours < 0 ? 'earlier' : 'later'} than due, on average`
    }
  }
}
