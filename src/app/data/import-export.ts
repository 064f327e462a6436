import { defineStore } from 'pinia'
import type { Bundle, BundleSource, MissingPhoto } from '../../contracts/files/bundle.ts'
import type { Conflict } from '../../domain/merge/questions.ts'
import type { MergedBundle } from '../../domain/merge/merge-bundles.ts'
import { isStorageFull, storageRoom } from './storage-room.ts'
import type { StoredRecord } from './book-tables.ts'
import { whichBook } from './which-book.ts'
import { bundleOfMemory, bundleSource } from './bundle-source.ts'
import { deviceZone, useHatcheryStore } from './hatchery.ts'
import { useProgress } from './progress.ts'

const MEGABYTE = 1_000_000
/** Records take more room in the browser than in a file. */
const ROOM_FACTOR = 1.3
const bundling = () => import('./bundling.ts')

/** Taking the whole book out, bringing one in, erasing it, and putting right what cannot be read. Always reachable. */
export const useImportExportStore = defineStore('import-export', () => {
  const hatchery = useHatcheryStore()
  const { progress, running, stop } = useProgress()
  const source = (): Promise<BundleSource> => bundleSource(hatchery)

  async function exportBundle(): Promise<{ file: Blob; missing: MissingPhoto[] }> {
    if (hatchery.loaded) await hatchery.openAll()
    return written()
  }

  function written(): Promise<{ file: Blob; missing: MissingPhoto[] }> {
    return running('Writing the bundle', async (how) => {
      const { writeBundle } = await bundling()
      return writeBundle({ ...(await source()), book: whichBook() }, how)
    })
  }

  /** The book in the forms that other tools read, as one ZIP file. */
  async function exportForOtherTools(keepMetadata: boolean): Promise<Blob> {
    const { file } = await exportBundle()
    const { buildZip, exchangeFiles } = await bundling()
    const zip = buildZip()
    const year = new Date().getFullYear()
    for await (const { path, content } of exchangeFiles(await check(file), { keepMetadata, year }))
      await (typeof content === 'string' ? zip.text(path, content) : zip.stored(path, content))
    return zip.finish()
  }

  /** @throws Error in words, also where it is of the other book: the made-up hatchery and one's own are never mixed */
  async function check(file: Blob): Promise<Bundle> {
    const { BundleError, readBundle } = await bundling()
    const bundle = await running('Checking the bundle', (how) => readBundle(file, deviceZone(), how)).catch(
      (error: unknown) => {
        if (error instanceof BundleError && error.rest) mustBeOfThisBook(error.rest)
        throw error
      },
    )
    mustBeOfThisBook(bundle)
    return bundle
  }

  /** What would come of this book and a bundle of another device, and what a person has to look at. Nothing is changed. */
  async function previewMerge(bundle: Bundle): Promise<MergedBundle<Blob> & { bytes: number }> {
    await hatchery.openAll()
    return mergedNow(bundle)
  }

  async function mergedNow(bundle: Bundle): Promise<MergedBundle<Blob> & { bytes: number }> {
    // As it would be taken out: so that nothing is forgotten that a bundle holds.
    const { mergeBundles } = await bundling()
    const { file } = await written()
    return { ...mergeBundles(await check(file), bundle, deviceZone()), bytes: file.size }
  }

  /**
   * Brings both together as they are now: sensors go on writing while somebody looks at what would change.
   * @param others - conflicts in which the other word is to hold
   */
  async function merge(bundle: Bundle, others: readonly Conflict[], fileBytes: number): Promise<void> {
    await mayReplace()
    await hatchery.openAll()
    const { conflictKey, decided } = await bundling()
    const chosen = new Set(others.map(conflictKey))
    await hatchery.rewrite(async () => {
      const merged = await mergedNow(bundle)
      const still = merged.conflicts.filter((conflict) => chosen.has(conflictKey(conflict)))
      const next = decided(merged, still, { zone: deviceZone(), writer: hatchery.writer() })
      await replaceBy({ ...next, isChecked: true, book: whichBook() }, merged.bytes + fileBytes, true)
    })
  }

  /** @param fileBytes - the bundle's size @throws Error in words; nothing here is changed then */
  async function importBundle(bundle: Bundle, fileBytes: number): Promise<void> {
    await mayReplace()
    await hatchery.rewrite(() => replaceBy(bundle, fileBytes))
  }

  async function replaceBy(bundle: Bundle, fileBytes: number, goesOn = false): Promise<void> {
    const room = await storageRoom().catch(() => null)
    const needed = fileBytes * ROOM_FACTOR
    const free = room ? room.quotaBytes - room.usedBytes : Infinity
    if (needed > free) throw new Error(tooLittleRoom(needed, free))
    try {
      await running('Importing the bundle', (how) =>
        hatchery.repository.replaceWith(bundle, { ...how, goesOn }),
      )
    } catch (error) {
      throw isStorageFull(error) ? new Error(tooLittleRoom(needed, free)) : error
    }
  }

  async function erase(): Promise<void> {
    await mayReplace()
    await hatchery.rewrite(() => hatchery.repository.wipe())
  }

  /** After the browser cleared its storage: what is still in memory becomes a new book. Photographs and undo steps are gone. */
  async function restore(): Promise<void> {
    await mayReplace()
    const bundle = await bundleOfMemory(hatchery)
    await hatchery.rewrite(() => running('Restoring', (how) => hatchery.repository.replaceWith(bundle, how)))
  }

  async function mend(record: StoredRecord, value: unknown): Promise<void> {
    hatchery.mustLead()
    await hatchery.rewrite(() => hatchery.noticing(() => hatchery.repository.mend(record, value)))
  }

  async function discard(record: StoredRecord): Promise<void> {
    hatchery.mustLead()
    await hatchery.rewrite(() => hatchery.noticing(() => hatchery.repository.discard(record)))
  }

  /** A book that could not be opened may be replaced all the same: that may be the only way on. */
  async function mayReplace(): Promise<void> {
    if (hatchery.loaded) hatchery.mustLead()
  }

  return {
    progress,
    exportBundle,
    exportForOtherTools,
    check,
    importBundle,
    previewMerge,
    merge,
    erase,
    restore,
    mend,
    discard,
    stop,
    /** The book can be taken out even when the server has gone since. */
    fetchAhead: () => bundling().catch(() => undefined),
  }
})

/** @throws Error in words where a bundle was written from the other kind of book */
function mustBeOfThisBook({ book }: Bundle): void {
  if (whichBook() === 'own' && book === 'made-up')
    throw new Error('This bundle belongs to the demo hatchery. Open the demo hatchery and import it there.')
  if (whichBook() === 'made-up' && book !== 'made-up')
    throw new Error(
      'This bundle belongs to a real hatchery. Go back to your own records and import it there.',
    )
}

function tooLittleRoom(neededBytes: number, freeBytes: number): string {
  const free = Number.isFinite(freeBytes)
    ? ` and the browser has about ${Math.max(0, Math.floor(freeBytes / MEGABYTE))} MB left`
    : ''
  return `There is not enough space: the bundle needs about ${Math.ceil(neededBytes / MEGABYTE)} MB${free}. Free some space on the device and try again. Nothing was changed.`
}
