import { together, EVIDENCE_SOURCES, type Evidence, type EvidenceSource } from './evidence.ts'
import { softmax } from './softmax.ts'
import { GRADES, perGrade, type Grade, type PerGrade } from '../grade-names.ts'

/** A look whose egg was later opened or hatched. */
export interface ConfirmedLook extends Pick<Evidence, 'bySource' | 'rest'> {
  truth: Grade
}

/** What this hatchery's own eggs say beyond the fitted model. */
export interface Learnt {
  /** Added to each grade's log odds. */
  offsets: PerGrade
  /** How much each sign counts here, as a multiple of what it counts elsewhere. */
  trust: Record<EvidenceSource, number>
}

const perSource = <T>(value: (source: EvidenceSource) => T): Record<EvidenceSource, T> => ({
  shadow: value('shadow'),
  vessels: value('vessels'),
  ring: value('ring'),
  network: value('network'),
})
export const NOTHING_LEARNT: Learnt = { offsets: perGrade(() => 0), trust: perSource(() => 1) }

/** Prior weight: with this many confirmed looks the offsets move half way. */
const AS_SURE_AS = 12
/** How far signs may count otherwise in one hatchery (its shells, its lamp) than in others: spread of the log of their trust. */
const TRUST_SD = 0.35
/** Limits of the trust in one sign, as a factor up or down. */
const MOST_LOG_TRUST = Math.log(1.8)
const STEPS = 400
/** Log odds that are the same but for the order in which they were added. */
const ROUNDING = 1e-9
const RATE = 0.05

/**
 * Learns from confirmed eggs: a number to add to each grade's log odds, and how much each sign is to be trusted on these
 * shells and by this lamp. The fitted model is not touched and nothing of it is forgotten: with few confirmed eggs all
 * stays nearly as it was, and it is found anew from all confirmed eggs each time (maximum posterior of a multinomial
 * logistic model whose slopes keep their proportions within a sign, with normal beliefs around none learnt).
 */
export function learnFrom(confirmed: readonly ConfirmedLook[]): Learnt {
  if (confirmed.length === 0) return NOTHING_LEARNT
  const offsets = perGrade(() => 0)
  const logTrust = perSource(() => 0)
  const most = confirmed.length + AS_SURE_AS
  // A source with large log odds makes the likelihood steeper: steps scaled by that curvature never overshoot.
  const curvature = perSource((source) =>
    confirmed.reduce(
      (sum, { bySource }) => sum + 0.5 * GRADES.reduce((all, grade) => all + bySource[source][grade] ** 2, 0),
      1 / TRUST_SD ** 2,
    ),
  )
  for (let step = 0; step < STEPS; step++) {
    const slope = perGrade(() => 0)
    const trustSlope = perSource(() => 0)
    const trust = perSource((source) => Math.exp(logTrust[source]))
    for (const look of confirmed) {
      const said = together(look, trust)
      const p = softmax(perGrade((grade) => said[grade] + offsets[grade]))
      for (const grade of GRADES) {
        const missing = (grade === look.truth ? 1 : 0) - p[grade]
        slope[grade] += missing
        for (const source of EVIDENCE_SOURCES)
          trustSlope[source] += missing * trust[source] * look.bySource[source][grade]
      }
    }
    for (const grade of GRADES)
      offsets[grade] += (RATE * (slope[grade] - AS_SURE_AS * 0.25 * offsets[grade])) / (0.25 * most)
    for (const source of EVIDENCE_SOURCES) {
      const towardNone = logTrust[source] / TRUST_SD ** 2
      const next = logTrust[source] + (RATE * (trustSlope[source] - towardNone)) / curvature[source]
      logTrust[source] = Math.min(MOST_LOG_TRUST, Math.max(-MOST_LOG_TRUST, next))
    }
  }
  return {
    offsets: neverAgainstLife(offsets),
    trust: perSource((source) => Math.exp(logTrust[source])),
  }
}

/**
 * Eggs are opened because they were taken for dead, so that what is confirmed says little of how many live. It may say
 * which kind of dud is the likelier, and that more live than was thought, but never make a living egg less likely
 * against any dud: the likeliest dud keeps its odds, the others and life are counted from there.
 */
function neverAgainstLife(offsets: PerGrade): PerGrade {
  const likeliestDud = Math.max(offsets.clear, offsets['blood-ring'], offsets.quitter)
  return perGrade((grade) =>
    grade === 'developing' ? Math.max(0, offsets[grade] - likeliestDud) : offsets[grade] - likeliestDud,
  )
}

/**
 * What the evidence says with what was learnt here. However signs are trusted, a living egg is never held to be less
 * likely than without, for the same reason.
 */
export function withLearnt(
  evidence: Pick<Evidence, 'bySource' | 'rest'>,
  { offsets, trust }: Learnt,
): PerGrade {
  const before = Math.min(1 - 1e-12, softmax(together(evidence)).developing)
  const said = together(evidence, trust)
  const now = perGrade((grade) => said[grade] + offsets[grade])
  const others = GRADES.filter((grade) => grade !== 'developing')
  const highest = Math.max(...others.map((grade) => now[grade]))
  const against = highest + Math.log(others.reduce((sum, grade) => sum + Math.exp(now[grade] - highest), 0))
  const least = against + Math.log(before) - Math.log1p(-before)
  return least > now.developing + ROUNDING ? { ...now, developing: least } : now
}
