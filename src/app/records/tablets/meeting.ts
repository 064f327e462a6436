import { useIdle, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  fingerprint,
  meet,
  mustAsk,
  type Dealt,
  type MeetingMode,
  type News,
} from '../../../domain/meeting/meet.ts'
import type { Conflict } from '../../../domain/merge/questions.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useImportExportStore } from '../../data/import-export.ts'
import { nameInBook } from '../../data/which-book.ts'
import { useBackupsStore } from '../backups/backups.ts'
import { calledOf, sharedFolder, type FoundBook, type NamedBackup } from './shared-folder.ts'
import { t } from './words.ts'

export type FolderNews = News<FoundBook>

/** Nothing is merged by itself until the hands have rested this long. */
const IDLE_MS = 20_000

/** Other tablets that write into the same folder: what is new there, and how it comes into this book. */
export const useMeetingStore = defineStore('meeting', () => {
  const hatchery = useHatcheryStore()
  const importExport = useImportExportStore()
  const backups = useBackupsStore()
  const { meetingIn, lastSeen, refused } = sharedFolder(importExport)
  const { idle } = useIdle(IDLE_MS)
  const mode = useLocalStorage<MeetingMode>(nameInBook('merge-mode'), 'ask')
  const { dealt, keep } = useDealt(() => hatchery.device())
  const news = shallowRef<FolderNews[]>([])
  const unfinished = shallowRef<NamedBackup[]>([])
  const unreadable = shallowRef<ReturnType<typeof refused>>([])
  const theirs = shallowRef<readonly NamedBackup[]>([])
  const lookedAt = ref<number | null>(null)
  const merged = ref('')

  const { problem, ready, guarded } = useOneAtATime(
    () => hatchery.loaded && hatchery.leads && importExport.progress === null,
    () => {
      merged.value = ''
    },
  )

  /** @param byHand - somebody asked for it, so that nobody is disturbed */
  async function look(byHand = false): Promise<void> {
    await guarded(async () => {
      const mayMerge = mode.value === 'by-itself' && (byHand || (idle.value && !isWriting()))
      // What waits was previewed against the book of before a merge: it is looked at once more.
      if (await lookOnce(mayMerge ? 'by-itself' : 'ask')) await lookOnce('ask')
    })
  }

  /** @returns whether anything was merged */
  async function lookOnce(how: MeetingMode): Promise<boolean> {
    const { folder, needsLeave } = backups
    if (!folder || needsLeave) return false
    const meeting = meetingIn(folder, hatchery.tablet())
    const met = await meet<FoundBook>(meeting, { dealt: dealt(), waiting: news.value }, how)
    keep(met.dealt)
    theirs.value = lastSeen()
    news.value = met.news
    unfinished.value = theirs.value.filter(({ name }) => met.unfinished.some((one) => one.name === name))
    unreadable.value = refused()
    lookedAt.value = Date.now()
    if (met.merged.length > 0) await afterMerge(met.merged)
    return met.merged.length > 0
  }

  /** On a person’s yes. @param others - conflicts in which the other word is to hold */
  async function merge(one: FolderNews, others: readonly Conflict[] = []): Promise<void> {
    await guarded(async () => {
      // A line may have stood there for hours: what this book says otherwise since is asked, not settled in silence.
      const now = { ...one, ...(await importExport.previewNews(one.book.bundle)) }
      if (mustAsk(now) && !mustAsk(one)) {
        news.value = news.value.map((other) => (other === one ? now : other))
        return
      }
      await importExport.merge(one.book.bundle, others, one.book.bytes)
      keep({ ...dealt(), [one.from.line!]: fingerprint(one.from) })
      news.value = []
      await afterMerge([one])
      await lookOnce('ask')
    })
  }

  /** The others find what was merged in this tablet’s next backup: written at once, they need not wait for an evening. */
  async function afterMerge(all: readonly FolderNews[]): Promise<void> {
    if (backups.rhythm !== 'never') await backups.now()
    merged.value = t('folder.merged', {
      tablets: [...new Set(all.map(({ from }) => calledOf(from)))].join(', '),
    })
  }

  return { mode, news, unfinished, unreadable, theirs, lookedAt, merged, problem, ready, look, merge }
})

/** One look, or one merge, at a time. @param isFree - whether this tab may write, and nothing else is under way */
function useOneAtATime(isFree: () => boolean, begins: () => void) {
  const problem = ref('')
  const working = ref(false)
  const ready = computed(() => isFree() && !working.value)
  async function guarded(work: () => Promise<void>): Promise<void> {
    if (!ready.value) return
    working.value = true
    problem.value = ''
    begins()
    try {
      await work()
    } catch (error) {
      problem.value = t('folder.notRead', { why: (error as Error).message })
    } finally {
      working.value = false
    }
  }
  return { problem, ready, guarded }
}

/** Something half written on the page would be gone with the book that is rewritten under it. */
function isWriting(): boolean {
  const { activeElement } = document
  return (
    activeElement?.matches('input, textarea, select') === true ||
    document.querySelector('[role="dialog"]') !== null
  )
}

/** Which backups were dealt with. A restored book writes under another name, and knows nothing of what was merged before. */
function useDealt(writer: () => string) {
  const kept = useLocalStorage<{ writer: string; dealt: Dealt }>(nameInBook('backups-dealt'), {
    writer: '',
    dealt: {},
  })
  return {
    dealt: (): Dealt => (kept.value.writer === writer() ? kept.value.dealt : {}),
    keep: (dealt: Dealt): void => {
      kept.value = { writer: writer(), dealt }
    },
  }
}
