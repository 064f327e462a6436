import { capVolumeFraction } from '../geometry/cap-volume.ts'
import { livingShadow } from '../grade/expected.ts'
import type { Grade } from '../grade-names.ts'
import { createRandom, type Random } from '../random/random.ts'
import { usualStage, usualTimetable } from '../planning/incubation/timetable.ts'
import { SPECIES, type Shell, type SpeciesName } from '../species/species.ts'

/** What became of the egg. */
export type Fate =
  | { kind: 'developing' }
  | { kind: 'clear' }
  /** Stopped growing at this age; early it leaves a ring, later a body. */
  | { kind: 'died'; onDay: number }

/** What varies from egg to egg without being right or wrong, so that nothing is learnt that holds for one egg alone. */
export interface EggNature {
  /** Blur of the body's edge by what lies before it. */
  softness: number
  /** Absorption of flesh. */
  opacity: number
  /** Number and width of vessels. */
  vessels: number
  /** Width and darkness of a ring. */
  ring: number
  /** Fall of light with distance from the lamp. */
  falloff: number
  /** Smears of dirt on the shell. */
  stains: number
  /** Pigment spots on a shell that has them. */
  spots: number
  /** Size of the largest of them. */
  spotSize: number
  /** Colour of albumen and yolk: how much more than red they take from green and blue. */
  tint: number
  /** Gain of light in the air cell over that in the contents beside it: gas scatters nothing, but loses light through the shell. */
  cellGain: number
  /** A ring's extent along the axis, ÷ across it. */
  ringStretch: number
  /** How far a dead body has faded and shrunk: 0 as it was … 1 nearly gone. */
  decay: number
}

/** One egg as biology made it, the same at every look. */
export interface EggModel {
  seed: string
  species: SpeciesName
  shell: Shell
  lengthMm: number
  breadthMm: number
  taper: number
  bulge: number
  fate: Fate
  /** Share of its fresh mass that it loses by the last day of turning. */
  waterLoss: number
  /** Air cell of the fresh egg, share of the volume. */
  freshCell: number
  /** Lean of the air cell's plane against the axis once it has grown, radians. */
  cellTiltRad: number
  /** How far ahead (+) or behind (−) of its mates it grows, days. */
  vigourDays: number
  /** A hairline crack runs over its shell. */
  cracked: boolean
  /** How this egg’s insides differ from the next one’s; 1 is ordinary. */
  nature: EggNature
}

/** The egg at one age: what light will meet. */
export interface EggState {
  model: EggModel
  ageDays: number
  stage: number
  /** What an all-knowing candler would write down. */
  grade: Grade
  cell: { depth: number; tiltRad: number; volume: number }
  /** Share of the contents that its body darkens. */
  bodyShare: number
  /** 0 none … 1 in full: how much of the vessel net carries blood. */
  vesselStrength: number
  /** 0 clear … 1 opaque: what decay has made of the contents. */
  murk: number
  hasRing: boolean
}

/** A death before this stage leaves a ring of blood, after it a body. */
export const RING_STAGE = 0.3

/** Draws an egg of the given kind; equal seeds give equal eggs. */
export function createEgg(
  seed: string,
  kind: { species: SpeciesName; shell: Shell; fate: Fate; cracked?: boolean },
): EggModel {
  const random = createRandom(`egg/${seed}`)
  const { lengthMm, breadthMm } = SPECIES[kind.species]
  const size = random.normal(1, 0.04)
  const slender = random.normal(0, 0.025)
  return {
    seed,
    cracked: false,
    ...kind,
    lengthMm: lengthMm * size * (1 + slender),
    breadthMm: breadthMm * size * (1 - slender),
    taper: Math.min(0.24, Math.max(0.04, random.normal(0.13, 0.04))),
    bulge: random.between(-0.09, 0.05),
    waterLoss: Math.min(0.19, Math.max(0.06, random.normal(0.12, 0.015))),
    freshCell: random.between(0.015, 0.03),
    cellTiltRad: random.normal(0, 0.11),
    vigourDays: random.normal(0, 0.3),
    nature: {
      softness: random.between(0.7, 2.2),
      opacity: random.between(0.45, 1),
      vessels: random.between(0.7, 2.2),
      ring: random.between(0.7, 1.9),
      falloff: random.between(0.7, 1.6),
      stains: random.uniform() < 0.2 ? Math.ceil(3 * random.uniform()) : 0,
      decay: random.uniform(),
      spots: random.between(0.35, 1.6),
      spotSize: random.between(0.35, 1),
      tint: random.between(0.8, 2.8),
      ringStretch: random.between(0.8, 1.35),
      cellGain: random.between(-0.35, 0.25),
    },
  }
}

/** Draws a fate for a whole basket: mostly fertile and thriving. */
export function drawFate(random: Random, incubationDays: number): Fate {
  const u = random.uniform()
  if (u < 0.12) return { kind: 'clear' }
  if (u < 0.19) return { kind: 'died', onDay: random.between(0.1, 0.26) * incubationDays }
  if (u < 0.27) return { kind: 'died', onDay: random.between(0.33, 0.75) * incubationDays }
  return { kind: 'developing' }
}

export function eggAt(model: EggModel, ageDays: number): EggState {
  const stage = usualStage(model.species, ageDays)
  const grown = usualStage(model.species, Math.max(0, ageDays + model.vigourDays))
  const { fate } = model
  const lockdown = usualTimetable(model.species).stopTurningDay
  // Hoyt (1979): volume 0.51·L·B², mass 0.548·L·B²; what is lost as water comes back as air.
  const volume = Math.min(0.32, model.freshCell + (0.548 / 0.51) * model.waterLoss * (ageDays / lockdown))
  const tiltRad = model.cellTiltRad * Math.min(1.4, 0.2 + stage * 1.4)
  const cell = { volume, tiltRad, depth: depthForVolume(model, volume, tiltRad) }
  const base = { model, ageDays, stage, cell }
  const dead = fate.kind === 'died' && ageDays > fate.onDay
  if (fate.kind === 'clear')
    return { ...base, grade: 'clear', bodyShare: 0, vesselStrength: 0, murk: 0, hasRing: false }
  if (!dead) {
    const start = 0.11
    return {
      ...base,
      grade: 'developing',
      murk: 0,
      hasRing: false,
      bodyShare: grown < start ? 0 : livingShadow(grown).middle,
      vesselStrength: Math.min(1, Math.max(0, (grown - start) / 0.2)),
    }
  }
  const stageOfDeath = usualStage(model.species, fate.onDay)
  const daysDead = ageDays - fate.onDay
  if (stageOfDeath < RING_STAGE) {
    return { ...base, grade: 'blood-ring', bodyShare: 0, vesselStrength: 0, murk: 0, hasRing: true }
  }
  return {
    ...base,
    grade: 'quitter',
    hasRing: false,
    bodyShare: Math.max(0.03, livingShadow(stageOfDeath).middle * (0.9 - 0.5 * model.nature.decay)),
    vesselStrength: Math.max(0, 0.35 - 0.12 * daysDead) * (1 - model.nature.decay),
    murk: Math.min(1, daysDead / 8),
  }
}

/** Depth at which a plane cuts off the given share of the volume, by bisection. */
function depthForVolume(model: EggModel, volume: number, tiltRad: number): number {
  const outline = {
    centre: { x: 0, y: 0 },
    axisRad: 0,
    halfLengthPx: 100,
    halfBreadthPx: (100 * model.breadthMm) / model.lengthMm,
    taper: model.taper,
    bulge: model.bulge,
  }
  let low = 0
  let high = 0.6
  for (let i = 0; i < 24; i++) {
    const depthFraction = (low + high) / 2
    if (capVolumeFraction(outline, { depthFraction, tiltRad }) < volume) low = depthFraction
    else high = depthFraction
  }
  return (low + high) / 2
}
