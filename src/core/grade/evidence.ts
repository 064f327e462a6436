import type { EggFigures } from '../measure/reading.ts'
import { FEATURES, featuresOf } from './features.ts'
import {
  calibrationDivisor,
  contributions,
  networkLogitsAt,
  outOfDistributionScore,
  type GradingModel,
} from './softmax.ts'
import { GRADES, perGrade, type PerGrade } from '../grade-names.ts'

/** Sources of evidence for a grade: three measured signs, and the network that sees the whole picture. */
export const EVIDENCE_SOURCES = ['shadow', 'vessels', 'ring', 'network'] as const
export type EvidenceSource = (typeof EVIDENCE_SOURCES)[number]

/** Log odds for each grade by source; their sum is what the fitted model says. */
export interface Evidence {
  bySource: Record<EvidenceSource, PerGrade>
  /** The light, the age, and what holds without any picture. */
  rest: PerGrade
  /** Log odds by the measures alone, and by the network alone. */
  measures: PerGrade
  network: PerGrade | null
  /** How far the picture lies from those of the fit. */
  unusual: number
}

/** @param stage - fraction of incubation */
export function evidenceOf(egg: EggFigures, stage: number, model: GradingModel): Evidence {
  const features = featuresOf(egg, stage)
  const unusual = outOfDistributionScore(model, features)
  const divisor = calibrationDivisor(model.calibration, unusual)
  const network = egg.networkLogits && networkLogitsAt(model, egg.networkLogits, stage)
  const share = network ? model.calibration.networkShare : 0
  const parts = contributions(model, features)
  const sumOf = (isOurs: (sign: string) => boolean): PerGrade =>
    perGrade((grade) =>
      parts.reduce((sum, part, i) => (isOurs(FEATURES[i]!.sign) ? sum + part[grade] : sum), 0),
    )
  const scaled = (odds: PerGrade, by: number): PerGrade => perGrade((grade) => by * odds[grade])
  const measured = (source: EvidenceSource): PerGrade =>
    scaled(
      sumOf((sign) => sign === source),
      (1 - share) / divisor,
    )
  const others = sumOf((sign) => !(EVIDENCE_SOURCES as readonly string[]).includes(sign))
  const all = sumOf(() => true)
  return {
    bySource: {
      shadow: measured('shadow'),
      vessels: measured('vessels'),
      ring: measured('ring'),
      network: network ? scaled(network, share) : perGrade(() => 0),
    },
    rest: scaled(
      perGrade((grade) => model.bias[grade] + others[grade]),
      (1 - share) / divisor,
    ),
    measures: scaled(
      perGrade((grade) => model.bias[grade] + all[grade]),
      1 / divisor,
    ),
    network,
    unusual,
  }
}

/** Sum of all sources, each weighted by the trust in it. */
export function together(
  { bySource, rest }: Pick<Evidence, 'bySource' | 'rest'>,
  trust?: Record<EvidenceSource, number>,
): PerGrade {
  return perGrade((grade) =>
    EVIDENCE_SOURCES.reduce(
      (sum, source) => sum + (trust?.[source] ?? 1) * bySource[source][grade],
      rest[grade],
    ),
  )
}

export function likeliest(values: PerGrade): (typeof GRADES)[number] {
  return GRADES.reduce((a, b) => (values[b] > values[a] ? b : a))
}
