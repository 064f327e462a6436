import { clamp } from '../clamp.ts'
import type { LampLight } from './lamp-light.ts'
import { LAMP_LIMITS, type LampChange, type LampLimit } from './lamp-terms.ts'
import type { LampScene } from './trial.ts'

/**
 * Figures of a check up to which, or from which on, nothing need be said: what the ordinary photographs of all painters
 * have. Light is linear, 1 = saturation; see LampLight.
 */
export const GOOD_LIGHT = {
  grain: 0.06,
  brightRed: 0.35,
  burntShare: 0.02,
  blur: 0.008,
  room: 0.006,
  glare: 0.3,
  fallOff: 0.08,
} as const
/** A lamp of so many times the light is the next larger torch. */
const MORE_LIGHT = 3
/** Red light of the brightest shell that uses the sensor well. */
const GOOD_BRIGHT = 0.8

export function limitsOf(light: LampLight): LampLimit[] {
  const found: Record<LampLimit, boolean> = {
    dim: light.grain > GOOD_LIGHT.grain,
    'dark-exposure': light.brightRed < GOOD_LIGHT.brightRed,
    'bright-exposure': light.burntShare > GOOD_LIGHT.burntShare,
    blur: light.blur !== null && light.blur > GOOD_LIGHT.blur,
    room: light.room > GOOD_LIGHT.room,
    glare: light.glare > GOOD_LIGHT.glare,
    'one-sided': light.fallOff < GOOD_LIGHT.fallOff,
  }
  return LAMP_LIMITS.filter((limit) => found[limit])
}

/** How many times longer, or shorter where negative, the exposure should be: stops. */
export function exposureStops({ brightRed, burntShare }: LampLight): number {
  // How far saturated light goes beyond is not seen: a stop less for each tenth of the egg that is burnt, two at most.
  const over = burntShare > GOOD_LIGHT.burntShare ? -clamp(10 * burntShare, 0.5, 2) : 0
  return over < 0 ? over : Math.log2(GOOD_BRIGHT / Math.max(0.005, brightRed))
}

/** The scene after one change; null where it would change nothing. */
export function changed(scene: LampScene, change: LampChange, light: LampLight): LampScene | null {
  const { shot } = scene
  const [exposure, electrons] = [shot.exposure ?? 1, shot.electrons ?? 1000]
  const stops = exposureStops(light)
  switch (change) {
    case 'more-light':
      // The camera turns its gain down as far as the picture was bright enough before.
      return light.grain > GOOD_LIGHT.grain / 2 || stops > 0.5
        ? {
            ...scene,
            shot: {
              ...shot,
              exposure: exposure * clamp(2 ** stops, 1, MORE_LIGHT),
              electrons: electrons * (MORE_LIGHT / clamp(2 ** stops, 1, MORE_LIGHT)),
            },
          }
        : null
    case 'exposure':
      return Math.abs(stops) > 0.4 ? { ...scene, shot: { ...shot, exposure: exposure * 2 ** stops } } : null
    case 'focus':
      return light.blur !== null && light.blur > GOOD_LIGHT.blur
        ? { ...scene, shot: { ...shot, defocusPx: 0.5 } }
        : null
    case 'dark-room':
      return light.room > GOOD_LIGHT.room / 2 ? { ...scene, shot: { ...shot, room: [0, 0, 0] } } : null
  }
}
