import { defineStore } from 'pinia'
import type { StoredRecord } from './book-tables.ts'
import { bringingIn, mayReplace } from './bringing-in.ts'
import { bundleOfMemory } from './bundle-source.ts'
import { useHatcheryStore } from './hatchery.ts'
import { useProgress } from './progress.ts'
import { bundling, takingOut } from './taking-out.ts'

/** Taking the whole book out, bringing one in, erasing it, and putting right what cannot be read. Always reachable. */
export const useImportExportStore = defineStore('import-export', () => {
  const hatchery = useHatcheryStore()
  const { progress, running, stop } = useProgress()
  const out = takingOut(hatchery, running)

  async function erase(): Promise<void> {
    mayReplace(hatchery)
    await hatchery.rewrite(() => hatchery.repository.wipe())
  }

  /** After the browser cleared its storage: what is still in memory becomes a new book. Photographs and undo steps are gone. */
  async function restore(): Promise<void> {
    mayReplace(hatchery)
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

  return {
    progress,
    exportBundle: out.exportBundle,
    exportForOtherTools: out.exportForOtherTools,
    check: out.check,
    ...bringingIn(hatchery, out, running),
    erase,
    restore,
    mend,
    discard,
    stop,
    /** The book can be taken out even when the server has gone since. */
    fetchAhead: () => bundling().catch(() => undefined),
  }
})
