import { cellEdgeColumn, type CellCurve } from './air-cell.ts'
import { isInside, type EggFrame } from './egg-frame.ts'
import type { ScaleSpace } from './ridges.ts'

/** Where the visible contents are: 1 inside the silhouette and beyond the air cell, else 0; frame row-major. */
export interface Contents {
  mask: Uint8Array
  areaPx: number
}

/** An egg laid out, what its light shows at each scale, and where its contents are: what the stages look at. */
export interface EggPicture {
  frame: EggFrame
  scales: ScaleSpace
  contents: Contents
}

/** Typical depth of the cell where it was not seen, by its mean over incubation. */
const ASSUMED_CELL: CellCurve = { depth: 0.17, slope: 0, bow: 0 }

/** @param cell - null when the edge was not seen; a typical one then stands in, which the caller must say */
export function findContents(frame: EggFrame, cell: CellCurve | null): Contents {
  const curve = cell ?? ASSUMED_CELL
  const { lengthPx, heightPx, radiusPx } = frame
  const mask = new Uint8Array(lengthPx * heightPx)
  const half = radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.round(curve.depth * lengthPx)))]!
  let areaPx = 0
  for (let row = 0; row < heightPx; row++) {
    const edge = cellEdgeColumn(curve, lengthPx, row + 0.5 - heightPx / 2, half)
    for (let column = Math.max(0, Math.ceil(edge)); column < lengthPx; column++) {
      if (!isInside(frame, column, row)) continue
      mask[row * lengthPx + column] = 1
      areaPx++
    }
  }
  return { mask, areaPx }
}
