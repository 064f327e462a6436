import { defineStore } from 'pinia'
import { onScopeDispose, ref } from 'vue'
import type { HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { JournalEntry } from '../../contracts/records/journal-entry.ts'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { stamped } from '../../contracts/records/stamp.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { probeReadings } from '../../domain/readings.ts'
import type { Written } from '../../domain/steps.ts'
import { learnApart } from '../../workers/client.ts'
import { StorageGone } from '../../storage/raw-database.ts'
import { learnFromOwnEggs } from './learnt.ts'
import { openedBook } from './opened-book.ts'
import { pictureWrites } from './picture-writes.ts'
import { Repository } from './repository.ts'
import { sessionWrites } from './session-writes.ts'
import { stepWrites, type StepPort } from './step-writes.ts'
import { undoStep } from './undo-step.ts'
import { leadAmongTabs } from './tab-lead.ts'
import { shownRecords } from './shown-records.ts'
import { nameInBook } from './which-book.ts'

/** What one tab tells the others when it has written. */
type TabNews = { kind: 'changed'; written: Written; journal: JournalEntry[] } | { kind: 'reload' }

/** Records of the hatchery as they are on disk. Every action awaits its write before the screen shows it. */
export const useHatcheryStore = defineStore('hatchery', () => {
  const repository = new Repository()
  const shown = shownRecords(deviceZone())
  const { hatchery, sets, eggs, looks, sessions, show } = shown
  const book = openedBook(repository, shown)
  const { journal } = book
  const loaded = ref(false)
  const learnt = learnFromOwnEggs({
    records: () => ({
      sets: sets.value,
      eggs: eggs.value,
      looks: looks.value,
      hatchery: hatchery.value,
    }),
    opened: () => shown.opened.value,
    closed: () => !book.allAreOpen(),
    openAll,
    learn: learnApart,
    read: (key) => repository.setting<unknown>(key),
    keep: async (key, value) => {
      if (leads.value) await repository.saveSetting(key, value)
    },
  })
  /** The browser has cleared the storage under the running program: what is shown is only in memory. */
  const storageGone = ref(false)
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(nameInBook('records')) : null
  channel?.addEventListener('message', (event: MessageEvent<TabNews>) => void follow(event.data))
  // What another tab wrote while this one followed may have missed it: read all anew before leading.
  const {
    leads,
    decided,
    take: takeLead,
    release,
  } = leadAmongTabs(async () => {
    if (loaded.value) await load(true)
  })
  onScopeDispose(() => {
    release()
    channel?.close()
  })

  let swept = false
  /**
   * @param leading - whether this tab may write meanwhile
   * @param first - goes before, in the same turn
   */
  async function load(leading?: boolean, first?: () => Promise<void>): Promise<void> {
    await decided
    const mayWrite = leading ?? leads.value
    // In turn with what is written: it must not be shown as it was before.
    await inTurn(async () => {
      await first?.()
      await book.read(deviceZone(), mayWrite)
    })
    storageGone.value = false
    // Once, at the start: later a photograph may be there whose look is only just being written.
    const sweep = mayWrite && !swept ? await repository.sweeping() : null
    loaded.value = true
    if (!sweep) return
    swept = true
    sweeping = sweep().catch(() => undefined)
  }
  let sweeping: Promise<void> = Promise.resolve()

  /** Fetches a set's eggs and looks, where they are not here yet. */
  function openSet(setId: string): Promise<void> {
    return inTurn(() => (setById(setId) ? book.openChapters([setId]) : Promise.resolve()))
  }

  /** Fetches everything: to learn from, to count, to take out. */
  function openAll(): Promise<void> {
    return inTurn(openAllNow)
  }

  function openAllNow(): Promise<void> {
    return book.openChapters([...book.chapters.value.keys()])
  }

  /** Brings what the leading tab wrote to this one's screen. */
  async function follow(news: TabNews): Promise<void> {
    if (!loaded.value) return
    if (news.kind === 'reload') return load()
    show(news.written)
    journal.value = news.journal
  }

  function tell(news: TabNews): void {
    channel?.postMessage(news)
  }

  /** @throws Error in a tab that only follows: two tabs must not write over each other */
  function mustLead(): void {
    if (!leads.value)
      throw new Error('Another tab is editing the records. Take over here first, or continue there.')
  }

  function setById(id: string): EggSet | undefined {
    return sets.value.find((set) => set.id === id)
  }

  let last: Promise<unknown> = Promise.resolve()
  /** One step after the other: two quick presses of undo take back two steps, not the same one twice. */
  function inTurn<T>(step: () => Promise<T>): Promise<T> {
    const next = last.then(step, step)
    last = next.catch(() => undefined)
    return next
  }

  const port: StepPort = {
    repository,
    shown,
    book,
    inTurn,
    mustLead,
    noticing,
    tell: (written) => tell({ kind: 'changed', written, journal: journal.value }),
    openAllNow,
  }
  const writes = stepWrites(port)
  const { writer, commit, changeLook, changeSet, amendLooks, note } = writes
  const undo = (): Promise<JournalEntry | null> => inTurn(() => undoStep(port, writes))
  const { saveSession, changeSession, openSession } = sessionWrites(port)
  const { addLook, addVoice, addPicture, addLooks } = pictureWrites({
    repository,
    mustLead,
    noticing,
    commit,
  })

  /** Runs a write, and notices when the storage is gone. */
  async function noticing<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work()
    } catch (error) {
      if (error instanceof StorageGone) storageGone.value = true
      throw error
    }
  }

  /** Asks whether the storage is still there; what it finds is in {@link storageGone}. */
  async function checkStorage(): Promise<void> {
    if (loaded.value && leads.value) await noticing(() => repository.flush()).catch(() => undefined)
  }

  /** The place’s own habits; a later plan starts from them. */
  async function saveHatchery(next: HatcheryRecord): Promise<void> {
    mustLead()
    const written = stamped(next, { device: book.device(), now: shown.place.value })
    await noticing(() => repository.saveHatchery(written))
    shown.place.value = written
    tell({ kind: 'reload' })
  }

  /** What these probes said from one time to another, as far as it is here; in the order of time. */
  function readingsBetween(probeIds: readonly string[], fromMs: number, toMs: number): ProbeReading[] {
    return probeReadings([...shown.readings.value.values()], { probeIds, fromMs, toMs })
  }

  /** Everything that is here; {@link openAll} fetches the rest. */
  function records(): HatcheryRecords {
    return {
      hatchery: hatchery.value,
      probes: shown.probes.value,
      trays: shown.trays.value,
      sets: sets.value,
      eggs: eggs.value,
      looks: looks.value,
      sessions: sessions.value,
      logs: shown.logs.value,
      practice: shown.practice.value,
    }
  }

  /**
   * Changes the book as a whole, other than by steps, and shows it anew, here and in the other tabs. What is to be
   * written meanwhile, as sensors do by themselves, waits and goes into the book as it is then.
   */
  async function rewrite(change: () => Promise<void>): Promise<void> {
    await load(undefined, change)
    tell({ kind: 'reload' })
  }

  return {
    repository,
    hatchery,
    sets,
    trays: shown.trays,
    probes: shown.probes,
    rollUps: shown.rollUps,
    eggs,
    looks,
    sessions,
    logs: shown.logs,
    practice: shown.practice,
    chapters: book.chapters,
    opened: shown.opened,
    openSet,
    openAll,
    /** Under which this tablet writes now. */
    device: () => book.device(),
    writer,
    /** This tablet, whatever book lies here. */
    tablet: () => book.tablet(),
    openReadings: book.openReadings,
    readings: shown.readings,
    readingsBetween,
    note,
    sweptUp: () => sweeping,
    journal,
    aside: book.aside,
    buried: book.buried,
    loaded,
    storageGone,
    leads,
    takeLead,
    mustLead,
    noticing,
    rewrite,
    checkStorage,
    saveSession,
    changeSession,
    openSession,
    allEggsBySet: shown.allEggsBySet,
    eggsBySet: shown.eggsBySet,
    looksByEgg: shown.looksByEgg,
    learnt,
    load,
    setById,
    commit,
    changeLook,
    changeSet,
    addLook,
    addVoice,
    addPicture,
    addLooks,
    amendLooks,
    undo,
    saveHatchery,
    records,
  }
})

export function deviceZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

export type HatcheryStore = ReturnType<typeof useHatcheryStore>
