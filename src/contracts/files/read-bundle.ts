import { z } from 'zod'
import {
  rawRecordsOf,
  sayProblems,
  setAsideSchema,
  sortOut,
  type Book,
  type RawRecord,
} from '../records/book.ts'
import { readingsRecordSchema } from '../records/readings-record.ts'
import { RECORDS_VERSION } from '../records/records.ts'
import { shapesRecordSchema, type ShapesRecord } from '../records/shapes-record.ts'
import { type Attachment } from '../records/attachments.ts'
import { broughtUp, type BroughtUp } from '../records/upgrade.ts'
import { openZip, ZipError, type ZipFile } from './zip-file.ts'
import { bookOf } from '../records/which-book.ts'
import {
  type LongWork,
  type Bundle,
  BundleError,
  RECORDS_FILE,
  MANIFEST_FILE,
  SHAPES_FOLDER,
  VOICES_FOLDER,
  PICTURES_FOLDER,
  READINGS_FOLDER,
  MOST_STRANGERS,
  MOST_UNNAMED,
  ASIDE_FILE,
  photosOf,
  type MissingPhoto,
  photoPath,
  lookIdsOf,
  shapesPath,
  allAttachments,
  attachmentPath,
  MOST_PART_BYTES,
  sha256,
  MOST_PHOTO_BYTES,
  type Manifest,
  MOST_RECORD_BYTES,
  manifestSchema,
  LISTS,
  SINCE,
} from './bundle.ts'

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
