import type { EggFigures } from '../measure/reading.ts'
import { FEATURES, featuresOf } from './features.ts'
import {
  calibrationDivisor,
  contributions,
  impressionAt,
  outOfDistributionScore,
  type GradingModel,
} from './softmax.ts'
import { GRADES, perGrade, type PerGrade } from '../grade-names.ts'

/** Who speaks for a grade: three signs that are measured, and the picture as a whole. */
export const EVIDENCE_SOURCES = ['shadow', 'vessels', 'ring', 'impression'] as const
export type EvidenceSource = (typeof EVIDENCE_SOURCES)[number]

/** All that speaks for each grade, log odds; together they are what the fitted model says. */
export interface Evidence {
  voices: Record<EvidenceSource, PerGrade>
  /** The light, the age, and what holds without any picture. */
  rest: PerGrade
  /** What all that is measured would say by itself, and the picture as a whole by itself. */
  measures: PerGrade
  impression: PerGrade | null
  /** How far the picture lies from those of the fit. */
  unusual: number
}

/** @param stage - fraction of incubation */
export function evidenceOf(egg: EggFigures, stage: number, model: GradingModel): Evidence {
  const features = featuresOf(egg, stage)
  const unusual = outOfDistributionScore(model, features)
  const divisor = calibrationDivisor(model.calibration, unusual)
  const impression = egg.impression && impressionAt(model, egg.impression, stage)
  const share = impression ? model.calibration.impressionShare : 0
  const parts = contributions(model, features)
  const sumOf = (isOurs: (sign: string) => boolean): PerGrade =>
    perGrade((grade) =>
      parts.reduce((sum, part, i) => (isOurs(FEATURES[i]!.sign) ? sum + part[grade] : sum), 0),
    )
  const scaled = (odds: PerGrade, by: number): PerGrade => perGrade((grade) => by * odds[grade])
  const measured = (voice: EvidenceSource): PerGrade =>
    scaled(
      sumOf((sign) => sign === voice),
      (1 - share) / divisor,
    )
  const others = sumOf((sign) => !(EVIDENCE_SOURCES as readonly string[]).includes(sign))
  const all = sumOf(() => true)
  return {
    voices: {
      shadow: measured('shadow'),
      vessels: measured('vessels'),
      ring: measured('ring'),
      impression: impression ? scaled(impression, share) : perGrade(() => 0),
    },
    rest: scaled(
      perGrade((grade) => model.bias[grade] + others[grade]),
      (1 - share) / divisor,
    ),
    measures: scaled(
      perGrade((grade) => model.bias[grade] + all[grade]),
      1 / divisor,
    ),
    impression,
    unusual,
  }
}

/** What all voices say together, each as loud as it is trusted. */
export function together(
  { voices, rest }: Pick<Evidence, 'voices' | 'rest'>,
  trust?: Record<EvidenceSource, number>,
): PerGrade {
  return perGrade((grade) =>
    EVIDENCE_SOURCES.reduce((sum, voice) => sum + (trust?.[voice] ?? 1) * voices[voice][grade], rest[grade]),
  )
}

export function likeliest(values: PerGrade): (typeof GRADES)[number] {
  return GRADES.reduce((a, b) => (values[b] > values[a] ? b : a))
}
