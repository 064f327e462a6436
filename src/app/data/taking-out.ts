import type { Bundle, BundleSource, MissingPhoto } from '../../contracts/files/bundle.ts'
import { bundleSource } from './bundle-source.ts'
import { deviceZone, type HatcheryStore } from './hatchery.ts'
import type { Progress } from './progress.ts'
import { tabletName } from './tablet-name.ts'
import { whichBook } from './which-book.ts'
import { t } from './words.ts'

/** What writes and reads bundles, fetched when somebody asks. */
export const bundling = () => import('./bundling.ts')

/** The whole book as files. */
export interface TakingOut {
  exportBundle: () => Promise<{ file: Blob; missing: MissingPhoto[] }>
  /** What is here, without fetching the rest first. */
  written: () => Promise<{ file: Blob; missing: MissingPhoto[] }>
  /** The book in the forms that other tools read, as one ZIP file. */
  exportForOtherTools: (keepMetadata: boolean) => Promise<Blob>
  /** @throws Error in words, also where it is of the other book: the made-up hatchery and one's own are never mixed */
  check: (file: Blob) => Promise<Bundle>
}

export function takingOut(hatchery: HatcheryStore, running: Progress['running']): TakingOut {
  const source = (): Promise<BundleSource> => bundleSource(hatchery)

  function written(): Promise<{ file: Blob; missing: MissingPhoto[] }> {
    return running(t('bundle.writing'), async (how) => {
      const { writeBundle } = await bundling()
      const writer = hatchery.loaded ? { line: hatchery.device(), name: tabletName().value } : undefined
      return writeBundle({ ...(await source()), book: whichBook(), ...(writer ? { writer } : {}) }, how)
    })
  }

  async function exportBundle(): Promise<{ file: Blob; missing: MissingPhoto[] }> {
    if (hatchery.loaded) await hatchery.openAll()
    return written()
  }

  async function exportForOtherTools(keepMetadata: boolean): Promise<Blob> {
    const { file } = await exportBundle()
    const { buildZip, exchangeFiles } = await bundling()
    const zip = buildZip()
    const year = new Date().getFullYear()
    for await (const { path, content } of exchangeFiles(await check(file), { keepMetadata, year }))
      await (typeof content === 'string' ? zip.text(path, content) : zip.stored(path, content))
    return zip.finish()
  }

  async function check(file: Blob): Promise<Bundle> {
    const { BundleError, readBundle } = await bundling()
    const bundle = await running(t('bundle.checking'), (how) => readBundle(file, deviceZone(), how)).catch(
      (error: unknown) => {
        if (error instanceof BundleError && error.rest) mustBeOfThisBook(error.rest)
        throw error
      },
    )
    mustBeOfThisBook(bundle)
    return bundle
  }

  return { exportBundle, written, exportForOtherTools, check }
}

/** A bundle of the demo hatchery in one’s own book, or the other way round. */
export class OtherBook extends Error {}

/** @throws OtherBook in words where a bundle was written from the other kind of book */
function mustBeOfThisBook({ book }: Bundle): void {
  if (whichBook() === 'own' && book === 'made-up') throw new OtherBook(t('bundle.isDemo'))
  if (whichBook() === 'made-up' && book !== 'made-up') throw new OtherBook(t('bundle.isReal'))
}
