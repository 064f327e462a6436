import type { Cause, Clue } from '../../core/diagnosis/causes.ts'
import type { DeadCorner } from '../../core/diagnosis/place-scan.ts'
import type { SetStory } from '../../core/diagnosis/story.ts'
import { PHASES } from '../../core/hatching/results.ts'
import type { Tray } from '../../contracts/records/tray-record.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'

export const CAUSE_WORDS: Readonly<Record<Cause, { name: string; nextTime: string }>> = {
  humid: {
    name: t('cause.humid'),
    nextTime: t('cause.humidNext'),
  },
  dry: {
    name: t('cause.dry'),
    nextTime: t('cause.dryNext'),
  },
  'old-eggs': {
    name: t('cause.oldEggs'),
    nextTime: t('cause.oldEggsNext'),
  },
  'hot-spot': {
    name: t('cause.hotSpot'),
    nextTime: t('cause.hotSpotNext'),
  },
  shaken: {
    name: t('cause.shaken'),
    nextTime: t('cause.shakenNext'),
  },
  opened: {
    name: t('cause.opened'),
    nextTime: t('cause.openedNext'),
  },
  cool: {
    name: t('cause.cool'),
    nextTime: t('cause.thermometerNext'),
  },
  warm: {
    name: t('cause.warm'),
    nextTime: t('cause.thermometerNext'),
  },
  unclean: {
    name: 'contamination',
    nextTime: t('cause.uncleanNext'),
  },
  hens: {
    name: t('cause.hens'),
    nextTime: t('cause.hensNext'),
  },
  infertile: {
    name: t('cause.infertile'),
    nextTime: t('cause.infertileNext'),
  },
  handling: {
    name: t('cause.handling'),
    nextTime: t('cause.handlingNext'),
  },
}

/** What somebody would have to note for a clue to speak. */
export const CLUE_MISSING: Readonly<Record<Clue, string>> = {
  phases: t('missing.phases'),
  fertility: t('missing.fertility'),
  cracks: t('missing.cracks'),
  place: t('missing.place'),
  'storage-pattern': t('missing.storage'),
  'parcel-pattern': t('missing.parcel'),
  loss: t('missing.loss'),
  signs: t('missing.signs'),
  storage: t('missing.storage'),
  parcel: t('missing.parcel'),
  'loose-cells': t('missing.looseCells'),
  openings: t('missing.openings'),
  'lockdown-air': t('missing.lockdownAir'),
  warmth: t('missing.warmth'),
  timing: t('missing.timing'),
}

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`
const signed = (value: number, digits: number): string =>
  `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`

/** How many eggs have what the fact tells of. */
function told(
  fact: 'fact.cracks' | 'fact.looseCells',
  eggs: SetStory['eggs'],
  sign: 'cracked' | 'looseCell',
): string {
  const n = eggs.filter((egg) => egg[sign]).length
  return t(fact, { n }, n)
}

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
      return t('fact.phases', {
        phases: PHASES.map(
          (phase) => `${eggs.filter(({ death }) => death?.phase === phase).length} ${phase}`,
        ).join(', '),
      })
    case 'fertility': {
      const infertile = eggs.filter(({ fate }) => fate === 'infertile').length
      return t('fact.fertility', { infertile, eggs: eggs.length })
    }
    case 'cracks':
      return told('fact.cracks', eggs, 'cracked')
    case 'place': {
      const tray = trays.find(({ id }) => id === corner?.trayId)
      if (!corner || !tray) return t('fact.noPlace')
      const { inside, outside, earlierHours } = corner
      const early =
        earlierHours !== null && earlierHours > 3
          ? t('fact.earlierThere', { hours: earlierHours.toFixed(0) })
          : ''
      return t('fact.place', {
        place: placeLabel(tray, corner),
        died: inside.count,
        of: inside.of,
        diedElsewhere: outside.count,
        ofElsewhere: outside.of,
        earlier: early,
      })
    }
    case 'storage-pattern':
      return t('fact.storagePattern')
    case 'parcel-pattern':
      return t('fact.parcelPattern')
    case 'loss': {
      const losses = numbers(({ loss }) => loss)
      return losses.length > 0
        ? t('fact.loss', { loss: percent(mean(losses)), good: percent(story.goodLoss) })
        : t('fact.hygrometer', { points: signed(story.rhOver ?? 0, 0) })
    }
    case 'signs': {
      const opened = eggs.filter(({ signs }) => signs)
      const with_ = (sign: 'wet' | 'dry' | 'contaminated'): number =>
        opened.filter(({ signs }) => signs!.includes(sign)).length
      return t('fact.signs', {
        opened: count(opened.length, 'openedEgg'),
        wet: with_('wet'),
        dry: with_('dry'),
        rotten: with_('contaminated'),
      })
    }
    case 'storage':
      return t('fact.storage', { days: mean(numbers(({ storageDays }) => storageDays)).toFixed(1) })
    case 'parcel':
      return t('fact.parcel', { posted: eggs.filter(({ posted }) => posted).length, eggs: eggs.length })
    case 'loose-cells':
      return told('fact.looseCells', eggs, 'looseCell')
    case 'openings':
      return t('fact.openings', { times: count(story.openings ?? 0, 'time') })
    case 'lockdown-air':
      return t('fact.lockdownAir', { points: signed(story.lockdownRhOver ?? 0, 0) })
    case 'warmth':
      return t('fact.warmth', { degrees: signed(story.celsiusOver ?? 0, 2) })
    case 'timing': {
      const outs = numbers(({ outHours }) => outHours)
      const hours = mean(outs)
      return t('fact.timing', { hours: Math.abs(hours).toFixed(0), how: hours < 0 ? 'earlier' : 'later' })
    }
  }
}
