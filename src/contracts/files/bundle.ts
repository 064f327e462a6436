import { sha256 as noble } from '@noble/hashes/sha2.js'
import { z } from 'zod'
import {
  fileOf,
  rawRecordsOf,
  sayProblems,
  setAsideSchema,
  sortOut,
  type Book,
  type RawRecord,
} from '../records/book.ts'
import { idField } from '../records/fields.ts'
import { lookRecordSchema, type LookRecord } from '../records/look-record.ts'
import { readingsRecordSchema, type ReadingsRecord } from '../records/readings-record.ts'
import { RECORD_TABLES } from '../records/record-tables.ts'
import { RECORDS_VERSION, type HatcheryRecords } from '../records/records.ts'
import { shapesRecordSchema, type ShapesRecord } from '../records/shapes-record.ts'
import { attachmentsOf, type Attachment } from '../records/attachments.ts'
import { broughtUp, type BroughtUp } from '../records/upgrade.ts'
import { buildZip, openZip, ZipError, type ZipFile } from './zip-file.ts'
import { BOOKS, bookOf, type WhichBook } from '../records/which-book.ts'

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
export interface Bundle extends Pick<Book, 'records' | 'buried'> {
  /** Records that could not be read where the bundle was written; they travel as they are. */
  aside: RawRecord[]
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
export interface BundleSource extends Pick<Bundle, 'records' | 'aside' | 'buried' | 'readingIds'> {
  book?: WhichBook | null
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

const RECORDS_FILE = 'records.json'
const ASIDE_FILE = 'set-aside.json'
const MANIFEST_FILE = 'manifest.json'
const SHAPES_FOLDER = 'shapes/'
const READINGS_FOLDER = 'readings/'
const VOICES_FOLDER = 'voices/'
const PICTURES_FOLDER = 'pictures/'
/** Of the lines of one look, or of one probe's day. */
const MOST_PART_BYTES = 20_000_000
/** Files that somebody may have put into a bundle besides its own. */
const MOST_STRANGERS = 1000
/** Bundles of the first versions, which had no manifest, were small. */
const MOST_UNNAMED = 50_000
const MOST_RECORD_BYTES = 500_000_000
const MOST_PHOTO_BYTES = 200_000_000

/** Names every file of the bundle with its length and SHA-256, and the photographs that were gone. */
const manifestSchema = z.object({
  format: z.literal('perlumen-manifest'),
  book: z.enum(BOOKS).optional(),
  version: z.literal(1),
  files: z.record(
    z.string(),
    z.object({ bytes: z.int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) }),
  ),
  missing: z.array(z.object({ photoId: idField, set: z.string(), egg: z.int(), takenAt: z.string() })),
})
type Manifest = z.infer<typeof manifestSchema>

type PhotoName = Pick<LookRecord['photo'], 'id' | 'type'>

function photoPath({ id, type }: PhotoName): string {
  const ending = type === 'image/jpeg' ? 'jpg' : type.replace('image/', '').replace(/\W.*/, '')
  return `photos/${id}.${ending}`
}

function shapesPath(lookId: string): string {
  return `${SHAPES_FOLDER}${lookId}.json`
}

function readingsPath(id: string): string {
  return `${READINGS_FOLDER}${id}.json`
}

const LISTS = RECORD_TABLES.filter((table) => table !== 'hatchery')

/** Lists that came later than the others, by the version that brought them. */
const SINCE: Readonly<Partial<Record<(typeof LISTS)[number], number>>> = { logs: 8, practice: 9 }

const idOfRawLook = z.object({ id: idField })

/** Ids of all looks, those set aside too. */
function lookIdsOf(records: HatcheryRecords, aside: readonly RawRecord[]): string[] {
  const others = aside.flatMap(({ table, value }) =>
    table === 'looks' ? (idOfRawLook.safeParse(value).data?.id ?? []) : [],
  )
  return [...new Set([...records.looks.map(({ id }) => id), ...others])]
}

/** A photograph that the bundle should hold, with what is known of its look. */
interface WantedPhoto {
  name: PhotoName
  known: MissingPhoto
}

const photoOfRawLook = z.object({ photo: lookRecordSchema.shape.photo.pick({ id: true, type: true }) })

/** Sounds and photographs noted of all eggs, those set aside too. */
function allAttachments(records: HatcheryRecords, aside: readonly RawRecord[]): Attachment[] {
  const all = [...records.eggs, ...aside.flatMap(({ table, value }) => (table === 'eggs' ? [value] : []))]
  return [...new Map(all.flatMap(attachmentsOf).map((one) => [one.id, one])).values()]
}

function attachmentPath({ id, type }: Attachment): string {
  const [kind, ending = ''] = type.split('/')
  const folder = kind === 'image' ? PICTURES_FOLDER : VOICES_FOLDER
  return `${folder}${id}.${ending.replace(/\W.*/, '')}`
}

/** Photographs of all looks, those set aside too. Several eggs may share one. */
function photosOf(records: HatcheryRecords, aside: readonly RawRecord[]): WantedPhoto[] {
  const sets = new Map(records.sets.map(({ id, name }) => [id, name]))
  const eggs = new Map(records.eggs.map(({ id, number }) => [id, number]))
  const wanted = new Map<string, WantedPhoto>()
  for (const { photo, setId, eggId, takenAt } of records.looks) {
    wanted.set(photo.id, {
      name: photo,
      known: { photoId: photo.id, set: sets.get(setId) ?? '', egg: eggs.get(eggId) ?? 0, takenAt },
    })
  }
  for (const { table, value } of aside) {
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
function recordsFileOf(records: HatcheryRecords, buried: readonly RawRecord[]): object {
  const kept = fileOf(records)
  const file: Record<string, unknown> = {
    format: 'perlumen-records',
    version: RECORDS_VERSION,
    exportedAt: new Date().toISOString(),
    ...kept,
  }
  for (const { table, value } of buried)
    if (table !== 'hatchery') file[table] = [...(file[table] as unknown[]), value]
  return file
}

/**
 * Writes everything into one ZIP file: records, photographs, what was set aside, and a manifest of their hashes. A
 * photograph that is gone keeps nothing else from being saved; it is named.
 */
export async function writeBundle(
  { records, aside, buried, photo, shapes, attachment, readingIds, readings, book }: BundleSource,
  { onProgress, signal }: LongWork = {},
): Promise<{ file: Blob; missing: MissingPhoto[] }> {
  const zip = buildZip()
  const manifest: Manifest = {
    format: 'perlumen-manifest',
    version: 1,
    ...(book ? { book } : {}),
    files: {},
    missing: [],
  }
  const text = async (name: string, value: unknown): Promise<void> => {
    const json = JSON.stringify(value, null, 1)
    const bytes = new TextEncoder().encode(json)
    manifest.files[name] = { bytes: bytes.length, sha256: await sha256(bytes) }
    await zip.text(name, json)
  }
  await text(RECORDS_FILE, recordsFileOf(records, buried))
  if (aside.length > 0)
    await text(
      ASIDE_FILE,
      aside.map(({ table, value }) => ({ table, value })),
    )
  for (const id of lookIdsOf(records, aside)) {
    signal?.throwIfAborted()
    const lines = await shapes(id)
    if (lines) await text(shapesPath(id), lines)
  }
  for (const id of readingIds) {
    signal?.throwIfAborted()
    const day = await readings(id)
    if (day) await text(readingsPath(id), day)
  }
  for (const one of allAttachments(records, aside)) {
    signal?.throwIfAborted()
    const kept = await attachment(one.id)
    if (!kept) continue
    const bytes = new Uint8Array(await kept.arrayBuffer())
    manifest.files[attachmentPath(one)] = { bytes: bytes.length, sha256: await sha256(bytes) }
    await zip.stored(attachmentPath(one), bytes)
  }
  const wanted = photosOf(records, aside)
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

/**
 * Reads and checks a whole bundle; nothing is returned unless all of it is sound.
 * @param zone - time zone of this device, for files of a version that named none
 * @throws BundleError saying what is wrong
 */
export async function readBundle(
  file: Blob,
  zone: string,
  { onProgress, signal }: LongWork = {},
): Promise<Bundle> {
  try {
    return await readChecked(await openZip(file), zone, { onProgress, signal })
  } catch (error) {
    throw error instanceof ZipError ? new BundleError(error.message) : error
  }
}

async function readChecked(zip: ZipFile, zone: string, { onProgress, signal }: LongWork): Promise<Bundle> {
  if (!zip.names.includes(RECORDS_FILE))
    throw new BundleError(`This ZIP file is not a Perlumen bundle: it has no ${RECORDS_FILE}.`)
  const manifest = zip.names.includes(MANIFEST_FILE)
    ? readManifest(await readJson(zip, MANIFEST_FILE, null))
    : null
  for (const name of Object.keys(manifest?.files ?? {})) {
    const isPart = ['photos/', SHAPES_FOLDER, VOICES_FOLDER, PICTURES_FOLDER, READINGS_FOLDER].some(
      (folder) => name.startsWith(folder),
    )
    if (!zip.names.includes(name) && !isPart)
      throw new BundleError(`The bundle lacks ${name}, which its manifest lists.`)
  }
  if (manifest) {
    const strangers = zip.names.filter((name) => name !== MANIFEST_FILE && !(name in manifest.files)).length
    if (strangers > MOST_STRANGERS)
      throw new BundleError(`The file holds ${strangers} parts that its manifest does not list.`)
  } else if (zip.names.length > MOST_UNNAMED)
    throw new BundleError(`The file holds ${zip.names.length} parts and no manifest.`)
  const json = await readJson(zip, RECORDS_FILE, manifest)
  const { records, buried, parts } = parseRecords(json, zone)
  const oldShapes = new Map(parts.shapes.map((shapes) => [shapes.id, shapes]))
  const aside = zip.names.includes(ASIDE_FILE)
    ? setAsideSchema.safeParse(await readJson(zip, ASIDE_FILE, manifest))
    : { success: true as const, data: [] }
  if (!aside.success) throw new BundleError(`Its part ${ASIDE_FILE} is invalid.`)
  const asideNow = broughtUp(aside.data, zone)
  for (const shapes of asideNow.shapes) oldShapes.set(shapes.id, shapes)

  const wanted = photosOf(records, aside.data)
  const gone = new Set(manifest?.missing.map(({ photoId }) => photoId))
  const types = new Map<string, string>()
  const missing: MissingPhoto[] = []
  const damage: string[] = []
  for (const [index, { name, known }] of wanted.entries()) {
    signal?.throwIfAborted()
    const fault = gone.has(name.id) ? null : await photoFault(zip, photoPath(name), manifest)
    if (fault) damage.push(fault)
    if (fault || gone.has(name.id)) missing.push(known)
    else types.set(name.id, name.type)
    onProgress?.(index + 1, wanted.length)
  }
  const shapes = new Map<string, ShapesRecord>()
  for (const id of lookIdsOf(records, aside.data)) {
    signal?.throwIfAborted()
    const kept = zip.names.includes(shapesPath(id))
      ? await partFrom(zip, { path: shapesPath(id), id, schema: shapesRecordSchema, manifest })
      : oldShapes.get(id)
    if (kept === 'damaged') damage.push(`The lines of the look ${id} are damaged.`)
    else if (kept) shapes.set(id, kept)
  }
  const attachments = new Map<string, Attachment>()
  for (const one of allAttachments(records, aside.data)) {
    signal?.throwIfAborted()
    const path = attachmentPath(one)
    // One that was gone when the bundle was written is named nowhere, and missed by nobody but the ear.
    if (!zip.names.includes(path)) {
      if (manifest?.files[path]) damage.push(`The bundle lacks the note ${path}.`)
      continue
    }
    const bytes = await zip.bytes(path, MOST_PART_BYTES).catch(() => null)
    if (bytes === null || (manifest && manifest.files[path]?.sha256 !== (await sha256(bytes))))
      damage.push(`The note ${path} is damaged.`)
    else attachments.set(one.id, one)
  }
  const readings = new Map([...parts.readings, ...asideNow.readings].map((day) => [day.id, day]))
  for (const path of zip.names.filter((name) => name.startsWith(READINGS_FOLDER) && name.endsWith('.json'))) {
    signal?.throwIfAborted()
    const id = path.slice(READINGS_FOLDER.length, -'.json'.length)
    const kept = await partFrom(zip, { path, id, schema: readingsRecordSchema, manifest })
    if (kept === 'damaged') damage.push(`The readings ${id} are damaged.`)
    else readings.set(id, kept)
  }
  for (const name of Object.keys(manifest?.files ?? {}))
    if (name.startsWith(READINGS_FOLDER) && !zip.names.includes(name))
      damage.push(`The bundle lacks the readings ${name}.`)
  const bundle: Bundle = {
    records,
    buried,
    aside: [...asideNow.records, ...asideNow.more],
    attachmentIds: [...attachments.keys()],
    attachment: async (id) => {
      const one = attachments.get(id)
      return one
        ? new Blob([await zip.bytes(attachmentPath(one), MOST_PART_BYTES)], { type: one.type })
        : null
    },
    readingIds: [...readings.keys()],
    readings: async (id) => readings.get(id) ?? null,
    photoTypes: types,
    missing,
    isChecked: manifest !== null,
    book: manifest?.book ?? bookOf(records.sets),
    shapes: async (lookId) => shapes.get(lookId) ?? null,
    photo: (id) => zip.bytes(photoPath({ id, type: types.get(id) ?? '' }), MOST_PHOTO_BYTES),
  }
  if (damage[0])
    throw new BundleError(
      damage.length === 1 ? damage[0] : `${damage[0]} So are ${damage.length - 1} more.`,
      bundle,
    )
  return bundle
}

interface Part<T> {
  path: string
  id: string
  schema: z.ZodType<T & { id: string }>
  manifest: Manifest | null
}

async function partFrom<T>(
  zip: ZipFile,
  { path, id, schema, manifest }: Part<T>,
): Promise<(T & { id: string }) | 'damaged'> {
  try {
    const bytes = await zip.bytes(path, MOST_PART_BYTES)
    if (manifest && manifest.files[path]?.sha256 !== (await sha256(bytes))) return 'damaged'
    const read = schema.safeParse(JSON.parse(new TextDecoder().decode(bytes)))
    return read.success && read.data.id === id ? read.data : 'damaged'
  } catch (error) {
    if (error instanceof ZipError || error instanceof SyntaxError) return 'damaged'
    throw error
  }
}

async function photoFault(zip: ZipFile, name: string, manifest: Manifest | null): Promise<string | null> {
  if (!zip.names.includes(name)) return `The bundle lacks the photograph ${name}.`
  try {
    const bytes = await zip.bytes(name, MOST_PHOTO_BYTES)
    return bytes.length === 0 || (manifest && manifest.files[name]?.sha256 !== (await sha256(bytes)))
      ? `The photograph ${name} is damaged.`
      : null
  } catch (error) {
    if (error instanceof ZipError) return `The photograph ${name} is damaged.`
    throw error
  }
}

async function readJson(zip: ZipFile, name: string, manifest: Manifest | null): Promise<unknown> {
  const bytes = await zip.bytes(name, MOST_RECORD_BYTES)
  if (manifest && manifest.files[name]?.sha256 !== (await sha256(bytes)))
    throw new BundleError(`Its part ${name} was changed or damaged.`)
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new BundleError(`Its part ${name} is damaged.`)
  }
}

function readManifest(json: unknown): Manifest {
  const manifest = manifestSchema.safeParse(json)
  if (!manifest.success)
    throw new BundleError(`Its part ${MANIFEST_FILE} is invalid, or from a newer Perlumen.`)
  return manifest.data
}

type Parts = Pick<BroughtUp<RawRecord>, 'shapes' | 'readings'>

function parseRecords(json: unknown, zone: string): Pick<Book, 'records' | 'buried'> & { parts: Parts } {
  const head = z.object({ format: z.string(), version: z.number(), exportedAt: z.unknown() }).safeParse(json)
  if (!head.success || head.data.format !== 'perlumen-records')
    throw new BundleError('This ZIP file is not a Perlumen bundle.')
  const { version } = head.data
  if (!Number.isInteger(version) || version < 1)
    throw new BundleError(`The bundle says records version ${version}, which does not exist.`)
  if (version > RECORDS_VERSION)
    throw new BundleError(
      `The bundle was written by a newer Perlumen (records version ${version}; this one reads up to ${RECORDS_VERSION}).`,
    )
  const lists = json as Record<string, unknown>
  for (const table of LISTS) {
    // In the first version there was no hatchery, to the third there were no evenings, to the sixth no trays, to the
    // seventh no logs, to the eighth no practice.
    const always = ['sets', 'eggs', 'looks'].includes(table) || version >= (SINCE[table] ?? 7)
    if ((always || lists[table] !== undefined) && !Array.isArray(lists[table]))
      throw new BundleError(`The bundle has no list of ${table}.`)
  }
  const exportedAt = z.iso.datetime().safeParse(head.data.exportedAt)
  if (!exportedAt.success) throw new BundleError('The bundle does not say when it was written.')
  const { records: raw, more, ...parts } = broughtUp(rawRecordsOf(lists), zone)
  const { records, aside, buried } = sortOut([...raw, ...more], zone)
  if (aside[0])
    throw new BundleError(
      `A record in the bundle is invalid (${aside[0].table}): ${sayProblems(aside[0].problems)}`,
    )
  return { records, buried, parts }
}

async function sha256(bytes: Uint8Array): Promise<string> {
  // From a phone over plain HTTP the browser's own digest is not there.
  const { subtle: own }: { subtle?: typeof crypto.subtle } = crypto
  const digest = own
    ? new Uint8Array(await own.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>))
    : noble(bytes)
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}
