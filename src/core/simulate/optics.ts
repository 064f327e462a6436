import type { Shell } from '../species/species.ts'

/** One value each for red, green and blue light. */
export type Rgb = readonly [number, number, number]

export interface ShellOptics {
  /** Share of light that passes, white shell's red = 1. */
  transmission: Rgb
  /** Depth of pore mottling, log units. */
  mottling: number
  /** Pigment spots per square centimetre of picture, and their largest radius, mm. */
  spots: { perCm2: number; largestMm: number }
}

/**
 * Shells as diffusers. Protoporphyrin (brown) takes blue and green far more than red; biliverdin (blue-green)
 * takes red and blue more than green. Set so that rendered colours look as such eggs do over a torch.
 */
export const SHELL_OPTICS: Readonly<Record<Shell, ShellOptics>> = {
  white: { transmission: [1, 0.52, 0.25], mottling: 0.05, spots: { perCm2: 0, largestMm: 0 } },
  tinted: { transmission: [0.8, 0.36, 0.17], mottling: 0.08, spots: { perCm2: 0, largestMm: 0 } },
  brown: { transmission: [0.55, 0.075, 0.02], mottling: 0.11, spots: { perCm2: 0.12, largestMm: 1.4 } },
  dark: { transmission: [0.13, 0.012, 0.004], mottling: 0.15, spots: { perCm2: 0.3, largestMm: 1.6 } },
  blue: { transmission: [0.5, 0.47, 0.16], mottling: 0.07, spots: { perCm2: 0, largestMm: 0 } },
  speckled: { transmission: [0.72, 0.28, 0.11], mottling: 0.09, spots: { perCm2: 24, largestMm: 2.2 } },
}

/** Absorption of albumen and yolk per breadth of egg, natural log units (Beer–Lambert). */
export const CONTENTS_ABSORPTION: Rgb = [0.5, 1.05, 1.9]
/** Whole blood passes red and absorbs nearly all green. */
export const BLOOD_ABSORPTION: Rgb = [0.55, 1.9, 2.2]
/** An embryo's body per breadth of egg. */
export const BODY_ABSORPTION: Rgb = [7, 13, 15]
/** Decay products per breadth of egg. */
export const MURK_ABSORPTION: Rgb = [1.1, 2.2, 3]
/** Fall of diffuse light with distance from the lamp, log units per egg length. */
export const LAMP_FALLOFF = 1.75
