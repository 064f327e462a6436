import type { JournalEntry } from '../../contracts/records/journal-entry.ts'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import { readingsNeeded } from '../../domain/reading-steps.ts'
import { writtenByUndo } from '../../domain/undo-steps.ts'
import type { StepPort, StepWrites } from './step-writes.ts'

/** Undoes the last step. @returns what was undone, or null when there was nothing */
export async function undoStep(port: StepPort, writes: StepWrites): Promise<JournalEntry | null> {
  const { shown, book } = port
  port.mustLead()
  const entry = book.journal.value.at(-1)
  if (!entry) return null
  // The step may be of a set that nobody has opened since.
  const isHere =
    entry.eggs.every(({ id }) => shown.standing.egg(id)) &&
    entry.looks.every(({ id }) => shown.standing.look(id))
  if (!isHere) await port.openAllNow()
  const standing = await writes.standingWith(readingsNeeded([...entry.readings, ...(entry.readingsBefore ?? [])]))
  const written = writtenByUndo(entry, standing, writes.writer())
  const gone = written.looks.filter(({ stamp }) => stamp.gone).map(({ id }) => id)
  const unneeded = photosOnlyOf(gone, shown.looks.value)
  await writes.write(written, { add: null, take: entry.number })
  // Not needed for the step to hold; what stays behind is swept up at the next start.
  await port.repository.removePhotos(unneeded).catch(() => undefined)
  return entry
}

/** Photographs that only these looks show. */
function photosOnlyOf(goneIds: readonly string[], looks: readonly LookRecord[]): string[] {
  const gone = new Set(goneIds)
  const pictured = looks.filter(isPictured)
  const needed = new Set(pictured.filter(({ id }) => !gone.has(id)).map(({ photo }) => photo.id))
  return pictured.filter(({ id, photo }) => gone.has(id) && !needed.has(photo.id)).map(({ photo }) => photo.id)
}
