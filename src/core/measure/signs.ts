import { medianOf } from '../image/quantile.ts'
import { cellEdgeColumn, type CellCurve } from './air-cell.ts'
import type { Contents } from './contents.ts'
import { isInside, type EggFrame } from './egg-frame.ts'
import type { IlluminationModel } from './illumination-model.ts'
import type { Shadow } from './shadow.ts'

/** Weak signs of the contents as a whole, which count where single vessels or a body cannot be made out. */
export interface Signs {
  /** Share of the contents where over a fifth of the expected red light is missing, what is thin left out. */
  faintShadow: number
  /**
   * How much redder the contents are than the air cell, log units of red ÷ green: both pass the same shell, so its
   * colour and the camera's cancel. Albumen alone gives some tenths, blood and decay more. Null where no cell is seen.
   */
  reddening: number | null
  /** How much darker the contents are than the air cell, log units of red: a grown embryo takes light everywhere. Null where no cell is seen. */
  dimming: number | null
  /** Spread of the lit contents about the light of an empty egg, log units. */
  unevenness: number
}

export interface SignsInput {
  frame: EggFrame
  contents: Contents
  field: IlluminationModel
  shadow: Shadow
  cell: CellCurve | null
}

export function readSigns({ frame, contents, field, shadow, cell }: SignsInput): Signs {
  return {
    faintShadow: shadow.faintArea,
    unevenness: field.spread,
    ...(cell ? besideCell(frame, contents, shadow, cell) : { reddening: null, dimming: null }),
  }
}

const SATURATED = 0.95
/** Green light weaker than this is mostly noise and rounding. */
const DARKEST_GREEN = 0.002
const FEWEST_PX = 60

function besideCell(
  frame: EggFrame,
  contents: Contents,
  shadow: Shadow,
  cell: CellCurve,
): Pick<Signs, 'reddening' | 'dimming'> {
  const { lengthPx, heightPx, radiusPx } = frame
  const half = radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.round(cell.depth * lengthPx)))]!
  const clear = 0.03 * lengthPx
  const inCell: number[] = []
  const inContents: number[] = []
  const cellLight: number[] = []
  const contentsLight: number[] = []
  for (let row = 1; row < heightPx; row += 2) {
    const edge = cellEdgeColumn(cell, lengthPx, row + 0.5 - heightPx / 2, half)
    for (let column = Math.round(clear); column < lengthPx; column += 2) {
      const at = row * lengthPx + column
      if (!isInside(frame, column, row, 0.85) || frame.covered[at]) continue
      if (column < edge - clear) cellLight.push(frame.redLog.values[at]!)
      else if (column > edge + clear && contents.mask[at] && !shadow.hidden.values[at])
        contentsLight.push(frame.redLog.values[at]!)
      if (
        frame.red.values[at]! > SATURATED ||
        frame.green.values[at]! < DARKEST_GREEN ||
        frame.green.values[at]! > SATURATED
      )
        continue
      const colour = frame.redLog.values[at]! - frame.greenLog.values[at]!
      if (column < edge - clear) inCell.push(colour)
      else if (
        column > edge + clear &&
        contents.mask[at] &&
        !shadow.mask.values[at] &&
        !shadow.hidden.values[at]
      )
        inContents.push(colour)
    }
  }
  const apart = (contentsHas: readonly number[], cellHas: readonly number[]): number | null =>
    cellHas.length < FEWEST_PX || contentsHas.length < FEWEST_PX
      ? null
      : medianOf(contentsHas) - medianOf(cellHas)
  const brighter = apart(contentsLight, cellLight)
  return { reddening: apart(inContents, inCell), dimming: brighter === null ? null : -brighter }
}
