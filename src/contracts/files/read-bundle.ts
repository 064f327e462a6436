import { z } from 'zod'
import {
  rawRecordsOf,
  sayProblems,
  setAsideSchema,
  sortOut,
  type Book,
  type RawRecord,
} from '../records/book.ts'
import { RECORDS_VERSION } from '../records/records.ts'
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
  photoPath,
  attachmentPath,
  MOST_PART_BYTES,
  sha256,
  MOST_PHOTO_BYTES,
  type BundleWriter,
  type Manifest,
  MOST_RECORD_BYTES,
  manifestSchema,
  LISTS,
  SINCE,
} from './bundle.ts'
import { type OpenBundle, photosIn, shapesIn, attachmentsIn, readingsIn } from './bundle-parts.ts'

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

/**
 * Who wrote a bundle, without reading the rest of it.
 * @returns null where the file is not whole, or is no bundle; the writer is null where an earlier program wrote it
 */
export async function whoWrote(file: Blob): Promise<{ writer: BundleWriter | null } | null> {
  try {
    const zip = await openZip(file)
    const manifest = readManifest(await readJson(zip, MANIFEST_FILE, null))
    return { writer: manifest.writer ?? null }
  } catch (error) {
    if (error instanceof ZipError || error instanceof BundleError) return null
    throw error
  }
}

async function readChecked(zip: ZipFile, zone: string, how: LongWork): Promise<Bundle> {
  const manifest = await checkedManifest(zip)
  const json = await readJson(zip, RECORDS_FILE, manifest)
  const { records, tombstones, parts } = parseRecords(json, zone)
  const quarantined = await quarantinedOf(zip, manifest)
  const quarantinedNow = broughtUp(quarantined, zone)
  const oldShapes = new Map([...parts.shapes, ...quarantinedNow.shapes].map((shapes) => [shapes.id, shapes]))
  const open: OpenBundle = { zip, manifest, records, quarantined, damage: [], how }
  const { types, missing } = await photosIn(open)
  const shapes = await shapesIn(open, oldShapes)
  const attachments = await attachmentsIn(open)
  const readings = await readingsIn(open, [...parts.readings, ...quarantinedNow.readings])
  const bundle: Bundle = {
    records,
    tombstones,
    quarantined: [...quarantinedNow.records, ...quarantinedNow.more],
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
  const [first, ...more] = open.damage
  if (first) throw new BundleError(more.length === 0 ? first : `${first} So are ${more.length} more.`, bundle)
  return bundle
}

/** @throws BundleError where the file is no bundle, or its parts are not those of its manifest */
async function checkedManifest(zip: ZipFile): Promise<Manifest | null> {
  if (!zip.names.includes(RECORDS_FILE))
    throw new BundleError(`This ZIP file is not a Perlumen bundle: it has no ${RECORDS_FILE}.`)
  if (!zip.names.includes(MANIFEST_FILE)) {
    if (zip.names.length > MOST_UNNAMED)
      throw new BundleError(`The file holds ${zip.names.length} parts and no manifest.`)
    return null
  }
  const manifest = readManifest(await readJson(zip, MANIFEST_FILE, null))
  const folders = ['photos/', SHAPES_FOLDER, VOICES_FOLDER, PICTURES_FOLDER, READINGS_FOLDER]
  for (const name of Object.keys(manifest.files))
    if (!zip.names.includes(name) && !folders.some((folder) => name.startsWith(folder)))
      throw new BundleError(`The bundle lacks ${name}, which its manifest lists.`)
  const strangers = zip.names.filter((name) => name !== MANIFEST_FILE && !(name in manifest.files)).length
  if (strangers > MOST_STRANGERS)
    throw new BundleError(`The file holds ${strangers} parts that its manifest does not list.`)
  return manifest
}

async function quarantinedOf(zip: ZipFile, manifest: Manifest | null): Promise<RawRecord[]> {
  if (!zip.names.includes(ASIDE_FILE)) return []
  const quarantined = setAsideSchema.safeParse(await readJson(zip, ASIDE_FILE, manifest))
  if (!quarantined.success) throw new BundleError(`Its part ${ASIDE_FILE} is invalid.`)
  return quarantined.data
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

function parseRecords(json: unknown, zone: string): Pick<Book, 'records' | 'tombstones'> & { parts: Parts } {
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
  const { records, quarantined, tombstones } = sortOut([...raw, ...more], zone)
  if (quarantined[0])
    throw new BundleError(
      `A record in the bundle is invalid (${quarantined[0].table}): ${sayProblems(quarantined[0].problems)}`,
    )
  return { records, tombstones, parts }
}
