import type { Grade } from '../core/grade-names.ts'
import type { Reason, UnreadableCode } from '../core/grade/types.ts'
import { inLanguage, spoken } from './language.ts'

/** More line than most living nets have, egg lengths: on a spotted shell, its own pattern. */
const LONGEST_NET = 7
/** Fewer spots than this may be stretches of vessels. */
const SPOTTED_FROM = 40
/** A curve with less than this share of all dark lines is one of many. */
const LEAST_ALONE = 0.12

const UNREADABLE_SENTENCES: Readonly<Record<UnreadableCode, string>> = {
  'too-dark':
    'Too little light comes through to decide. Use a brighter lamp or a longer exposure, or look again another day.',
  'too-noisy': 'The picture is too noisy to show vessels. Steady the camera or bring the lamp closer.',
  overexposed: 'The picture is overexposed. Move the lamp back or reduce the exposure.',
  'too-early': 'Too early to tell with this shell: nothing certain shows yet.',
  'age-unknown': 'Without the day there is nothing to compare it with.',
  'unlike-an-egg': 'This does not look like a backlit egg: the light or its colour is wrong for a shell.',
  'outline-partly-hidden': 'Much of the egg’s edge cannot be seen.',
}

/** What an egg of a grade looks like, in a sentence. */
export const LOOKS_LIKE: Readonly<Record<Grade, string>> = spoken({
  developing: 'a living egg',
  clear: 'a clear one',
  'blood-ring': 'a blood ring',
  quitter: 'a quitter',
})

/** So many times its noise, no noise makes it in a lifetime of eggs. */
const PLAIN = 8

/** A piece of the evidence as a plain sentence with its numbers. */
export function sayReason(reason: Reason): string {
  return inLanguage(reasonWords(reason))
}

function reasonWords(reason: Reason): string {
  switch (reason.code) {
    case 'moves':
      return `${reason.significance >= PLAIN ? 'Very clear movement' : 'Movement'} inside, seen over ${reason.seconds.toFixed(0)} s of film`
    case 'heartbeat':
      return `${reason.signalToNoise >= PLAIN ? 'Very clear' : 'Regular'} heartbeat, ${reason.hz.toFixed(1)} per second`
    case 'unreadable':
      return UNREADABLE_SENTENCES[reason.why]
    case 'unusual':
      return `Unlike the training pictures (${reason.by.toFixed(1)} times their usual distance): the suggestion is less sure`
    case 'two-opinions':
      return `The measurements suggest ${LOOKS_LIKE[reason.measures]}; the whole picture suggests ${LOOKS_LIKE[reason.network]}`
    case 'two-pictures':
      return 'Combined with the previous picture, which was undecided'
    case 'shadow':
      return sayShadow(reason)
    case 'vessels':
      return sayVessels(reason)
    case 'ring':
      return sayRing(reason)
    case 'said':
      return reason.sentence
  }
}

type Told<C extends Reason['code']> = Extract<Reason, { code: C }>

function sayShadow({ area, sd, expected, ageDays }: Told<'shadow'>): string {
  const usual = `${Math.round(100 * expected.low)}–${percent(expected.high)}`
  if (area < 0.005)
    return `No embryo shadow: even glow; ${usual} of the contents expected dark at ${ageDays.toFixed(1)} days`
  return `Shadow ${percent(area)} ± ${percent(sd)} of the contents; ${usual} expected at ${ageDays.toFixed(1)} days`
}

function sayVessels({ netLength, coverage, litShare, spotCount }: Told<'vessels'>): string {
  if (litShare < 0.15) return 'Nearly all dark, so vessels cannot be seen'
  const spots = spotCount >= SPOTTED_FROM ? ', but lines on a spotted shell can mislead' : ''
  if (netLength > LONGEST_NET && spotCount >= SPOTTED_FROM) return 'The shell’s pattern hides any vessels'
  if (netLength < 0.25) return `No vessels${spots}`
  const amount = netLength < 1 ? 'Few, short vessels' : netLength < 2.5 ? 'Some vessels' : 'A net of vessels'
  return `${amount} (over ${percent(coverage)} of the contents)${spots}`
}

function sayRing({ score, visibleShare, shareOfLines }: Told<'ring'>): string {
  // Some circle lies along the branches of every net.
  if (shareOfLines < LEAST_ALONE) return 'No isolated ring'
  if (score > 0.8)
    return `Smooth dark ${visibleShare > 0.75 ? 'ring' : 'arc'}, no vessels attached (evidence ${percent(score)})`
  if (score > 0.3) return `Line that may be part of a ring (evidence ${percent(score)})`
  return 'No ring'
}

function percent(fraction: number): string {
  const value = 100 * fraction
  return value < 1 && value > 0.05 ? `${value.toFixed(1)} %` : `${Math.round(value)} %`
}
