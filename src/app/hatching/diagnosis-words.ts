import type { Cause, Clue } from '../../core/diagnosis/causes.ts'
import type { DeadCorner } from '../../core/diagnosis/place-scan.ts'
import type { SetStory } from '../../core/diagnosis/story.ts'
import { PHASES } from '../../core/hatching/results.ts'
import type { Tray } from '../../contracts/records/tray-record.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { count } from '../shared/wording.ts'
import { WORDS } from './words.ts'

export const CAUSE_WORDS: Readonly<Record<Cause, { name: string; nextTime: string }>> = {
  humid: {
    name: WORDS.humidityTooHighTheEggs,
    nextTime: WORDS.runDrierWeighEggsOr,
  },
  dry: {
    name: WORDS.humidityTooLowTheEggs,
    nextTime: WORDS.runMoreHumidWeighEggs,
  },
  'old-eggs': {
    name: WORDS.eggsStoredTooLong,
    nextTime: WORDS.setWithinAWeekOf,
  },
  'hot-spot': {
    name: WORDS.aBadPlaceInThe,
    nextTime: WORDS.putASecondThermometerThere,
  },
  shaken: {
    name: WORDS.eggsShakenInTransport,
    nextTime: WORDS.restPostedEggsBluntEnd,
  },
  opened: {
    name: WORDS.lidOpenedTooOftenAfter,
    nextTime: WORDS.haveEverythingReadyBeforeLockdown,
  },
  cool: {
    name: WORDS.incubatorTooCool,
    nextTime: WORDS.checkTheThermometerAtEgg,
  },
  warm: {
    name: WORDS.incubatorTooWarm,
    nextTime: WORDS.checkTheThermometerAtEgg,
  },
  unclean: {
    name: 'contamination',
    nextTime: WORDS.keepNestsCleanDoNot,
  },
  hens: {
    name: WORDS.theHensFeedOrHealth,
    nextTime: WORDS.feedABreederRationFor,
  },
  infertile: {
    name: WORDS.infertileEggs,
    nextTime: WORDS.checkEachPenHensPer,
  },
  handling: {
    name: WORDS.crackedOrRoughlyHandledShells,
    nextTime: WORDS.candleForCracksBeforeSetting,
  },
}

/** What somebody would have to note for a clue to speak. */
export const CLUE_MISSING: Readonly<Record<Clue, string>> = {
  phases: WORDS.openEveryEggAndRecord,
  fertility: WORDS.openTheClearEggs,
  cracks: WORDS.recordCracksWhenCandling,
  place: WORDS.recordEachEggsPlaceIn,
  'storage-pattern': WORDS.recordTheLayingDates,
  'parcel-pattern': WORDS.recordWhichEggsCameBy,
  loss: WORDS.weighTheEggsOrPhotograph,
  signs: WORDS.recordWhatYouSeeAt,
  storage: WORDS.recordTheLayingDates,
  parcel: WORDS.recordWhichEggsCameBy,
  'loose-cells': WORDS.markLooseAirCellsWhen,
  openings: WORDS.recordLidOpenings,
  'lockdown-air': WORDS.aHumiditySensorAtLockdown,
  warmth: WORDS.aThermometerAtEggHeight,
  timing: WORDS.tapEachChickWhenIt,
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
      return WORDS.whenTheyDied(
        PHASES.map((phase) => `${eggs.filter(({ death }) => death?.phase === phase).length} ${phase}`).join(
          ', ',
        ),
      )
    case 'fertility': {
      const infertile = eggs.filter(({ fate }) => fate === 'infertile').length
      return WORDS.ofEggsWereNeverFertile(infertile, eggs.length)
    }
    case 'cracks':
      return `${count(eggs.filter(({ cracked }) => cracked).length, 'cracked shell')} noted`
    case 'place': {
      const tray = trays.find(({ id }) => id === corner?.trayId)
      if (!corner || !tray) return WORDS.lossesAreSpreadOverThe
      const { inside, outside, earlierHours } = corner
      const early =
        earlierHours !== null && earlierHours > 3 ? WORDS.chicksHEarlier(earlierHours.toFixed(0)) : ''
      return WORDS.aboutOfDiedElsewhereOf(
        placeLabel(tray, corner),
        inside.count,
        inside.of,
        outside.count,
        outside.of,
        early,
      )
    }
    case 'storage-pattern':
      return WORDS.whetherOlderEggsDiedMore
    case 'parcel-pattern':
      return WORDS.whetherEggsFromThePost
    case 'loss': {
      const losses = numbers(({ loss }) => loss)
      return losses.length > 0
        ? WORDS.theEggsLostByLockdown(percent(mean(losses)), percent(story.goodLoss))
        : WORDS.theHygrometerReadPointsFrom(signed(story.rhOver ?? 0, 0))
    }
    case 'signs': {
      const opened = eggs.filter(({ signs }) => signs)
      const with_ = (sign: 'wet' | 'dry' | 'contaminated'): number =>
        opened.filter(({ signs }) => signs!.includes(sign)).length
      return WORDS.ofWetDryRotten(
        count(opened.length, 'opened egg'),
        with_('wet'),
        with_('dry'),
        with_('contaminated'),
      )
    }
    case 'storage':
      return WORDS.storageDaysDaysStored(mean(numbers(({ storageDays }) => storageDays)).toFixed(1))
    case 'parcel':
      return WORDS.ofCameByPost(eggs.filter(({ posted }) => posted).length, eggs.length)
    case 'loose-cells':
      return `${count(eggs.filter(({ looseCell }) => looseCell).length, 'loose air cell')} noted`
    case 'openings':
      return WORDS.theLidWasOffFrom(count(story.openings ?? 0, 'time'))
    case 'lockdown-air':
      return WORDS.humidityAtLockdownPointsFrom(signed(story.lockdownRhOver ?? 0, 0))
    case 'warmth':
      return WORDS.cFromTargetOnAverage(signed(story.celsiusOver ?? 0, 2))
    case 'timing': {
      const outs = numbers(({ outHours }) => outHours)
      const hours = mean(outs)
      return WORDS.chicksHThanDueOn(Math.abs(hours).toFixed(0), hours < 0 ? 'earlier' : 'later')
    }
  }
}
