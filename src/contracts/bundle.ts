import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { z } from 'zod'
import { hatcherySchema, RECORDS_VERSION, type HatcheryRecords } from './records.ts'
import { upgradeRecords } from './upgrade.ts'

/** What is wrong with a bundle, in a sentence for people. */
export class BundleError extends Error {}

export interface Bundle {
  records: HatcheryRecords
  /** Photograph bytes by photo id. */
  photos: Map<string, Uint8Array>
}

const RECORDS_FILE = 'records.json'
/** Unpacked, so that a small file cannot fill the memory. */
const LARGEST_BYTES = 2_000_000_000

function photoPath(photoId: string, type: string): string {
  const ending = type === 'image/jpeg' ? 'jpg' : type.replace('image/', '').replace(/\W.*/, '')
  return `photos/${photoId}.${ending}`
}

/** Writes records and photographs into one ZIP file. Photographs are stored, not compressed again. */
export function writeBundle({ records, photos }: Bundle): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array | [Uint8Array, { level: 0 }]> = {
    [RECORDS_FILE]: strToU8(JSON.stringify(records, null, 1)),
  }
  for (const look of records.looks) {
    const bytes = photos.get(look.photo.id)
    if (!bytes) throw new BundleError(`The photograph ${look.photo.id} is missing.`)
    files[photoPath(look.photo.id, look.photo.type)] = [bytes, { level: 0 }]
  }
  return zipSync(files) as Uint8Array<ArrayBuffer>
}

/**
 * Reads and checks a whole bundle; nothing is returned unless all of it is sound.
 * @param zone - time zone of this device, for files of a version that named none
 * @throws BundleError saying what is wrong
 */
export function readBundle(bytes: Uint8Array, zone: string): Bundle {
  const files = unpack(bytes)
  const json = files[RECORDS_FILE]
  if (!json) throw new BundleError(`This ZIP file is no Perlumen bundle: it holds no ${RECORDS_FILE}.`)
  const records = parseRecords(strFromU8(json), zone)
  checkReferences(records)
  const photos = new Map<string, Uint8Array>()
  for (const look of records.looks) {
    const photo = files[photoPath(look.photo.id, look.photo.type)]
    if (!photo || photo.length === 0) throw new BundleError(`The bundle lacks the photograph ${photoPath(look.photo.id, look.photo.type)}.`)
    photos.set(look.photo.id, photo)
  }
  return { records, photos }
}

function unpack(bytes: Uint8Array): Record<string, Uint8Array> {
  let total = 0
  try {
    return unzipSync(bytes, {
      filter: (file) => {
        total += file.originalSize
        if (total > LARGEST_BYTES) throw new BundleError('The bundle is too large to be read here.')
        return file.name === RECORDS_FILE || file.name.startsWith('photos/')
      },
    })
  } catch (error) {
    if (error instanceof BundleError) throw error
    throw new BundleError('This is no ZIP file, or it is damaged.')
  }
}

function parseRecords(text: string, zone: string): HatcheryRecords {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new BundleError(`${RECORDS_FILE} in the bundle is damaged.`)
  }
  const head = z.object({ format: z.string(), version: z.number() }).safeParse(json)
  if (!head.success || head.data.format !== 'perlumen-records') throw new BundleError('This ZIP file is no Perlumen bundle.')
  if (head.data.version > RECORDS_VERSION) {
    throw new BundleError(`The bundle was written by a newer Perlumen (records version ${head.data.version}; this one reads up to ${RECORDS_VERSION}).`)
  }
  const result = hatcherySchema.safeParse(upgradeRecords(json as Record<string, unknown>, zone))
  if (!result.success) {
    const issue = result.error.issues[0]
    throw new BundleError(`A record in the bundle is not as it should be, at ${issue?.path.join('.') || 'the top'}: ${issue?.message}.`)
  }
  return result.data
}

function checkReferences(records: HatcheryRecords): void {
  const sets = uniqueIds(records.sets, 'set')
  const eggs = uniqueIds(records.eggs, 'egg')
  uniqueIds(records.looks, 'look')
  for (const egg of records.eggs) if (!sets.has(egg.setId)) throw new BundleError(`Egg ${egg.number} belongs to a set that is not in the bundle.`)
  const trays = new Set(records.sets.flatMap((set) => set.trays.map((tray) => `${set.id}/${tray.id}`)))
  for (const egg of records.eggs) if (egg.place && !trays.has(`${egg.setId}/${egg.place.trayId}`)) throw new BundleError(`Egg ${egg.number} lies in a tray that is not in the bundle.`)
  for (const look of records.looks) if (!eggs.has(look.eggId)) throw new BundleError(`A look of ${look.takenAt} belongs to an egg that is not in the bundle.`)
}

function uniqueIds(items: ReadonlyArray<{ id: string }>, name: string): Set<string> {
  const ids = new Set(items.map((item) => item.id))
  if (ids.size !== items.length) throw new BundleError(`The bundle holds the same ${name} twice.`)
  return ids
}
