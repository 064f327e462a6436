import { isPictured } from '../../contracts/records/look-record.ts'
import type { JournalEntry } from '../../contracts/records/journal-entry.ts'
import { attachmentsOf } from '../../contracts/records/attachments.ts'
import type { BookTables } from './book-tables.ts'

/**
 * Looks what photographs, lines, and sounds and photographs as notes there are, before anything is written.
 * @returns what clears away those that were taken back or refused: nobody is left to ask for them. It may go on beside
 * everything, for what has come since is not touched.
 */
export async function sweeping(
  tables: BookTables,
  journal: readonly JournalEntry[],
): Promise<() => Promise<void>> {
  const [photos, shapes, attachments] = await Promise.all([
    tables.photos.keys(),
    tables.shapes.keys(),
    tables.attachments.keys(),
  ])
  return () => sweepUp(tables, { photos, shapes, attachments }, journal)
}

interface Kept {
  photos: readonly string[]
  shapes: readonly string[]
  attachments: readonly string[]
}

async function sweepUp(
  tables: BookTables,
  { photos, shapes, attachments }: Kept,
  journal: readonly JournalEntry[],
): Promise<void> {
  const shown = new Set(journal.flatMap(({ looks }) => looks.flatMap(({ before }) => before && isPictured(before) ? before.photo.id : [])))
  const looks = new Set<string>()
  const noted = new Set<string>()
  const quarantined = await tables.rawQuarantined()
  for (const setId of (await tables.chapters()).keys()) {
    for (const { table, value } of [...(await tables.rawChapter(setId)), ...quarantined]) {
      if (table === 'eggs') for (const { id } of attachmentsOf(value)) noted.add(id)
      if (table !== 'looks') continue
      const look = value as { id?: unknown; photo?: { id?: unknown }; stamp?: { gone?: unknown } } | null
      looks.add(String(look?.id))
      if (look?.stamp?.gone !== true) shown.add(String(look?.photo?.id))
    }
  }
  for (const id of photos) if (!shown.has(id)) await tables.photos.removeItem(id)
  for (const id of shapes) if (!looks.has(id)) await tables.shapes.removeItem(id)
  for (const id of attachments) if (!noted.has(id)) await tables.attachments.removeItem(id)
}
