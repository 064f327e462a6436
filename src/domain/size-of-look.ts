import type { LookRecord, PicturedLook } from '../contracts/records/look-record.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import {
  scaleFromCalliper,
  scaleFromCamera,
  scaleFromCollar,
  sizeOf,
  surestScale,
  type EggSizeMm,
  type Scale,
} from '../core/measure/scale.ts'
import { figuresOfLook } from './look-figures.ts'

/** Taken by a camera of this place, which may stand still, and not from a file of anywhere. */
export function isByCamera({ source }: Pick<LookRecord, 'source'>): boolean {
  return source === 'camera' || source === 'network-camera'
}

/** Millimetres of a look, by the surest scale that is known for it; null when sizes are relative only. */
export function sizeOfLook(
  look: PicturedLook,
  egg: Egg | null,
  hatchery: Hatchery,
): { size: EggSizeMm; scale: Scale } | null {
  const figures = figuresOfLook(look)
  const collar = look.correction?.lines.collar ?? null
  const { collarMm, camera } = hatchery.scale
  const calliper =
    egg?.lengthMm && egg.breadthMm ? { lengthMm: egg.lengthMm, breadthMm: egg.breadthMm } : null
  const scale = surestScale([
    calliper && scaleFromCalliper(figures, calliper),
    collar && collarMm
      ? scaleFromCollar(Math.hypot(collar[0].x - collar[1].x, collar[0].y - collar[1].y), collarMm)
      : null,
    // A calibration holds for the camera that stands still, not for any file.
    camera && isByCamera(look) ? scaleFromCamera(camera, look.photo) : null,
  ])
  return scale && { size: sizeOf(figures, scale, calliper), scale }
}
