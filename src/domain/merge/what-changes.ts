import { fileOf, TABLE_SCHEMAS } from '../../contracts/records/book.ts'
import { RECORD_TABLES, type RecordTable } from '../../contracts/records/record-tables.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import type { Copy } from './merge-books.ts'

/** Records of a table that come, change or go. */
export interface TableChange {
  table: RecordTable
  come: number
  change: number
  go: number
}

/** What would be otherwise if one book took the place of another; tables that stay as they are, are left out. */
export function whatChanges(here: HatcheryRecords, next: HatcheryRecords): TableChange[] {
  const [now, then] = [fileOf(here), fileOf(next)]
  return RECORD_TABLES.flatMap((table): TableChange[] => {
    const [before, after] = [textById(table, now[table]), textById(table, then[table])]
    const come = [...after.keys()].filter((id) => !before.has(id)).length
    const go = [...before.keys()].filter((id) => !after.has(id)).length
    const change = [...after].filter(([id, text]) => before.has(id) && before.get(id) !== text).length
    return come + go + change > 0 ? [{ table, come, change, go }] : []
  })
}

/** Whether a book holds all of another already, down to who wrote what. @param merged - what both together come to */
export function holdsAll(here: Copy, merged: Copy): boolean {
  const textOf = ({ records, tombstones }: Copy): string =>
    JSON.stringify([
      fileOf(records),
      tombstones.map(({ table, value }) => table + JSON.stringify(value)).sort(),
    ])
  return textOf(here) === textOf(merged)
}

/** As the schema writes them down. Stamps and the numbers of events say who wrote, not what. */
function textById(table: RecordTable, list: unknown): Map<string, string> {
  const records = [list].flat() as Array<{ id?: string }>
  return new Map(
    records.map((record) => [
      record.id ?? '',
      JSON.stringify(TABLE_SCHEMAS[table].parse(record), (key, value: unknown) =>
        key === 'stamp' || key === 'rev' ? undefined : value,
      ),
    ]),
  )
}
