import type { PicturedLook } from '../contracts/records/look-record.ts'
import type { EggOutline } from '../core/geometry/egg-outline.ts'
import type { Measured } from '../core/measure/reading.ts'

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
}: Pick<PicturedLook, 'reading' | 'correction'>): LookFigures {
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
