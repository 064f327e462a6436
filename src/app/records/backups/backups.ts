import { defineStore } from 'pinia'
import { computed, ref, shallowRef, type ShallowRef, type WritableComputedRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { nameInBook } from '../../data/which-book.ts'
import { useClockStore } from '../../shared/clock.ts'
import { downloadBackup, tidyFolder, writeBackup } from './backup-writing.ts'
import { useBackupAge } from './backup-age.ts'
import {
  backupsIn,
  canChooseFolder,
  chooseFolder,
  forgetFolder,
  keptFolder,
  mayWrite,
  readFrom,
  type Folder,
  type KeptBackup,
} from './backup-folder.ts'
import { useImportExportStore } from '../../data/import-export.ts'
import { t } from './words.ts'
export const RHYTHMS = ['evening', 'day', 'never'] as const
export type Rhythm = (typeof RHYTHMS)[number]

/** Backups of the whole book, each read back before it counts; kept by day, week, month and year. */
export const useBackupsStore = defineStore('backups', () => {
  const hatchery = useHatcheryStore()
  const importExport = useImportExportStore()
  const clock = useClockStore()
  const chosen = useChosenFolder(() => hatchery.tablet())
  const { folder, needsLeave, look } = chosen
  const rhythm = useRhythm(folder)
  const { lastGood, ageDays, ageWords, ageShort, isOld, good } = useBackupAge()
  const { problem, working, guarded } = useOneBackup()
  const writer = { importExport, tablet: () => hatchery.tablet(), nowMs: () => clock.nowMs }

  function choose(): Promise<void> {
    return guarded(async () => {
      const into = await chosen.choose()
      if (into) await write(into)
    })
  }

  /** Writes one now, by somebody's hand: into the folder, or as a download where there is none. */
  function now(): Promise<void> {
    return guarded(async () => {
      if (folder.value) {
        if (!(await mayWrite(folder.value, true))) throw new Error(t('writing.noPermission'))
        await write(folder.value)
      } else await download()
    })
  }

  async function download(): Promise<void> {
    await downloadBackup(writer)
    good(true)
  }

  async function write(into: Folder): Promise<void> {
    const name = await writeBackup(into, writer)
    good(false)
    await tidyFolder(into, { tablet: hatchery.tablet(), newest: name, line: hatchery.device() })
    await look()
  }

  /** By itself, where its time has come and the browser lets it. @param eveningEnded - a candling was just closed */
  async function inTime(eveningEnded: boolean): Promise<void> {
    if (rhythm.value === 'never' || !hatchery.leads || hatchery.sets.length === 0) return
    if (!(eveningEnded && rhythm.value === 'evening') && ageDays.value < 1) return
    // Also a folder that is gone is said.
    await guarded(async () => {
      await look()
      if (!needsLeave.value) await (folder.value ? write(folder.value) : download())
    })
  }

  return {
    folder,
    needsLeave,
    kept: chosen.kept,
    rhythm,
    lastGood,
    ageWords,
    ageShort,
    isOld,
    problem,
    working,
    canChoose: canChooseFolder,
    load: () => guarded(chosen.load),
    choose,
    forget: chosen.forget,
    now,
    inTime,
    fetch: chosen.fetch,
  }
})

/** The folder into which backups go, and those that lie there. @param tablet - whose they are */
function useChosenFolder(tablet: () => string) {
  const folder = shallowRef<Folder | null>(null)
  /** The browser wants to hear it again from a person before it writes there. */
  const needsLeave = ref(false)
  const kept = shallowRef<readonly KeptBackup[]>([])

  async function load(): Promise<void> {
    folder.value = await keptFolder()
    await look()
  }

  async function look(): Promise<void> {
    if (!folder.value) return
    needsLeave.value = !(await mayWrite(folder.value, false))
    if (!needsLeave.value) kept.value = await backupsIn(folder.value, tablet())
  }

  /** Asks for another one. @returns null where nobody chose one */
  async function choose(): Promise<Folder | null> {
    const next = await chooseFolder()
    if (!next) return null
    folder.value = next
    await look()
    return next
  }

  async function forget(): Promise<void> {
    await forgetFolder()
    folder.value = null
    needsLeave.value = false
    kept.value = []
  }

  /** One of the kept ones, to be looked at before it changes anything. */
  function fetch(name: string): Promise<File> {
    if (!folder.value) throw new Error(t('writing.noFolder'))
    return readFrom(folder.value, name)
  }

  return { folder, needsLeave, kept, load, look, choose, forget, fetch }
}

/** When backups are made by themselves, as they are made here. */
function useRhythm(folder: ShallowRef<Folder | null>): WritableComputedRef<Rhythm> {
  const intoFolder = useLocalStorage<Rhythm>(nameInBook('backup-rhythm'), 'evening')
  /** Downloads come by themselves only where somebody asked for it. */
  const asDownload = useLocalStorage<Rhythm>(nameInBook('backup-downloads'), 'never')
  return computed({
    get: () => (folder.value ? intoFolder.value : asDownload.value),
    set: (next) => {
      if (folder.value) intoFolder.value = next
      else asDownload.value = next
    },
  })
}

/** One at a time; what does not work is said. */
function useOneBackup() {
  const problem = ref('')
  const working = ref(false)
  async function guarded(work: () => Promise<void>): Promise<void> {
    if (working.value) return
    working.value = true
    problem.value = ''
    try {
      await work()
    } catch (error) {
      problem.value = t('writing.failed', { why: (error as Error).message })
    } finally {
      working.value = false
    }
  }
  return { problem, working, guarded }
}
