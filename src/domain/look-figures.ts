import type { LookRecord } from '../contracts/records/look-record.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { Measured } from '../core/measure/reading.ts'
import {
  scaleFromCalliper,
  scaleFromCamera,
  scaleFromCollar,
  sizeOf,
  surestScale,
  type EggSizeMm,
  type Scale,
} from '../core/measure/scale.ts'
import type { EggOutline } from '../core/geometry/egg-outline.ts'

/** The figures of a look that hold: the candler's lines where there are any, else the measured ones. */
export interface LookFigures {
  outline: EggOutline
  lengthPx: number
  breadthPx: number
  airCell: { depth: Measured; volume: Measured; tiltRad: number } | null
  shadow: Measured
  byHand: boolean
}

/** How surely a line is set by hand, ÷ length and in shares of the contents. */
const HAND_SD = { depth: 0.01, volume: 0.008, shadow: 0.02 } as const

export function figuresOfLook({
  reading,
  correction,
}: Pick<LookRecord, 'reading' | 'correction'>): LookFigures {
  if (!correction) {
    const { outline, lengthPx, breadthPx, airCell, shadow } = reading
    return { outline, lengthPx, breadthPx, airCell, shadow: shadow.area, byHand: false }
  }
  const { figures, lines } = correction
  return {
    outline: lines.outline,
    lengthPx: figures.lengthPx,
    breadthPx: figures.breadthPx,
    byHand: true,
    airCell: figures.airCell && {
      depth: { value: figures.airCell.depth, sd: HAND_SD.depth },
      volume: { value: figures.airCell.volume, sd: HAND_SD.volume },
      tiltRad: figures.airCell.tiltRad,
    },
    shadow: { value: figures.shadowArea, sd: HAND_SD.shadow },
  }
}

/** Taken by a camera of this place, which may stand still, and not from a file of anywhere. */
export function isByCamera({ source }: Pick<LookRecord, 'source'>): boolean {
  return source === 'camera' || source === 'network-camera'
}

/** Millimetres of a look, by the surest scale that is known for it; null when sizes are relative only. */
export function sizeOfLook(
  look: LookRecord,
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
