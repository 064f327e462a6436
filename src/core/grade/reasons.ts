import type { EggFigures } from '../measure/reading.ts'
import { livingShadow } from './expected.ts'
import type { Evidence } from './evidence.ts'
import type { PerGrade, SuggestedGrade } from '../grade-names.ts'
import type { FilmedLife, Reason } from './types.ts'

/** What the film adds; nothing where nothing moved, for embryos rest. */
export function filmReasons(film: FilmedLife | null | undefined): Reason[] {
  if (!film) return []
  const { moving, significance, seconds, heartbeat } = film
  return [
    ...(moving ? [{ code: 'moves', significance, seconds } as const] : []),
    ...(heartbeat?.found
      ? [{ code: 'heartbeat', hz: heartbeat.hz, signalToNoise: heartbeat.signalToNoise } as const]
      : []),
  ]
}

const MEASURED_SIGNS = ['shadow', 'vessels', 'ring'] as const
type MeasuredSign = (typeof MEASURED_SIGNS)[number]

export interface Explained {
  egg: EggFigures
  bySource: Evidence['bySource']
  probabilities: PerGrade
  grade: SuggestedGrade
  /** Fraction of incubation. */
  stage: number
  ageDays: number
}

/** The signs in the order of their weight for the suggested grade against its strongest rival. */
export function explain({ egg, bySource, probabilities, grade, stage, ageDays }: Explained): Reason[] {
  const ranked = (Object.keys(probabilities) as Array<keyof PerGrade>).sort(
    (a, b) => probabilities[b] - probabilities[a],
  )
  const [first, second] = grade === 'unsure' || grade === ranked[0] ? ranked : [grade, ranked[0]]
  const weight = (sign: MeasuredSign): number => Math.abs(bySource[sign][first!] - bySource[sign][second!])
  return [...MEASURED_SIGNS]
    .sort((a, b) => weight(b) - weight(a))
    .map((sign) => reasonOf(sign, egg, stage, ageDays))
}

function reasonOf(sign: MeasuredSign, egg: EggFigures, stage: number, ageDays: number): Reason {
  if (sign === 'shadow') {
    const { low, high } = livingShadow(stage)
    const { value, sd } = egg.shadow.area
    return { code: 'shadow', area: value, sd, expected: { low, high }, ageDays }
  }
  if (sign === 'vessels') {
    const { vessels, litShare, spotCount } = egg
    return {
      code: 'vessels',
      netLength: vessels.netLength,
      coverage: vessels.coverage.value,
      litShare,
      spotCount,
    }
  }
  return { code: 'ring', ...ringEvidence(egg) }
}

/** From this much line along one curve on a ring is likelier than none, and how quickly it becomes so. */
const CURVE = { evenOdds: 1, spread: 0.12 } as const

/** Of what was found pixel by pixel and of the long lines, that which speaks the louder for a ring. */
export function ringEvidence({ ring, lines }: EggFigures): Omit<Extract<Reason, { code: 'ring' }>, 'code'> {
  const { score, visibleShare, shareOfLines } = ring
  const single = { score: score.value, visibleShare, shareOfLines }
  if (!lines) return single
  const long = {
    score: 1 / (1 + Math.exp(-(lines.curve - CURVE.evenOdds) / CURVE.spread)),
    visibleShare: lines.curveShare,
    shareOfLines: lines.curveAlone,
  }
  return long.score * long.shareOfLines > single.score * single.shareOfLines ? long : single
}
