import type { Measured } from './reading.ts'

/** Millimetres in one photograph, and how they are known. */
export interface Scale {
  mmPerPx: number
  /** Standard uncertainty of the scale, ÷ the scale. */
  relativeSd: number
  from: 'calliper' | 'collar' | 'camera'
}

/** Picture and callipers agree on a breadth to about this share: the outline's own error. */
const OUTLINE_SHARE = 0.004
const CALLIPER_MM = 0.15
/** The collar stands nearer to the camera or further off than the egg's silhouette. */
const COLLAR_SHARE = 0.02
/** A hand or a stand never comes back to quite the same distance. */
const CAMERA_SHARE = 0.03

/** From this egg's own size: by its breadth, which a lean toward the camera does not shorten. */
export function scaleFromCalliper(reading: { breadthPx: number }, size: { breadthMm: number }): Scale {
  return {
    mmPerPx: size.breadthMm / reading.breadthPx,
    relativeSd: Math.hypot(OUTLINE_SHARE, CALLIPER_MM / size.breadthMm),
    from: 'calliper',
  }
}

/** @param acrossPx - distance between the two sides of the lamp's collar as marked in the photograph */
export function scaleFromCollar(acrossPx: number, diameterMm: number): Scale {
  return {
    mmPerPx: diameterMm / acrossPx,
    relativeSd: Math.hypot(COLLAR_SHARE, 2 / acrossPx),
    from: 'collar',
  }
}

/** From a calibration shot: what lies across the picture, at the distance at which this camera always stands. */
export function scaleFromCamera(
  { mmAcross }: { mmAcross: number },
  photo: { widthPx: number; heightPx: number },
): Scale {
  return {
    mmPerPx: mmAcross / Math.max(photo.widthPx, photo.heightPx),
    relativeSd: CAMERA_SHARE,
    from: 'camera',
  }
}

/** What a calibration shot says of the camera: millimetres along the picture's long side. */
export function calibrateCamera(
  scale: Scale,
  photo: { widthPx: number; heightPx: number },
): { mmAcross: number } {
  return { mmAcross: scale.mmPerPx * Math.max(photo.widthPx, photo.heightPx) }
}

/** The surest of those known; null when none is: sizes are then relative only. */
export function surestScale(scales: ReadonlyArray<Scale | null>): Scale | null {
  return scales.reduce(
    (best, scale) => (scale && (!best || scale.relativeSd < best.relativeSd) ? scale : best),
    null,
  )
}

export interface EggSizeMm {
  lengthMm: Measured
  breadthMm: Measured
  cellDepthMm: Measured | null
  /** cm³, by Hoyt's volume 0.51·L·B². */
  cellVolumeCm3: Measured | null
  /** How far the axis leans out of the picture, radians; null unless the length is known by calliper. */
  leanRad: number | null
}

interface SizedReading {
  lengthPx: number
  breadthPx: number
  airCell: { depth: Measured; volume: Measured } | null
}

/**
 * Sizes in millimetres with their uncertainties.
 * @param calliper - the egg's own length, where it was taken: then the cell is a share of that, not of its picture
 * @see Hoyt, D. F. (1979). Practical methods of estimating volume and fresh weight of bird eggs. The Auk 96(1), 73–77.
 */
export function sizeOf(
  { lengthPx, breadthPx, airCell }: SizedReading,
  scale: Scale,
  calliper: { lengthMm: number } | null,
): EggSizeMm {
  const measured = (value: number, relativeSd: number): Measured => ({ value, sd: value * relativeSd })
  const outlineSd = scale.from === 'calliper' ? scale.relativeSd : Math.hypot(scale.relativeSd, OUTLINE_SHARE)
  const breadthMm = measured(breadthPx * scale.mmPerPx, outlineSd)
  const inPicture = measured(lengthPx * scale.mmPerPx, outlineSd)
  const lengthMm = calliper ? { value: calliper.lengthMm, sd: CALLIPER_MM } : inPicture
  const volume = (0.51 * lengthMm.value * breadthMm.value ** 2) / 1000
  const volumeSd = Math.hypot(lengthMm.sd / lengthMm.value, (2 * breadthMm.sd) / breadthMm.value)
  return {
    lengthMm,
    breadthMm,
    cellDepthMm: airCell && product(airCell.depth, lengthMm),
    cellVolumeCm3: airCell && product(airCell.volume, measured(volume, volumeSd)),
    leanRad: calliper ? Math.acos(Math.min(1, inPicture.value / calliper.lengthMm)) : null,
  }
}

function product(a: Measured, b: Measured): Measured {
  const value = a.value * b.value
  return { value, sd: Math.hypot(a.sd * b.value, b.sd * a.value) }
}
