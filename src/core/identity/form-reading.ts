import type { EggOutline } from '../geometry/egg-outline.ts'
import type { FormCovariance } from '../geometry/egg-form.ts'
import type { EggFigures, ReasonCode } from '../measure/reading.ts'

/** How far an outline is to be trusted: `doubtful` where something in the picture may have led it astray. */
export type OutlineTrust = 'plain' | 'ordinary' | 'doubtful'

/** What one look says of an egg's form. */
export interface FormReading {
  /** ln(half-breadth ÷ half-length), taper, bulge. */
  form: readonly [number, number, number]
  covariance: FormCovariance
  trust: OutlineTrust
}

const ASTRAY: readonly ReasonCode[] = ['outline-partly-hidden', 'blurred', 'cut-by-picture', 'unlike-an-egg']
/** With less of the edge seen, or less sureness of the blunt end, an outline is doubtful. */
const EDGE_SEEN = 0.65
const BLUNT_END_SURE = 0.9
/** With so much of the edge seen, an outline is plain. */
const PLAIN_EDGE = 0.85
/** Forms that eggs kept for hatching seldom have: an outline that says so is more likely wrong. */
const USUAL = { taper: [0.01, 0.215], bulge: [-0.115, 0.075] } as const
/** Of looks kept without their own covariance, those with so much of the edge seen have about this one. */
const WELL_SEEN = 0.9
const WHERE_WELL_SEEN = diagonal([0.004, 0.006, 0.01])
/** Of an outline drawn by hand. */
const BY_HAND = diagonal([0.012, 0.02, 0.03])

type Seen = Pick<
  EggFigures,
  'outline' | 'formCovariance' | 'edgeSeenShare' | 'bluntEndProbability' | 'reasons'
>

/** @returns null where the look cannot say how sure it is */
export function formReadingOf(seen: Seen): FormReading | null {
  const trust = trustIn(seen)
  const usual = trust === 'plain' && seen.edgeSeenShare >= WELL_SEEN ? WHERE_WELL_SEEN : null
  const covariance = seen.formCovariance ?? usual
  return covariance && { form: formOf(seen.outline), covariance, trust }
}

function trustIn({ outline, edgeSeenShare, bluntEndProbability, reasons }: Seen): OutlineTrust {
  const isUsual = (name: 'taper' | 'bulge'): boolean =>
    outline[name] >= USUAL[name][0] && outline[name] <= USUAL[name][1]
  const isDoubtful =
    edgeSeenShare < EDGE_SEEN ||
    bluntEndProbability < BLUNT_END_SURE ||
    reasons.some((reason) => ASTRAY.includes(reason)) ||
    !isUsual('taper') ||
    !isUsual('bulge')
  if (isDoubtful) return 'doubtful'
  return edgeSeenShare >= PLAIN_EDGE ? 'plain' : 'ordinary'
}

/** Of lines that the candler drew. */
export function formByHand(outline: EggOutline): FormReading {
  return { form: formOf(outline), covariance: BY_HAND, trust: 'plain' }
}

function formOf({ halfBreadthPx, halfLengthPx, taper, bulge }: EggOutline): FormReading['form'] {
  return [Math.log(halfBreadthPx / halfLengthPx), taper, bulge]
}

export function diagonal([a, b, c]: readonly [number, number, number]): FormCovariance {
  return [a * a, 0, 0, b * b, 0, c * c]
}
