import { sortOut, fileOf, type Book, type RawRecord } from '../../contracts/records/book.ts'
import type { ReadingsRecord } from '../../contracts/records/readings-record.ts'
import { RECORD_TABLES, type RecordTable } from '../../contracts/records/record-tables.ts'
import type { ShapesRecord } from '../../contracts/records/shapes-record.ts'
import { stamped } from '../../contracts/records/stamp.ts'
import type { Writer } from '../steps.ts'
import { mergeBooks, type MergedBook, type Settled } from './merge-books.ts'
import { mergeReadings } from './merge-readings.ts'
import type { AnyRecord } from './merge-record.ts'
import { answered, type Conflict } from './questions.ts'

/** A book with all that lies beside it, as a bundle holds it; `A` is what a sound or a picture is on this platform. */
export interface WholeBook<A> extends Pick<Book, 'records' | 'tombstones'> {
  quarantined: RawRecord[]
  photoTypes: ReadonlyMap<string, string>
  missing: Array<{ photoId: string; set: string; egg: number; takenAt: string }>
  shapes(lookId: string): Promise<ShapesRecord | null>
  attachmentIds: readonly string[]
  attachment(id: string): Promise<A | null>
  readingIds: readonly string[]
  readings(id: string): Promise<ReadingsRecord | null>
  photo(id: string): Promise<Uint8Array<ArrayBuffer>>
}

export interface MergedBundle<A> {
  bundle: WholeBook<A>
  conflicts: Conflict[]
  settled: Settled[]
}

/** Two bundles brought together, with the photographs, lines, sounds and readings of both. */
export function mergeBundles<A>(here: WholeBook<A>, there: WholeBook<A>, zone: string): MergedBundle<A> {
  const { book, conflicts, settled } = mergeBooks(here, there, zone)
  return { bundle: withParts(book, here, there), conflicts, settled }
}

function withParts<A>(book: MergedBook['book'], here: WholeBook<A>, there: WholeBook<A>): WholeBook<A> {
  const photoTypes = new Map([...there.photoTypes, ...here.photoTypes])
  const known = new Map([...there.missing, ...here.missing].map((one) => [one.photoId, one]))
  return {
    ...book,
    photoTypes,
    missing: [...known.values()].filter(({ photoId }) => !photoTypes.has(photoId)),
    shapes: async (id) => (await here.shapes(id)) ?? (await there.shapes(id)),
    attachmentIds: [...new Set([...here.attachmentIds, ...there.attachmentIds])],
    attachment: async (id) => (await here.attachment(id)) ?? (await there.attachment(id)),
    readingIds: [...new Set([...here.readingIds, ...there.readingIds])],
    readings: async (id) => {
      const [one, other] = [await here.readings(id), await there.readings(id)]
      return one && other ? mergeReadings(one, other) : (one ?? other)
    },
    photo: (id) => (here.photoTypes.has(id) ? here.photo(id) : there.photo(id)),
  }
}

/** Tables in which a person may choose that what was taken back on one device is to be gone. */
const MAY_GO: ReadonlySet<string> = new Set(['eggs', 'looks'])

export function mayChoose({ table, gone }: Pick<Conflict, 'table' | 'gone'>): boolean {
  return !gone || MAY_GO.has(table)
}

/**
 * The merged bundle with what a person chose in place of the default.
 * @param others - conflicts in which the other copy's word is to hold
 * @param writer - who decides; what is chosen counts as written by that device
 */
export function decided<A>(
  { bundle }: MergedBundle<A>,
  others: readonly Conflict[],
  { zone, writer }: { zone: string; writer: Writer },
): WholeBook<A> {
  if (others.length === 0) return bundle
  const { device } = writer
  const chosenFor = (table: RecordTable, id: unknown): Conflict[] =>
    others.filter((one) => one.table === table && one.id === (table === 'hatchery' ? 'hatchery' : id))
  const goneEggs = new Set(others.flatMap(({ table, gone, id }) => (gone && table === 'eggs' ? [id] : [])))
  const file = fileOf(bundle.records)
  const raw = RECORD_TABLES.flatMap((table): RawRecord[] => {
    const list = (table === 'hatchery' ? [file.hatchery] : file[table]) as AnyRecord[]
    return list.map((value) => {
      const own = chosenFor(table, value['id'])
      const goesAlong = table === 'looks' && goneEggs.has(String(value['eggId']))
      if (goesAlong || own.some(({ gone }) => gone))
        return { table, value: stamped(value, { device, now: value, gone: true }) }
      return { table, value: own.reduce((now, conflict) => answered(now, conflict, writer), value) }
    })
  })
  const { records, quarantined, tombstones } = sortOut([...raw, ...bundle.tombstones], zone)
  return { ...bundle, records, tombstones, quarantined: [...bundle.quarantined, ...quarantined] }
}
