import type { EggReading } from '../measure/reading.ts'
import { livingShadow, livingVessels } from './expected.ts'
import type { PerGrade } from './types.ts'

/** What one sign says: natural log likelihood under each grade. */
export interface Evidence {
  sign: 'shadow' | 'vessels' | 'ring'
  logLikelihood: PerGrade
}

/** Before looking: what a candler meets; quitters only once there was time to grow and stop. */
export function priorLog(stage: number): PerGrade {
  const quitter = 0.2 / (1 + Math.exp(-(stage - 0.34) / 0.03))
  return { developing: Math.log(0.45), clear: Math.log(0.2), 'blood-ring': Math.log(0.2), quitter: Math.log(quitter + 0.004) }
}

export function weighEvidence(egg: EggReading, stage: number): Evidence[] {
  return [shadowEvidence(egg, stage), vesselEvidence(egg, stage), ringEvidence(egg)]
}

/** A share of readings that no model of ours explains (a finger, a stain); keeps one sign from deciding alone. */
const UNEXPLAINED = 0.006

function shadowEvidence(egg: EggReading, stage: number): Evidence {
  const { value, sd } = egg.shadow.area
  const living = livingShadow(stage).middle
  const spread = Math.hypot(0.6 * living * (1 - living) + 0.02, sd, 0.03)
  return {
    sign: 'shadow',
    logLikelihood: {
      developing: mixed(normal(value, living, spread)),
      // Where nothing grew there is no body at all, however uncertain the size of one would be.
      clear: mixed(2 * normal(value, 0, Math.hypot(0.009, 0.3 * sd))),
      'blood-ring': mixed(2 * normal(value, 0, Math.hypot(0.009, 0.3 * sd))),
      quitter: mixed(quitterDensity(value, sd, stage)),
    },
  }
}

/** A quitter shows the shadow of the age at which it stopped, somewhat shrunken; any earlier age is as likely. */
function quitterDensity(value: number, sd: number, stage: number): number {
  const steps = 24
  const from = 0.3
  const to = Math.max(from + 0.02, stage - 0.05)
  let sum = 0
  for (let i = 0; i < steps; i++) {
    const then = livingShadow(from + ((to - from) * (i + 0.5)) / steps).middle
    sum += normal(value, Math.max(0.035, 0.8 * then), Math.hypot(0.02 + 0.3 * then, sd))
  }
  return sum / steps
}

/** More line than any living net has, egg lengths: the shell's own pattern, which says nothing of the contents. */
export const LONGEST_NET = 7

function vesselEvidence(egg: EggReading, stage: number): Evidence {
  if (egg.vessels.netLength > LONGEST_NET) {
    return { sign: 'vessels', logLikelihood: { developing: 0, clear: 0, 'blood-ring': 0, quitter: 0 } }
  }
  const seen = Math.log(egg.vessels.netLength + 0.15)
  const living = Math.log(livingVessels(stage) + 0.15)
  // On a speckled shell or in a noisy picture, lines come and go by chance.
  const doubt = 0.3 + 0.8 * Math.min(1, egg.spotCount / 40) + 4 * Math.min(0.2, Math.max(0, egg.light.relativeNoise - 0.03))
  const late = Math.max(0, stage - 0.65) * 2
  return {
    sign: 'vessels',
    logLikelihood: {
      developing: mixed(normal(seen, living, Math.hypot(0.75 + late, doubt))),
      clear: mixed(normal(seen, Math.log(0.2), Math.hypot(0.4, doubt))),
      'blood-ring': mixed(normal(seen, Math.log(0.35), Math.hypot(0.6, doubt))),
      quitter: mixed(normal(seen, Math.log(0.3), Math.hypot(0.7, doubt))),
    },
  }
}

function ringEvidence(egg: EggReading): Evidence {
  const trust = 1 - 0.4 * Math.min(1, egg.spotCount / 40)
  const score = 0.5 + trust * (egg.ring.score.value - 0.5)
  const yes = Math.log(score + 0.012)
  const no = Math.log(1 - score + 0.012)
  return { sign: 'ring', logLikelihood: { developing: no, clear: no, 'blood-ring': yes, quitter: no } }
}

function normal(x: number, mean: number, sd: number): number {
  const z = (x - mean) / sd
  return Math.exp(-0.5 * z * z) / (sd * Math.sqrt(2 * Math.PI))
}

function mixed(density: number): number {
  return Math.log((1 - UNEXPLAINED) * density + UNEXPLAINED)
}
