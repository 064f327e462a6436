/**
 * What a spreadsheet may take for the beginning of a formula, also behind spaces, control and zero-width characters
 * that it skips, and in the full-width and small forms that some of them read like the plain ones.
 */
const FORMULA = /^(?:[\p{Z}\p{Cc}\p{Cf}]*[=+\-@＝＋－＠﹢﹣﹦﹫]|\p{Cc})/u

/** Text that might be a formula, or one that has its apostrophe already: it must come back with both. */
function needsApostrophe(text: string): boolean {
  return FORMULA.test(text) || (text.startsWith("'") && needsApostrophe(text.slice(1)))
}

/** A cell that no spreadsheet takes for a formula: text that might be one gets an apostrophe before it. Numbers stay numbers. */
export function neutraliseFormula<T>(value: T): T | string {
  return typeof value === 'string' && needsApostrophe(value) ? `'${value}` : value
}

/** A cell as it was before {@link neutraliseFormula}. */
export function plainText(cell: string): string {
  return cell.startsWith("'") && needsApostrophe(cell.slice(1)) ? cell.slice(1) : cell
}
