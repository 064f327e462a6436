/** A figure as people write it: digits, with one comma or one point before the decimals. */
const FIGURE = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/

/**
 * The number that somebody typed; a comma stands for the decimal point, and nothing is guessed.
 * @returns null of nothing, NaN of what is no number
 */
export function typedNumber(text: string): number | null {
  const plain = text.trim().replace(/\u2212/, '-')
  if (plain === '') return null
  return FIGURE.test(plain) ? Number(plain.replace(',', '.')) : NaN
}
