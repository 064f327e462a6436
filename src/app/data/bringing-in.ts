import type { Bundle } from '../../contracts/files/bundle.ts'
import type { Conflict } from '../../domain/merge/questions.ts'
import type { Preview } from '../../domain/meeting/meet.ts'
import type { MergedBundle } from '../../domain/merge/merge-bundles.ts'
import { bundleSource } from './bundle-source.ts'
import { deviceZone, type HatcheryStore } from './hatchery.ts'
import type { Progress } from './progress.ts'
import { isStorageFull, storageRoom } from './storage-room.ts'
import { bundling, type TakingOut } from './taking-out.ts'
import { whichBook } from './which-book.ts'
import { t } from './words.ts'

const MEGABYTE = 1_000_000
/** Records take more room in the browser than in a file. */
const ROOM_FACTOR = 1.3

/** A bundle of another device, in place of the book or together with it. */
export interface BringingIn {
  /** @param fileBytes - the bundle's size @throws Error in words; nothing here is changed then */
  importBundle: (bundle: Bundle, fileBytes: number) => Promise<void>
  /** In short what merging would bring; nothing is written for it. */
  previewNews: (bundle: Bundle) => Promise<Preview>
  /** What would come of this book and a bundle of another device, and what a person has to look at. Nothing is changed. */
  previewMerge: (bundle: Bundle) => Promise<MergedBundle<Blob> & { bytes: number }>
  /**
   * Brings both together as they are now: sensors go on writing while somebody looks at what would change.
   * @param others - conflicts in which the other word is to hold
   */
  merge: (bundle: Bundle, others: readonly Conflict[], fileBytes: number) => Promise<void>
}

export function bringingIn(
  hatchery: HatcheryStore,
  { written, check }: TakingOut,
  running: Progress['running'],
): BringingIn {
  async function mergedNow(bundle: Bundle): Promise<MergedBundle<Blob> & { bytes: number }> {
    // As it would be taken out: so that nothing is forgotten that a bundle holds.
    const { mergeBundles } = await bundling()
    const { file } = await written()
    return { ...mergeBundles(await check(file), bundle, deviceZone()), bytes: file.size }
  }

  async function replaceBy(bundle: Bundle, fileBytes: number, goesOn = false): Promise<void> {
    const room = await storageRoom().catch(() => null)
    const needed = fileBytes * ROOM_FACTOR
    const free = room ? room.quotaBytes - room.usedBytes : Infinity
    if (needed > free) throw new Error(tooLittleRoom(needed, free))
    try {
      await running(t('bundle.importing'), (how) =>
        hatchery.repository.replaceWith(bundle, { ...how, goesOn }),
      )
    } catch (error) {
      throw isStorageFull(error) ? new Error(tooLittleRoom(needed, free)) : error
    }
  }

  return {
    importBundle: async (bundle, fileBytes) => {
      mayReplace(hatchery)
      await hatchery.rewrite(() => replaceBy(bundle, fileBytes))
    },
    previewNews: async (bundle) => {
      await hatchery.openAll()
      const { holdsAll, mergeBooks, whatChanges } = await bundling()
      const here = await bundleSource(hatchery)
      const { book, conflicts, settled } = mergeBooks(here, bundle, deviceZone())
      const changes = whatChanges(here.records, book.records)
      return { changes, conflicts, settled, isHeld: holdsAll(here, book) }
    },
    previewMerge: async (bundle) => {
      await hatchery.openAll()
      return mergedNow(bundle)
    },
    merge: async (bundle, others, fileBytes) => {
      mayReplace(hatchery)
      await hatchery.openAll()
      const { conflictKey, decided } = await bundling()
      const chosen = new Set(others.map(conflictKey))
      await hatchery.rewrite(async () => {
        const merged = await mergedNow(bundle)
        const still = merged.conflicts.filter((conflict) => chosen.has(conflictKey(conflict)))
        const next = decided(merged, still, { zone: deviceZone(), writer: hatchery.writer() })
        await replaceBy({ ...next, isChecked: true, book: whichBook() }, merged.bytes + fileBytes, true)
      })
    },
  }
}

/** A book that could not be opened may be replaced all the same: that may be the only way on. */
export function mayReplace(hatchery: HatcheryStore): void {
  if (hatchery.loaded) hatchery.mustLead()
}

function tooLittleRoom(neededBytes: number, freeBytes: number): string {
  const free = Number.isFinite(freeBytes)
    ? t('bundle.spaceLeft', { megabytes: Math.max(0, Math.floor(freeBytes / MEGABYTE)) })
    : ''
  return t('bundle.noSpace', { needed: Math.ceil(neededBytes / MEGABYTE), left: free })
}
