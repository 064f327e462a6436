import Papa from 'papaparse'
import { neutraliseFormula } from '../../contracts/files/csv-cell.ts'
import { saveFile } from './save-file.ts'

/** Hands a table to the browser’s downloads as CSV: UTF-8 with a byte order mark, no cell that is taken for a formula. */
export function saveTable(
  name: string,
  { head, rows }: { head: readonly string[]; rows: ReadonlyArray<ReadonlyArray<string | number>> },
): void {
  const text = Papa.unparse(
    { fields: [...head], data: rows.map((row) => row.map((cell) => neutraliseFormula(cell))) },
    { newline: '\r\n' },
  )
  saveFile(new Blob([`\uFEFF${text}\r\n`], { type: 'text/csv' }), name)
}
