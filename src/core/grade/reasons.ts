import type { EggReading } from '../measure/reading.ts'
import { livingShadow } from './expected.ts'
import type { Sign } from './features.ts'
import type { FilmedLife, PerGrade, SuggestedGrade, UnreadableCode } from './types.ts'

/** What one sign adds to each grade, natural log odds. */
export interface SignWeight {
  sign: Sign
  logOdds: PerGrade
}

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

export function percent(fraction: number): string {
  const value = 100 * fraction
  return value < 1 && value > 0.05 ? `${value.toFixed(1)} %` : `${Math.round(value)} %`
}

export function unreadableSentences(codes: readonly UnreadableCode[]): string[] {
  return codes.map((code) => UNREADABLE_SENTENCES[code])
}

/** What the film adds; nothing where nothing moved, for embryos rest. */
export function filmSentences(film: FilmedLife | null | undefined): string[] {
  if (!film) return []
  const beat = film.heartbeat
  return [
    ...(film.moving
      ? [
          `It moves inside: ${film.significance.toFixed(0)} standard deviations above grain, over ${film.seconds.toFixed(0)} s`,
        ]
      : []),
    ...(beat?.found
      ? [
          `A regular beat in the vessels, ${beat.hz.toFixed(1)} a second, ${beat.signalToNoise.toFixed(0)} times the noise around it`,
        ]
      : []),
  ]
}

/** The signs in the order of their weight for the suggested grade against its strongest rival. */
export function explain(
  egg: EggReading,
  signs: readonly SignWeight[],
  probabilities: PerGrade,
  grade: SuggestedGrade,
  stage: number,
  ageDays: number,
): string[] {
  const ranked = (Object.keys(probabilities) as Array<keyof PerGrade>).sort(
    (a, b) => probabilities[b] - probabilities[a],
  )
  const [first, second] = grade === 'unsure' || grade === ranked[0] ? ranked : [grade, ranked[0]]
  const weight = (item: SignWeight): number => Math.abs(item.logOdds[first!] - item.logOdds[second!])
  return [...signs].sort((a, b) => weight(b) - weight(a)).map((item) => sentence(item, egg, stage, ageDays))
}

function sentence(item: SignWeight, egg: EggReading, stage: number, ageDays: number): string {
  if (item.sign === 'shadow') return shadowSentence(egg, stage, ageDays)
  if (item.sign === 'vessels') return vesselSentence(egg)
  return ringSentence(egg)
}

function shadowSentence(egg: EggReading, stage: number, ageDays: number): string {
  const band = livingShadow(stage)
  const expected = `${Math.round(100 * band.low)}–${percent(band.high)}`
  const { value, sd } = egg.shadow.area
  if (value < 0.005)
    return `No shadow, an even glow; a living one darkens ${expected} of the contents at ${ageDays.toFixed(1)} days`
  return `Shadow ${percent(value)} ± ${percent(sd)} of the contents; ${expected} expected at ${ageDays.toFixed(1)} days`
}

function vesselSentence(egg: EggReading): string {
  const { netLength, coverage } = egg.vessels
  if (egg.litShare < 0.15) return 'Nearly all is dark, so vessels cannot be seen'
  const spots = egg.spotCount >= SPOTTED_FROM ? ', on a spotted shell where lines deceive' : ''
  if (netLength > LONGEST_NET && egg.spotCount >= SPOTTED_FROM)
    return 'The shell’s own pattern hides whether there are vessels'
  if (netLength < 0.25) return `No vessels${spots}`
  const amount = netLength < 1 ? 'Few, short vessels' : netLength < 2.5 ? 'Some vessels' : 'A net of vessels'
  return `${amount} (over ${percent(coverage.value)} of the contents)${spots}`
}

function ringSentence(egg: EggReading): string {
  const { score, visibleShare, shareOfLines } = egg.ring
  // Some circle lies along the branches of every net.
  if (shareOfLines < LEAST_ALONE) return 'No ring that stands alone'
  if (score.value > 0.8)
    return `A smooth dark ${visibleShare > 0.75 ? 'ring' : 'arc'} that stands alone (evidence ${percent(score.value)})`
  if (score.value > 0.3) return `A line that may be part of a ring (evidence ${percent(score.value)})`
  return 'No ring'
}
