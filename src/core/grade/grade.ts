import type { EggReading } from '../measure/reading.ts'
import { stageOf, type Shell } from '../species/species.ts'
import { priorLog, weighEvidence, type Evidence } from './evidence.ts'
import { decideAction } from './policy.ts'
import { explain, unreadableSentences } from './reasons.ts'
import { GRADES, type Grade, type GradeContext, type PerGrade, type SuggestedGrade, type UnreadableCode, type Verdict } from './types.ts'

/** A grade is suggested from this probability on; below it the answer is "not sure". */
const SURE_FROM = 0.75
/** Earliest stage at which anything certain shows, by shell. */
const EARLIEST_STAGE: Readonly<Record<Shell, number>> = {
  white: 0.14, tinted: 0.16, blue: 0.2, speckled: 0.2, brown: 0.24, dark: 0.32,
}
/** The signs are not independent of each other; their joint weight is cut by this. */
const EVIDENCE_SHARE = 0.8
/** Linear red light below which an 8-bit picture cannot show a tenth more or less. */
const DARKEST_EMPTY_RED = 0.012
const NOISIEST = 0.16
/** Share of the contents at saturation. */
const MOST_CLIPPED = 0.45

/** Probabilities, suggestion and reasons from one reading and what is known of the egg. Pure. */
export function gradeEgg(egg: EggReading, context: GradeContext): Verdict {
  const species = context.species ?? 'chicken'
  const { ageDays } = context
  const stage = ageDays === undefined ? 0.5 : stageOf(species, ageDays)
  const unreadable = whyUnreadable(egg, context, stage)
  const readable = unreadable.length === 0
  const evidence = weighEvidence(egg, stage)
  const probabilities = combine(evidence, stage, readable)
  const best = GRADES.reduce((a, b) => (probabilities[b] > probabilities[a] ? b : a))
  const grade: SuggestedGrade = readable && probabilities[best] >= SURE_FROM ? best : 'unsure'
  const action = decideAction({
    policy: context.policy ?? 'second-look', grade, probabilities, readable, species, ageDays,
    earlierLooks: context.earlierLooks ?? [],
  })
  const reasons = unreadableSentences(unreadable)
  if (ageDays !== undefined) reasons.push(...explain(egg, evidence, probabilities, grade, stage, ageDays))
  return { probabilities, grade, action, readable, unreadable, reasons }
}

function whyUnreadable(egg: EggReading, context: GradeContext, stage: number): UnreadableCode[] {
  const codes: UnreadableCode[] = []
  if (context.ageDays === undefined) codes.push('age-unknown')
  else if (stage < EARLIEST_STAGE[context.shell ?? 'tinted']) codes.push('too-early')
  // A dark embryo before a bright lamp is no dark picture: what counts is what an empty egg would pass.
  if (egg.light.emptyRed < DARKEST_EMPTY_RED) codes.push('too-dark')
  if (egg.litShare > 0.6 && egg.light.relativeNoise > NOISIEST) codes.push('too-noisy')
  if (egg.light.clippedShare > MOST_CLIPPED) codes.push('overexposed')
  if (egg.edgeSeenShare < 0.3) codes.push('outline-partly-hidden')
  return codes
}

/** Bayes' rule in logs; what cannot be read is drawn far toward "anything is possible". */
function combine(evidence: readonly Evidence[], stage: number, readable: boolean): PerGrade {
  const prior = priorLog(stage)
  const share = readable ? EVIDENCE_SHARE : 0.25
  const logs = GRADES.map((grade) =>
    prior[grade] + share * evidence.reduce((sum, item) => sum + item.logLikelihood[grade], 0))
  const highest = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - highest))
  const total = weights.reduce((a, b) => a + b, 0)
  return Object.fromEntries(GRADES.map((grade, i) => [grade, weights[i]! / total])) as Record<Grade, number>
}
