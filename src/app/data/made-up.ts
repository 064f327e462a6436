import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Bundle } from '../../contracts/files/bundle.ts'
import { DEMO_MADE_AT } from '../../core/simulate/demo-made-at.ts'
import { movedInTime } from '../../domain/moved-in-time.ts'
import { useImportExportStore } from './import-export.ts'
import { deviceZone, useHatcheryStore } from './hatchery.ts'
import { isToBeFilled, noneChosen, whichBook } from './which-book.ts'
import bundleAddress from './made-up-hatchery.zip?url'

/** The made-up hatchery: a bundle that comes with the program, moved to today as it is opened, in a book of its own. */
export const useMadeUpStore = defineStore('made-up', () => {
  const hatchery = useHatcheryStore()
  const importExport = useImportExportStore()
  const opening = ref(false)

  /** Merges it into the book, so that nothing that is here already is lost. @throws Error in words */
  async function open(nowMs: number): Promise<void> {
    if (whichBook() === 'own') throw new Error('The demo hatchery has its own records.')
    hatchery.mustLead()
    if (opening.value) return
    opening.value = true
    try {
      const answer = await fetch(bundleAddress).catch(() => null)
      if (!answer?.ok)
        throw new Error('The demo hatchery could not be loaded. Is the server or the network down?')
      const file = await answer.blob()
      const bundle = await movedTo(nowMs, await importExport.check(file))
      await importExport.merge(bundle, [], file.size)
    } finally {
      opening.value = false
    }
  }

  /** Whether somebody has just turned to it and it is still empty, in the tab at work. */
  function isWanted(): boolean {
    return isToBeFilled() && hatchery.leads && hatchery.sets.length === 0
  }

  /** Where the server shows it: who comes for the first time, and keeps nothing here, begins in it. */
  async function isFirstVisit(offered: boolean): Promise<boolean> {
    if (!offered || !noneChosen() || !hatchery.leads || hatchery.sets.length > 0) return false
    return !(await hatchery.repository.setting<boolean>('erased'))
  }

  return { opening, open, isWanted, isFirstVisit }
})

async function movedTo(nowMs: number, bundle: Bundle): Promise<Bundle> {
  const days = await Promise.all(bundle.readingIds.map(async (id) => (await bundle.readings(id))!))
  const moved = movedInTime(
    { records: bundle.records, readings: days },
    nowMs - Date.parse(DEMO_MADE_AT),
    deviceZone(),
  )
  const byId = new Map(moved.readings.map((day) => [day.id, day]))
  return {
    ...bundle,
    records: moved.records,
    readingIds: [...byId.keys()],
    readings: async (id) => byId.get(id) ?? null,
  }
}
