import type { Grade, Reason, UnreadableCode } from './types.ts'

/** More line than most living nets have, egg lengths: on a spotted shell, its own pattern. */
const LONGEST_NET = 7
/** Fewer spots than this may be stretches of vessels. */
const SPOTTED_FROM = 40
/** A curve with less than this share of all dark lines is one of many. */
const LEAST_ALONE = 0.12

const UNREADABLE_SENTENCES: Readonly<Record<UnreadableCode, string>> = {
  'too-dark':
    'Too little light comes through to see what would decide. Try a brighter lamp or a longer exposure, or leave it for a later day.',
  'too-noisy': 'The picture is too grainy to show vessels. Steady the camera or bring the lamp closer.',
  overexposed: 'The light drowns the picture. Step the lamp back or expose less.',
  'too-early': 'Too early to tell on this shell: nothing certain can be seen yet.',
  'age-unknown': 'Without the day there is nothing to compare with.',
  'unlike-an-egg':
    'This does not look like an egg with a lamp behind it: no shell lets light through so evenly, so smoothly or in such a colour.',
  'outline-partly-hidden': 'Much of the egg’s edge cannot be seen.',
}

/** What an egg of a grade looks like, in a sentence. */
export const LOOKS_LIKE: Readonly<Record<Grade, string>> = {
  developing: 'a living egg',
  clear: 'a clear one',
  'blood-ring': 'a blood ring',
  quitter: 'a quitter',
}

/** A piece of the evidence as a plain sentence with its numbers. */
export function sayReason(reason: Reason): string {
  switch (reason.code) {
    case 'moves':
      return `It moves inside: ${reason.significance.toFixed(0)} standard deviations above grain, over ${reason.seconds.toFixed(0)} s`
    case 'heartbeat':
      return `A regular beat in the vessels, ${reason.hz.toFixed(1)} a second, ${reason.signalToNoise.toFixed(0)} times the noise around it`
    case 'unreadable':
      return UNREADABLE_SENTENCES[reason.why]
    case 'unusual':
      return `Unlike the pictures that this was learnt from (${reason.by.toFixed(1)} times as far off as they are): the suggestion is held to be less sure`
    case 'two-opinions':
      return `What is measured looks like ${LOOKS_LIKE[reason.measures]}; the picture as a whole looks like ${LOOKS_LIKE[reason.impression]}`
    case 'two-pictures':
      return 'Weighed together with the picture just before, which did not decide'
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
    return `No shadow, an even glow; a living one darkens ${usual} of the contents at ${ageDays.toFixed(1)} days`
  return `Shadow ${percent(area)} ± ${percent(sd)} of the contents; ${usual} expected at ${ageDays.toFixed(1)} days`
}

function sayVessels({ netLength, coverage, litShare, spotCount }: Told<'vessels'>): string {
  if (litShare < 0.15) return 'Nearly all is dark, so vessels cannot be seen'
  const spots = spotCount >= SPOTTED_FROM ? ', on a spotted shell where lines deceive' : ''
  if (netLength > LONGEST_NET && spotCount >= SPOTTED_FROM)
    return 'The shell’s own pattern hides whether there are vessels'
  if (netLength < 0.25) return `No vessels${spots}`
  const amount = netLength < 1 ? 'Few, short vessels' : netLength < 2.5 ? 'Some vessels' : 'A net of vessels'
  return `${amount} (over ${percent(coverage)} of the contents)${spots}`
}

function sayRing({ score, visibleShare, shareOfLines }: Told<'ring'>): string {
  // Some circle lies along the branches of every net.
  if (shareOfLines < LEAST_ALONE) return 'No ring that stands alone'
  if (score > 0.8)
    return `A smooth dark ${visibleShare > 0.75 ? 'ring' : 'arc'} that stands alone (evidence ${percent(score)})`
  if (score > 0.3) return `A line that may be part of a ring (evidence ${percent(score)})`
  return 'No ring'
}

function percent(fraction: number): string {
  const value = 100 * fraction
  return value < 1 && value > 0.05 ? `${value.toFixed(1)} %` : `${Math.round(value)} %`
}
