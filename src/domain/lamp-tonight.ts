import type { HatcheryRecord } from '../contracts/records/hatchery-record.ts'
import type { LampCheck } from '../contracts/records/lamp-check.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { LampLight } from '../core/lamp/lamp-light.ts'
import type { LightReading } from '../core/measure/reading.ts'

/** Looks so near to each other belong to one evening. */
const EVENING_MS = 43_200_000
/** Times worse than at the check from which it is said; pictures of one lamp differ by less, all but a few in a hundred. */
const WORSE = { light: 3, noise: 3 } as const

/** How tonight's light is worse than a check's. */
export interface WorseLight {
  check: LampCheck
  kind: 'light' | 'noise'
  times: number
}

/** The check that holds for a set: the newest of its shell, of its species where there is one. */
export function checkFor(
  { lampChecks }: Pick<HatcheryRecord, 'lampChecks'>,
  { species, shell }: Pick<EggSet, 'species' | 'shell'>,
): LampCheck | null {
  const ofShell = lampChecks.filter((check) => check.shell === shell).sort((a, b) => a.at.localeCompare(b.at))
  return ofShell.findLast((check) => check.species === species) ?? ofShell.at(-1) ?? null
}

/** Is the light of a look much worse than at the check? */
export function worseLight(light: LightReading, check: LampCheck): WorseLight | null {
  const weaker = check.light.emptyRed / Math.max(1e-4, light.emptyRed)
  const noisier = Math.sqrt(
    noiseOf(light.relativeNoise, light.medianRed) / noiseOf(check.light.grain, medianRed(check.light)),
  )
  if (noisier > WORSE.noise) return { check, kind: 'noise', times: noisier }
  return weaker > WORSE.light ? { check, kind: 'light', times: weaker } : null
}

/** Shot noise at saturation, squared: the same for bright and for dark contents. */
function noiseOf(relativeNoise: number, light: number): number {
  return Math.max(1e-9, relativeNoise ** 2 * light)
}

/** The empty egg's own light stands for the median of its contents. */
function medianRed({ emptyRed }: LampLight): number {
  return emptyRed
}

/** Whether a look is the first of its evening in a set. */
export function isFirstOfEvening(look: LookRecord, looks: readonly LookRecord[]): boolean {
  const at = Date.parse(look.takenAt)
  return !looks.some((other) => {
    const before = at - Date.parse(other.takenAt)
    return other.setId === look.setId && other.eggId !== look.eggId && before > 0 && before < EVENING_MS
  })
}
