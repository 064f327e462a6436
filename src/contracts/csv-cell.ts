/**
 * A cell that no spreadsheet takes for a formula: text beginning with = + - @, a tab or a line break gets an
 * apostrophe before it. Numbers stay numbers.
 */
export function neutraliseFormula<T>(value: T): T | string {
  return typeof value === 'string' && /^[=+\-@\t\r\n]/.test(value) ? `'${value}` : value
}
