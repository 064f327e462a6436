import { cellEdgeColumn, type CellCurve } from './air-cell.ts'
import { isInside, type EggFrame } from './egg-frame.ts'
import type { ScaleSpace } from './ridges.ts'

/** Where the visible contents are: 1 inside the silhouette, beyond the air cell and behind nothing, else 0; frame row-major. */
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

/** @param curve - the air cell's edge; where none was seen, a typical one, which the caller must say */
export function findContents(frame: EggFrame, curve: CellCurve): Contents {
  const { lengthPx, heightPx, radiusPx } = frame
  const mask = new Uint8Array(lengthPx * heightPx)
  const half = radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.round(curve.depth * lengthPx)))]!
  let areaPx = 0
  for (let row = 0; row < heightPx; row++) {
    const edge = cellEdgeColumn(curve, lengthPx, row + 0.5 - heightPx / 2, half)
    for (let column = Math.max(0, Math.ceil(edge)); column < lengthPx; column++) {
      const at = row * lengthPx + column
      if (!isInside(frame, column, row) || frame.covered[at]) continue
      mask[at] = 1
      areaPx++
    }
  }
  return { mask, areaPx }
}
