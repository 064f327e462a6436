import { create } from 'qrcode'
import { labelCode, type Label } from '../../contracts/label-code.ts'

/** A label's QR code as dark squares. */
export interface LabelSquares {
  /** Squares on a side, without the quiet zone around. */
  side: number
  isDark: (row: number, column: number) => boolean
}

/** Medium error correction: a sixth of it may be smeared by a wet thumb. */
export function labelSquares(label: Label): LabelSquares {
  const { modules } = create(labelCode(label), { errorCorrectionLevel: 'M' })
  return { side: modules.size, isDark: (row, column) => Boolean(modules.get(row, column)) }
}
