import { clamp } from '../clamp.ts'
import type { EggFigures } from '../measure/reading.ts'
import { livingShadow, livingVessels } from './expected.ts'

/** What a feature speaks of; reasons are told by it. */
export type Sign = 'shadow' | 'vessels' | 'ring' | 'light' | 'age'

/** The part of a reading that grading looks at. */
export type GradedReading = Pick<
  EggFigures,
  'shadow' | 'vessels' | 'ring' | 'light' | 'signs' | 'lines' | 'spotCount' | 'litShare' | 'edgeSeenShare'
>

function logit(share: number): number {
  const p = Math.min(0.995, Math.max(0.005, share))
  return Math.log(p / (1 - p))
}

/**
 * The figures that the model weighs, each with a plain meaning. Stage is the fraction of incubation. Products with
 * the stage let a sign mean another thing early than late; products with spots and noise let it mean less where
 * the shell or the grain makes lines of its own.
 */
export const FEATURES: ReadonlyArray<{
  name: string
  sign: Sign
  of: (egg: GradedReading, stage: number) => number | null
}> = [
  { name: 'shadow behind the expected one, logits', sign: 'shadow', of: shadowBehind },
  {
    name: 'shadow ahead of the expected one, logits',
    sign: 'shadow',
    of: (egg, stage) => Math.max(0, -shadowBehindRaw(egg, stage)),
  },
  { name: 'no shadow at all', sign: 'shadow', of: noShadow },
  { name: 'a small body', sign: 'shadow', of: smallBody },
  { name: 'size of the shadow, logits', sign: 'shadow', of: (egg) => logit(egg.shadow.area.value) },
  { name: 'darkness of the shadow', sign: 'shadow', of: (egg) => Math.min(4, egg.shadow.darkness) },
  {
    name: 'sharpness of the shadow’s edge',
    sign: 'shadow',
    of: (egg) => Math.min(0.25, egg.shadow.edgeSlope) * 10,
  },
  { name: 'vessels, log lengths', sign: 'vessels', of: vessels },
  { name: 'vessels missing against a living egg', sign: 'vessels', of: vesselsMissing },
  {
    name: 'vessels missing where they could be seen',
    sign: 'vessels',
    of: (egg, stage) => vesselsMissing(egg, stage) * egg.litShare,
  },
  { name: 'ring, logits', sign: 'ring', of: ring },
  { name: 'ring seen', sign: 'ring', of: ringSeen },
  { name: 'ring alone among the lines', sign: 'ring', of: ringAlone },
  {
    name: 'how much of the ring is seen',
    sign: 'ring',
    of: (egg) => egg.ring.visibleShare * standsAlone(egg),
  },
  { name: 'a line along a curve, alone or not', sign: 'ring', of: (egg) => Math.min(2.5, egg.ring.support) },
  { name: 'ring without a body', sign: 'ring', of: (egg) => ringSeen(egg) * noShadow(egg) },
  { name: 'ring alone without a body', sign: 'ring', of: (egg) => ringAlone(egg) * noShadow(egg) },
  { name: 'spots on the shell, log', sign: 'light', of: spots },
  { name: 'vessels on a spotted shell', sign: 'vessels', of: (egg) => vessels(egg) * spots(egg) },
  { name: 'ring on a spotted shell', sign: 'ring', of: (egg) => ringSeen(egg) * spots(egg) },
  { name: 'grain, log', sign: 'light', of: grain },
  { name: 'vessels in a grainy picture', sign: 'vessels', of: (egg) => vessels(egg) * grain(egg) },
  { name: 'light enough to see vessels', sign: 'light', of: (egg) => egg.litShare },
  { name: 'stage', sign: 'age', of: (_egg, stage) => stage },
  { name: 'stage squared', sign: 'age', of: (_egg, stage) => stage * stage },
  { name: 'no shadow, by stage', sign: 'shadow', of: (egg, stage) => noShadow(egg) * stage },
  { name: 'a small body, by stage', sign: 'shadow', of: (egg, stage) => smallBody(egg) * stage },
  { name: 'vessels, by stage', sign: 'vessels', of: (egg, stage) => vessels(egg) * stage },
  {
    name: 'what is faintly dark beyond the shadow',
    sign: 'shadow',
    of: (egg) => egg.signs && Math.max(0, egg.signs.faintShadow - egg.shadow.area.value),
  },
  {
    name: 'anything faintly dark, logits',
    sign: 'shadow',
    of: (egg) => egg.signs && logit(egg.signs.faintShadow),
  },
  { name: 'redder than the air cell', sign: 'shadow', of: reddening },
  {
    name: 'redder than the air cell, by stage',
    sign: 'shadow',
    of: (egg, stage) => product(reddening(egg), stage),
  },
  { name: 'darker than the air cell', sign: 'shadow', of: dimming },
  {
    name: 'darker than the air cell, by stage',
    sign: 'shadow',
    of: (egg, stage) => product(dimming(egg), stage),
  },
  { name: 'uneven light', sign: 'light', of: (egg) => egg.signs && Math.log(egg.signs.unevenness) },
  { name: 'shadow behind, by stage', sign: 'shadow', of: (egg, stage) => shadowBehind(egg, stage) * stage },
  { name: 'burnt light', sign: 'light', of: (egg) => egg.light.clippedShare },
  {
    name: 'no shadow in burnt light',
    sign: 'shadow',
    of: (egg) => egg.light.clippedShare * noShadow(egg),
  },
  { name: 'vessels in burnt light', sign: 'vessels', of: (egg) => egg.light.clippedShare * vessels(egg) },
  { name: 'dark picture, log', sign: 'light', of: dark },
  { name: 'no shadow in a dark picture', sign: 'shadow', of: (egg) => dark(egg) * noShadow(egg) },
  { name: 'vessels in a dark picture', sign: 'vessels', of: (egg) => dark(egg) * vessels(egg) },
  { name: 'ring in a dark picture', sign: 'ring', of: (egg) => dark(egg) * ringSeen(egg) },
  { name: 'edge hidden', sign: 'light', of: hidden },
  { name: 'vessels beside what hides the edge', sign: 'vessels', of: (egg) => hidden(egg) * vessels(egg) },
  { name: 'ring beside what hides the edge', sign: 'ring', of: (egg) => hidden(egg) * ringSeen(egg) },
  { name: 'ring in a grainy picture', sign: 'ring', of: (egg) => grain(egg) * ringSeen(egg) },
  {
    name: 'shadow in a grainy picture',
    sign: 'shadow',
    of: (egg, stage) => grain(egg) * shadowBehind(egg, stage),
  },
  { name: 'doubt of the shadow, logits', sign: 'shadow', of: shadowDoubt },
  { name: 'ring, by stage', sign: 'ring', of: (egg, stage) => ringSeen(egg) * stage },
  { name: 'ring alone, by stage', sign: 'ring', of: (egg, stage) => ringAlone(egg) * stage },
  {
    name: 'darkness of the shadow, by stage',
    sign: 'shadow',
    of: (egg, stage) => Math.min(4, egg.shadow.darkness) * stage,
  },
  {
    name: 'sharpness of the shadow’s edge, by stage',
    sign: 'shadow',
    of: (egg, stage) => Math.min(0.25, egg.shadow.edgeSlope) * 10 * stage,
  },
  { name: 'a long line along one curve', sign: 'ring', of: curve },
  { name: 'a long line along one curve, alone', sign: 'ring', of: curveAlone },
  {
    name: 'a long line along one curve, by stage',
    sign: 'ring',
    of: (egg, stage) => product(curve(egg), stage),
  },
  { name: 'a curve’s share of its circle', sign: 'ring', of: (egg) => egg.lines && egg.lines.curveShare },
  {
    name: 'how far a curve stands out',
    sign: 'ring',
    of: (egg) => egg.lines && Math.log1p(Math.max(0, egg.lines.curveContrast)),
  },
  { name: 'colour of blood along the curve', sign: 'ring', of: curveBlood },
  {
    name: 'a bloody curve without a body',
    sign: 'ring',
    of: (egg) => product(curveBlood(egg), noShadow(egg)),
  },
  { name: 'a curve without a body', sign: 'ring', of: (egg) => product(curve(egg), noShadow(egg)) },
  { name: 'a curve on a spotted shell', sign: 'ring', of: (egg) => product(curve(egg), spots(egg)) },
  { name: 'colour of blood in all lines', sign: 'vessels', of: (egg) => egg.lines && egg.lines.blood },
  { name: 'bloody lines, log lengths', sign: 'vessels', of: bloodyLines },
  { name: 'bloody lines, by stage', sign: 'vessels', of: (egg, stage) => product(bloodyLines(egg), stage) },
  {
    name: 'long lines, log lengths',
    sign: 'vessels',
    of: (egg) => egg.lines && Math.log(egg.lines.length + 0.1),
  },
  { name: 'clear long lines, log lengths', sign: 'vessels', of: clearLines },
  {
    name: 'clear long lines without a body',
    sign: 'ring',
    of: (egg) => product(clearLines(egg), noShadow(egg)),
  },
  { name: 'lines that branch', sign: 'vessels', of: (egg) => egg.lines && egg.lines.branching },
  { name: 'texture, log', sign: 'vessels', of: texture },
  { name: 'texture, by stage', sign: 'vessels', of: (egg, stage) => product(texture(egg), stage) },
  {
    name: 'texture beyond grain',
    sign: 'vessels',
    of: (egg) => egg.lines && clamp(texture(egg)! - grain(egg), -3, 3),
  },
  { name: 'texture on a spotted shell', sign: 'vessels', of: (egg) => product(texture(egg), spots(egg)) },
]

function shadowBehindRaw(egg: GradedReading, stage: number): number {
  return clamp(logit(livingShadow(stage).middle) - logit(egg.shadow.area.value), -4, 6)
}
function shadowBehind(egg: GradedReading, stage: number): number {
  return Math.max(0, shadowBehindRaw(egg, stage))
}
/** 1 for an even glow, 0 from a few per cent on. */
function noShadow(egg: GradedReading): number {
  return Math.exp(-((egg.shadow.area.value / 0.012) ** 2))
}
/** 1 around a twentieth of the contents, 0 far from it. */
function smallBody(egg: GradedReading): number {
  return Math.exp(-((logit(egg.shadow.area.value) - logit(0.07)) ** 2) / 1.2)
}
function vessels(egg: GradedReading): number {
  return Math.log(Math.min(12, egg.vessels.netLength) + 0.15)
}
function vesselsMissing(egg: GradedReading, stage: number): number {
  return clamp(Math.log(livingVessels(stage) + 0.15) - vessels(egg), 0, 3.5)
}
/**
 * How far a curve stands alone among the dark lines: 0 in a net, 1 from a third of all lines on. Some circle lies
 * along the branches of every net; only one that stands alone may count as a ring.
 */
function standsAlone(egg: GradedReading): number {
  return clamp((egg.ring.shareOfLines - 0.12) / 0.22, 0, 1)
}
function ring(egg: GradedReading): number {
  const value = clamp(logit(egg.ring.score.value), -5, 5)
  return value > 0 ? value * standsAlone(egg) : value
}
function ringSeen(egg: GradedReading): number {
  return Math.min(2, egg.ring.support) * standsAlone(egg)
}
function ringAlone(egg: GradedReading): number {
  return egg.ring.shareOfLines * Math.min(1, egg.ring.support)
}
function spots(egg: GradedReading): number {
  return Math.log1p(egg.spotCount) / 3
}
function grain(egg: GradedReading): number {
  return clamp(Math.log(egg.light.relativeNoise + 0.01), -4.7, -1)
}

/** Most that any curve reaches that is not drawn with a pen. */
const STRONGEST_CURVE = 2.5

function curve({ lines }: GradedReading): number | null {
  return lines && Math.min(STRONGEST_CURVE, lines.curve)
}
function curveAlone(egg: GradedReading): number | null {
  return egg.lines && curve(egg)! * Math.min(0.6, egg.lines.curveAlone)
}
function curveBlood(egg: GradedReading): number | null {
  return egg.lines && egg.lines.curveBlood * Math.min(1, egg.lines.curve)
}
function bloodyLines({ lines }: GradedReading): number | null {
  return lines && lines.blood * Math.log(lines.length + 1)
}
function clearLines({ lines }: GradedReading): number | null {
  return lines && Math.log(lines.clearLength + 0.05)
}
/** Unevenness at the scale of lines, of whatever makes it: vessels fill a living egg with more of it than a shell has. */
function texture({ lines }: GradedReading): number | null {
  return lines && clamp(Math.log(lines.faintest), -6, 0)
}

/** 0 for a bright picture, down to −5 where an empty egg would hardly show. */
function dark(egg: GradedReading): number {
  return clamp(Math.log(egg.light.emptyRed + 1e-4), -5, 0)
}
/** Share of the outline that no edge in the picture shows: a hand, a collar, the dark. */
function hidden(egg: GradedReading): number {
  return 1 - egg.edgeSeenShare
}
/** Standard uncertainty of the shadow on the scale on which it is weighed. */
function shadowDoubt(egg: GradedReading): number {
  const share = clamp(egg.shadow.area.value, 0.005, 0.995)
  return Math.min(2, egg.shadow.area.sd / (share * (1 - share)))
}

function reddening(egg: GradedReading): number | null {
  return egg.signs?.reddening == null ? null : clamp(egg.signs.reddening, -0.6, 1)
}
function dimming(egg: GradedReading): number | null {
  return egg.signs?.dimming == null ? null : clamp(egg.signs.dimming, -1, 4)
}
function product(a: number | null, b: number): number | null {
  return a === null ? null : a * b
}

/** All features of one reading, in the order of {@link FEATURES}; null where the picture does not say. */
export function featuresOf(egg: GradedReading, stage: number): Array<number | null> {
  return FEATURES.map((feature) => feature.of(egg, stage))
}
