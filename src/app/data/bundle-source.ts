import type { Bundle, BundleSource } from '../../contracts/files/bundle.ts'
import { fileOf, rawRecordsOf, sortOut, type RawRecord } from '../../contracts/records/book.ts'
import { isPictured } from '../../contracts/records/look-record.ts'
import type { ReadingsRecord } from '../../contracts/records/readings-record.ts'
import type { ShapesRecord } from '../../contracts/records/shapes-record.ts'
import { deviceZone, type HatcheryStore } from './hatchery.ts'
import { whichBook } from './which-book.ts'

type Book = Pick<
  HatcheryStore,
  'repository' | 'loaded' | 'records' | 'quarantined' | 'tombstones' | 'readings'
>

/** What is kept beside the records; null where it cannot be read. */
function partsOf({ repository }: Pick<Book, 'repository'>) {
  return {
    photo: async (id: string): Promise<Uint8Array | null> => {
      const blob = await repository.photo(id).catch(() => null)
      return blob && new Uint8Array(await blob.arrayBuffer())
    },
    shapes: (lookId: string): Promise<ShapesRecord | null> => repository.shapes(lookId).catch(() => null),
    readings: async (id: string): Promise<ReadingsRecord | null> =>
      (await repository.readings([id]).catch(() => null))?.get(id) ?? null,
    attachment: (id: string): Promise<Blob | null> => repository.attachment(id).catch(() => null),
  }
}

/** All that is here, once all chapters are open; where the book could not be opened, as it lies on the disk. */
export async function bundleSource(book: Book): Promise<BundleSource> {
  if (!book.loaded) return sourceOnDisk(book)
  // What is shown fits together by every rule that reading has, or it is among what was set aside.
  const { records, quarantined } = sortOut(rawRecordsOf(fileOf(book.records())), deviceZone())
  return {
    ...partsOf(book),
    records,
    quarantined: [...book.quarantined, ...quarantined],
    tombstones: book.tombstones,
    readingIds: await book.repository.readingIds(),
  }
}

async function sourceOnDisk(book: Book): Promise<BundleSource> {
  const { repository } = book
  const { photo, attachment, shapes, readings } = partsOf(book)
  const { records: raw, more, readings: days, shapes: lines } = await repository.raw(deviceZone())
  const { records, quarantined, tombstones } = sortOut<RawRecord>([...raw, ...more], deviceZone())
  const [daysById, linesById] = [new Map(days.map((d) => [d.id, d])), new Map(lines.map((l) => [l.id, l]))]
  return {
    photo,
    attachment,
    shapes: async (id) => (await shapes(id)) ?? linesById.get(id) ?? null,
    readings: async (id) => (await readings(id)) ?? daysById.get(id) ?? null,
    readingIds: [...new Set([...(await repository.readingIds()), ...daysById.keys()])],
    records,
    quarantined,
    tombstones,
  }
}

/** After the browser cleared its storage: what is still in memory, as a book of its own. */
export async function bundleOfMemory(book: Book): Promise<Bundle> {
  const { photo, shapes } = partsOf(book)
  const records = book.records()
  const types = new Map<string, string>()
  for (const look of records.looks.filter(isPictured)) if (await photo(look.photo.id)) types.set(look.photo.id, look.photo.type)
  return {
    records,
    tombstones: book.tombstones,
    quarantined: book.quarantined.map(({ table, value }): RawRecord => ({ table, value })),
    photoTypes: types,
    missing: [],
    isChecked: true,
    book: whichBook(),
    shapes,
    attachmentIds: [],
    attachment: async () => null,
    // What was read by need is here; the rest went with the storage.
    readingIds: [...book.readings.keys()],
    readings: async (id) => book.readings.get(id) ?? null,
    photo: async (id) => new Uint8Array((await photo(id)) ?? []),
  }
}
