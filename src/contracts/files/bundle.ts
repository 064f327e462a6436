import { sha256 as noble } from '@noble/hashes/sha2.js'
import { z } from 'zod'
import { fileOf, type Book, type RawRecord } from '../records/book.ts'
import { idField } from '../records/fields.ts'
import { isPictured, photoOfLookSchema, type PicturedLook } from '../records/look-record.ts'
import { type ReadingsRecord } from '../records/readings-record.ts'
import { RECORD_TABLES } from '../records/record-tables.ts'
import { RECORDS_VERSION, type HatcheryRecords } from '../records/records.ts'
import { type ShapesRecord } from '../records/shapes-record.ts'
import { attachmentsOf, type Attachment } from '../records/attachments.ts'
import { buildZip } from './zip-file.ts'
import { BOOKS, type WhichBook } from '../records/which-book.ts'

/** What is wrong with a bundle, in a sentence for people. */
export class BundleError extends Error {
  /** Where only photographs are damaged: the bundle without them. */
  readonly rest: Bundle | null
  constructor(message: string, rest: Bundle | null = null) {
    super(message)
    this.rest = rest
  }
}

/** A look whose photograph is not there. */
export interface MissingPhoto {
  photoId: string
  set: string
  egg: number
  takenAt: string
}

/** Everything of a hatchery. Photographs are fetched one by one, so that a large book needs no large memory. */
export interface Bundle extends Pick<Book, 'records' | 'tombstones'> {
  /** Records that could not be read where the bundle was written; they travel as they are. */
  quarantined: RawRecord[]
  /** Media types of the photographs that are there, by id. */
  photoTypes: ReadonlyMap<string, string>
  missing: MissingPhoto[]
  /** Whether its parts were held against the hashes of its manifest; the first versions had none. */
  isChecked: boolean
  /** Which kind of book it was written from; null where it does not say, as those of earlier versions. */
  book: WhichBook | null
  /** The measured lines of a look; null where there are none. @throws Error when they cannot be read any more */
  shapes(lookId: string): Promise<ShapesRecord | null>
  /** Ids of the sounds and photographs that are there as notes. */
  attachmentIds: readonly string[]
  /** @throws Error when it cannot be read any more */
  attachment(id: string): Promise<Blob | null>
  /** Ids of the probes' days that are there. */
  readingIds: readonly string[]
  /** @throws Error when it cannot be read any more */
  readings(id: string): Promise<ReadingsRecord | null>
  /** @throws Error when it cannot be read any more */
  photo(id: string): Promise<Uint8Array<ArrayBuffer>>
}

/** What a bundle is made of. */
export interface BundleSource extends Pick<Bundle, 'records' | 'quarantined' | 'tombstones' | 'readingIds'> {
  book?: WhichBook | null
  /** Left out where nobody is to know which tablet it was. */
  writer?: BundleWriter
  attachment(id: string): Promise<Blob | null>
  /** Null for a photograph, or for lines, that are gone. */
  photo(id: string): Promise<Uint8Array | null>
  shapes(lookId: string): Promise<ShapesRecord | null>
  readings(id: string): Promise<ReadingsRecord | null>
}

export interface LongWork {
  onProgress?: (done: number, total: number) => void
  signal?: AbortSignal
}

export const RECORDS_FILE = 'records.json'
export const ASIDE_FILE = 'set-aside.json'
export const MANIFEST_FILE = 'manifest.json'
export const SHAPES_FOLDER = 'shapes/'
export const READINGS_FOLDER = 'readings/'
export const VOICES_FOLDER = 'voices/'
export const PICTURES_FOLDER = 'pictures/'
/** Of the lines of one look, or of one probe's day. */
export const MOST_PART_BYTES = 20_000_000
/** Files that somebody may have put into a bundle besides its own. */
export const MOST_STRANGERS = 1000
/** Bundles of the first versions, which had no manifest, were small. */
export const MOST_UNNAMED = 50_000
export const MOST_RECORD_BYTES = 500_000_000
export const MOST_PHOTO_BYTES = 200_000_000

/** The tablet that wrote a bundle. */
const writerSchema = z.object({
  /** Under which it writes: a later bundle of the same line holds all of an earlier one. */
  line: z.string().min(1).max(64),
  /** What people call it; empty where nobody named it. */
  name: z.string().max(40),
})
export type BundleWriter = z.infer<typeof writerSchema>

/** Names every file of the bundle with its length and SHA-256, and the photographs that were gone. */
export const manifestSchema = z.object({
  format: z.literal('perlumen-manifest'),
  book: z.enum(BOOKS).optional(),
  version: z.literal(1),
  writer: writerSchema.optional(),
  files: z.record(
    z.string(),
    z.object({ bytes: z.int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) }),
  ),
  missing: z.array(z.object({ photoId: idField, set: z.string(), egg: z.int(), takenAt: z.string() })),
})
export type Manifest = z.infer<typeof manifestSchema>

type PhotoName = Pick<PicturedLook['photo'], 'id' | 'type'>

export function photoPath({ id, type }: PhotoName): string {
  const ending = type === 'image/jpeg' ? 'jpg' : type.replace('image/', '').replace(/\W.*/, '')
  return `photos/${id}.${ending}`
}

export function shapesPath(lookId: string): string {
  return `${SHAPES_FOLDER}${lookId}.json`
}

function readingsPath(id: string): string {
  return `${READINGS_FOLDER}${id}.json`
}

export const LISTS = RECORD_TABLES.filter((table) => table !== 'hatchery')

/** Lists that came later than the others, by the version that brought them. */
export const SINCE: Readonly<Partial<Record<(typeof LISTS)[number], number>>> = { logs: 8, practice: 9 }

const idOfRawLook = z.object({ id: idField })

/** Ids of all looks, those set aside too. */
export function lookIdsOf(records: HatcheryRecords, quarantined: readonly RawRecord[]): string[] {
  const others = quarantined.flatMap(({ table, value }) =>
    table === 'looks' ? (idOfRawLook.safeParse(value).data?.id ?? []) : [],
  )
  return [...new Set([...records.looks.map(({ id }) => id), ...others])]
}

/** A photograph that the bundle should hold, with what is known of its look. */
interface WantedPhoto {
  name: PhotoName
  known: MissingPhoto
}

const photoOfRawLook = z.object({ photo: photoOfLookSchema.pick({ id: true, type: true }) })

/** Sounds and photographs noted of all eggs, those set aside too. */
export function allAttachments(records: HatcheryRecords, quarantined: readonly RawRecord[]): Attachment[] {
  const all = [
    ...records.eggs,
    ...quarantined.flatMap(({ table, value }) => (table === 'eggs' ? [value] : [])),
  ]
  return [...new Map(all.flatMap(attachmentsOf).map((one) => [one.id, one])).values()]
}

export function attachmentPath({ id, type }: Attachment): string {
  const [kind, ending = ''] = type.split('/')
  const folder = kind === 'image' ? PICTURES_FOLDER : VOICES_FOLDER
  return `${folder}${id}.${ending.replace(/\W.*/, '')}`
}

/** Photographs of all looks, those set aside too. Several eggs may share one. */
export function photosOf(records: HatcheryRecords, quarantined: readonly RawRecord[]): WantedPhoto[] {
  const sets = new Map(records.sets.map(({ id, name }) => [id, name]))
  const eggs = new Map(records.eggs.map(({ id, number }) => [id, number]))
  const wanted = new Map<string, WantedPhoto>()
  for (const { photo, setId, eggId, takenAt } of records.looks.filter(isPictured)) {
    wanted.set(photo.id, {
      name: photo,
      known: { photoId: photo.id, set: sets.get(setId) ?? '', egg: eggs.get(eggId) ?? 0, takenAt },
    })
  }
  for (const { table, value } of quarantined) {
    const look = table === 'looks' ? photoOfRawLook.safeParse(value).data : undefined
    if (look && !wanted.has(look.photo.id))
      wanted.set(look.photo.id, {
        name: look.photo,
        known: { photoId: look.photo.id, set: '', egg: 0, takenAt: '' },
      })
  }
  return [...wanted.values()]
}

/** The records as they are written, with those that are gone. */
function recordsFileOf(records: HatcheryRecords, tombstones: readonly RawRecord[]): object {
  const kept = fileOf(records)
  const file: Record<string, unknown> = {
    format: 'perlumen-records',
    version: RECORDS_VERSION,
    exportedAt: new Date().toISOString(),
    ...kept,
  }
  for (const { table, value } of tombstones)
    if (table !== 'hatchery') file[table] = [...(file[table] as unknown[]), value]
  return file
}

/**
 * Writes everything into one ZIP file: records, photographs, what was set aside, and a manifest of their hashes. A
 * photograph that is gone keeps nothing else from being saved; it is named.
 */
export async function writeBundle(
  {
    records,
    quarantined,
    tombstones,
    photo,
    shapes,
    attachment,
    readingIds,
    readings,
    book,
    writer,
  }: BundleSource,
  { onProgress, signal }: LongWork = {},
): Promise<{ file: Blob; missing: MissingPhoto[] }> {
  const zip = buildZip()
  const manifest: Manifest = {
    format: 'perlumen-manifest',
    version: 1,
    ...(book ? { book } : {}),
    ...(writer ? { writer } : {}),
    files: {},
    missing: [],
  }
  const text = async (name: string, value: unknown): Promise<void> => {
    const json = JSON.stringify(value, null, 1)
    const bytes = new TextEncoder().encode(json)
    manifest.files[name] = { bytes: bytes.length, sha256: await sha256(bytes) }
    await zip.text(name, json)
  }
  await text(RECORDS_FILE, recordsFileOf(records, tombstones))
  if (quarantined.length > 0)
    await text(
      ASIDE_FILE,
      quarantined.map(({ table, value }) => ({ table, value })),
    )
  for (const id of lookIdsOf(records, quarantined)) {
    signal?.throwIfAborted()
    const lines = await shapes(id)
    if (lines) await text(shapesPath(id), lines)
  }
  for (const id of readingIds) {
    signal?.throwIfAborted()
    const day = await readings(id)
    if (day) await text(readingsPath(id), day)
  }
  for (const one of allAttachments(records, quarantined)) {
    signal?.throwIfAborted()
    const kept = await attachment(one.id)
    if (!kept) continue
    const bytes = new Uint8Array(await kept.arrayBuffer())
    manifest.files[attachmentPath(one)] = { bytes: bytes.length, sha256: await sha256(bytes) }
    await zip.stored(attachmentPath(one), bytes)
  }
  const wanted = photosOf(records, quarantined)
  for (const [index, { name, known }] of wanted.entries()) {
    signal?.throwIfAborted()
    const bytes = await photo(name.id)
    if (bytes === null || bytes.length === 0) {
      manifest.missing.push(known)
    } else {
      const path = photoPath(name)
      manifest.files[path] = { bytes: bytes.length, sha256: await sha256(bytes) }
      await zip.stored(path, bytes)
    }
    onProgress?.(index + 1, wanted.length)
  }
  await zip.text(MANIFEST_FILE, JSON.stringify(manifest, null, 1))
  return { file: await zip.finish(), missing: manifest.missing }
}

export async function sha256(bytes: Uint8Array): Promise<string> {
  // From a phone over plain HTTP the browser's own digest is not there.
  const { subtle: own }: { subtle?: typeof crypto.subtle } = crypto
  const digest = own
    ? new Uint8Array(await own.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>))
    : noble(bytes)
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
