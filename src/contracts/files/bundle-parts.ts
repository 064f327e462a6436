import type { z } from 'zod'
import { type RawRecord } from '../records/book.ts'
import { readingsRecordSchema, type ReadingsRecord } from '../records/readings-record.ts'
import { shapesRecordSchema, type ShapesRecord } from '../records/shapes-record.ts'
import { type Attachment } from '../records/attachments.ts'
import { ZipError, type ZipFile } from './zip-file.ts'
import {
  type LongWork,
  type Bundle,
  READINGS_FOLDER,
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
} from './bundle.ts'

/** A bundle whose records are read, while its parts are gone through. */
export interface OpenBundle {
  zip: ZipFile
  manifest: Manifest | null
  records: Bundle['records']
  /** Records set aside, as they lie there. */
  quarantined: readonly RawRecord[]
  /** What is damaged or not there, a sentence each: found by reading the parts. */
  damage: string[]
  how: LongWork
}

export async function photosIn({
  zip,
  manifest,
  records,
  quarantined,
  damage,
  how: { onProgress, signal },
}: OpenBundle): Promise<{ types: Map<string, string>; missing: MissingPhoto[] }> {
  const wanted = photosOf(records, quarantined)
  const gone = new Set(manifest?.missing.map(({ photoId }) => photoId))
  const types = new Map<string, string>()
  const missing: MissingPhoto[] = []
  for (const [index, { name, known }] of wanted.entries()) {
    signal?.throwIfAborted()
    const fault = gone.has(name.id) ? null : await photoFault(zip, photoPath(name), manifest)
    if (fault) damage.push(fault)
    if (fault || gone.has(name.id)) missing.push(known)
    else types.set(name.id, name.type)
    onProgress?.(index + 1, wanted.length)
  }
  return { types, missing }
}

/** @param old - lines that looks of earlier versions held themselves */
export async function shapesIn(
  { zip, manifest, records, quarantined, damage, how: { signal } }: OpenBundle,
  old: ReadonlyMap<string, ShapesRecord>,
): Promise<Map<string, ShapesRecord>> {
  const shapes = new Map<string, ShapesRecord>()
  for (const id of lookIdsOf(records, quarantined)) {
    signal?.throwIfAborted()
    const kept = zip.names.includes(shapesPath(id))
      ? await partFrom(zip, { path: shapesPath(id), id, schema: shapesRecordSchema, manifest })
      : old.get(id)
    if (kept === 'damaged') damage.push(`The lines of the look ${id} are damaged.`)
    else if (kept) shapes.set(id, kept)
  }
  return shapes
}

export async function attachmentsIn({
  zip,
  manifest,
  records,
  quarantined,
  damage,
  how: { signal },
}: OpenBundle): Promise<Map<string, Attachment>> {
  const attachments = new Map<string, Attachment>()
  for (const one of allAttachments(records, quarantined)) {
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
  return attachments
}

/** @param old - readings that records of earlier versions held themselves */
export async function readingsIn(
  { zip, manifest, damage, how: { signal } }: OpenBundle,
  old: readonly ReadingsRecord[],
): Promise<Map<string, ReadingsRecord>> {
  const readings = new Map(old.map((day) => [day.id, day]))
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
  return readings
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
