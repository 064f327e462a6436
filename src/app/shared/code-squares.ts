import { create } from 'qrcode'

/** A QR code as dark squares. */
export interface CodeSquares {
  /** Squares on a side, without the quiet zone around. */
  side: number
  isDark: (row: number, column: number) => boolean
}

/** Medium error correction: a sixth of it may be smeared by a wet thumb. */
export function codeSquares(text: string): CodeSquares {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  return { side: modules.size, isDark: (row, column) => Boolean(modules.get(row, column)) }
}
