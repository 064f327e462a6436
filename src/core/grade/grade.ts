import type { EggFigures } from '../measure/reading.ts'
import { usualTimetable } from '../planning/incubation/timetable.ts'
import type { Shell } from '../species/species.ts'
import { batchStage } from './batch.ts'
import { evidenceOf, likeliest, together, type Evidence } from './evidence.ts'
import { livingShadow } from './expected.ts'
import { GRADING_MODEL } from './grading-model.ts'
import { withEarlier } from './history.ts'
import { poolPictures } from './pool-pictures.ts'
import { withLearnt } from './learn.ts'
import { decideAction, isFilmedAlive } from './policy.ts'
import { explain, filmReasons, ringEvidence } from './reasons.ts'
import { softmax } from './softmax.ts'
import { perGrade, type PerGrade, type SuggestedGrade } from '../grade-names.ts'
import { type GradeContext, type Reason, type UnreadableCode, type Verdict } from './types.ts'

/** A grade is suggested from this probability on; below it the answer is "not sure". */
const SURE_FROM = 0.55
/** What cannot be read is drawn this far toward "anything is possible". */
const UNREADABLE_SHARE = 0.2
/** Before this stage nothing shows through any shell. */
const EARLIEST_STAGE = 0.12
/** Up to this stage a shell may still hide a living embryo: what looks empty stays in. */
const HIDES_UNTIL: Readonly<Record<Shell, number>> = {
  white: 0.18,
  tinted: 0.2,
  blue: 0.22,
  speckled: 0.24,
  brown: 0.26,
  dark: 0.34,
}
/** Linear red light below which an 8-bit picture cannot show a tenth more or less. */
const DARKEST_EMPTY_RED = 0.016
const NOISIEST = 0.1
/**
 * Share of the contents at saturation from which vessels and thin rings may be burnt away: what is seen is graded, for
 * refusing it cost 12 right answers on kinds that took no part and spared 2 wrong ones, but it takes no egg out.
 */
const MOST_CLIPPED = 0.42
/** Nothing at all shows in a picture that is burnt so far. */
const ALL_BURNT = 0.85
/** A shadow of this share of the contents is a body, whatever the light. */
const LEAST_MASS = 0.04
/** A living egg whose body takes this share of the contents at the least shows it in any light. */
const SURELY_SEEN = 0.12
/** Evidence for a ring that grain and burnt light do not make by chance. */
const CLEAR_RING = 0.9
/** Share of all dark lines that lie along one circle: it stands alone. */
const RING_ALONE = 0.25
/** A shadow of this share of the least that a living egg of the age has may be a living one. */
const LIVING_SHARE = 0.45
/** Spread of the contents about the light of an empty egg, log units, that mottling does not reach. */
const EVEN_LIGHT = 0.2
/** Pictures of the fit lie nearer than this, all but a few in a hundred. */
const UNUSUAL = 2
/**
 * Log odds that movement, or a heartbeat, adds to life. On simulated films movement is seen some hundred times as
 * often in living eggs as in dead ones (`npm run bench`), ln 100 = 4.6; less is taken because real hands do what those do not.
 * That nothing moved says nothing: embryos rest.
 */
const FILMED_LIFE = 3
/** More line than this, egg lengths, may be a living net; up to here scratches and pores make it too. */
const LIVING_NET = 1.6

/** Until which stage the darkest shell among them may hide a living embryo. */
function hidesUntil({ shell = 'tinted', shellsOfSet = [] }: GradeContext): number {
  return Math.max(...[shell, ...shellsOfSet].map((one) => HIDES_UNTIL[one]))
}

/** Probabilities, suggestion and reasons from one reading and what is known of the egg. Pure. */
export function gradeEgg(egg: EggFigures, context: GradeContext, model = GRADING_MODEL): Verdict {
  const { ageDays, days = usualTimetable(context.species ?? 'chicken') } = context
  const stage =
    ageDays === undefined ? 0.5 : batchStage(ageDays / days.incubationDays, context.livingMates ?? [])
  const unreadable = whyUnreadable(egg, context, stage)
  const readable = unreadable.length === 0
  const evidence = evidenceOf(egg, stage, model)
  const logs = context.learnt ? withLearnt(evidence, context.learnt) : together(evidence)
  const seenAlive = isFilmedAlive(context.film)
  const still = readable ? logs : flattened(logs)
  const alone = softmax(seenAlive ? { ...still, developing: still.developing + FILMED_LIFE } : still)
  const now = context.twin ? poolPictures(alone, context.twin) : alone
  const probabilities =
    readable && ageDays !== undefined ? withEarlier(now, ageDays, context.earlierLooks ?? []) : now
  const best = likeliest(probabilities)
  const grade: SuggestedGrade = readable && probabilities[best] >= SURE_FROM ? best : 'unsure'
  const action = decideAction({
    policy: context.policy ?? 'second-look',
    grade,
    probabilities,
    readable,
    ageDays,
    stopTurningDay: days.stopTurningDay,
    earlierLooks: context.earlierLooks ?? [],
    signsOfLife: seenAlive || showsLife(egg, stage),
    mayBeHidden: stage < hidesUntil(context) || mayBeBurntAway(egg, stage),
  })
  const reasons: Reason[] = [
    ...filmReasons(context.film),
    ...unreadable.map((why) => ({ code: 'unreadable', why }) as const),
    ...(evidence.unusual > UNUSUAL ? [{ code: 'unusual', by: evidence.unusual } as const] : []),
    ...disagreement(evidence),
    ...(context.twin ? [{ code: 'two-pictures' } as const] : []),
  ]
  if (ageDays !== undefined)
    reasons.push(...explain({ egg, bySource: evidence.bySource, probabilities, grade, stage, ageDays }))
  return { probabilities, grade, action, readable, unreadable, reasons }
}

/** Said where either by itself would say more than half another thing. */
function disagreement({ measures, network }: Evidence): Reason[] {
  if (!network) return []
  const [own, whole] = [likeliest(measures), likeliest(network)]
  const each = Math.min(softmax(measures)[own], softmax(network)[whole])
  return own === whole || each < 0.5 ? [] : [{ code: 'two-opinions', measures: own, network: whole }]
}

function whyUnreadable(egg: EggFigures, context: GradeContext, stage: number): UnreadableCode[] {
  const codes: UnreadableCode[] = []
  if (egg.reasons.includes('unlike-an-egg')) codes.push('unlike-an-egg')
  if (context.ageDays === undefined) codes.push('age-unknown')
  else if (stage < EARLIEST_STAGE) codes.push('too-early')
  // A dark embryo before a bright lamp is no dark picture: what counts is what an empty egg would pass.
  if (egg.light.emptyRed < DARKEST_EMPTY_RED) codes.push('too-dark')
  const decides = decidingSign(egg, stage)
  if (decides === null && egg.litShare > 0.6 && egg.light.relativeNoise > NOISIEST) codes.push('too-noisy')
  if (egg.light.clippedShare > ALL_BURNT) codes.push('overexposed')
  if (egg.edgeSeenShare < 0.3) codes.push('outline-partly-hidden')
  return codes
}

/** Whether what a living egg shows could be lost in burnt light, with nothing else to settle the grade. */
function mayBeBurntAway(egg: EggFigures, stage: number): boolean {
  return egg.light.clippedShare > MOST_CLIPPED && decidingSign(egg, stage) === null
}

/**
 * The sign that settles the grade, where one could be seen: a mass shows in burnt light and in grain as well, and late
 * every living egg has one, so that its absence is seen, too. Vessels and thin rings show in neither.
 */
function decidingSign(egg: EggFigures, stage: number): 'mass' | 'no-mass' | 'ring' | null {
  const { value, sd } = egg.shadow.area
  if (value > LEAST_MASS && value > 4 * sd) return 'mass'
  const ring = ringEvidence(egg)
  if (ring.score > CLEAR_RING && ring.shareOfLines > RING_ALONE) return 'ring'
  return livingShadow(stage).low > SURELY_SEEN ? 'no-mass' : null
}

/**
 * Signs that a living egg of this age shows, whatever the model makes of them: they never let an egg be suggested
 * for removal. Removing a live egg is the costly error.
 */
function showsLife(egg: EggFigures, stage: number): boolean {
  const band = livingShadow(stage)
  // Light that no empty egg would pass so unevenly may be a body that was taken for the shell's own shading.
  const uneven = (egg.signs?.unevenness ?? 0) > EVEN_LIGHT
  return egg.vessels.netLength > LIVING_NET || egg.shadow.area.value > LIVING_SHARE * band.low || uneven
}

function flattened(logs: PerGrade): PerGrade {
  return perGrade((grade) => UNREADABLE_SHARE * logs[grade])
}
