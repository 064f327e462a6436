import { defineStore } from 'pinia'
import { hatcheryRecordOf, type HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { JournalEntry } from '../../contracts/records/journal-entry.ts'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { stamped } from '../../contracts/records/stamp.ts'
import { probeReadings } from '../../domain/readings.ts'
import { learnApart } from '../../workers/client.ts'
import { bookReading, type BookReading } from './book-reading.ts'
import { oneAfterTheOther } from './in-turn.ts'
import { learnFromOwnEggs } from './learnt.ts'
import { openedBook, type BookInMemory } from './opened-book.ts'
import { pictureWrites } from './picture-writes.ts'
import { Repository } from './repository.ts'
import { sessionWrites } from './session-writes.ts'
import { shownRecords, type ShownRecords } from './shown-records.ts'
import { stepWrites, type StepPort } from './step-writes.ts'
import { storageWatch } from './storage-watch.ts'
import { tabsOfBook, type TabNews, type TabsOfBook } from './tabs-of-book.ts'
import { undoStep } from './undo-step.ts'

/** Records of the hatchery as they are on disk. Every action awaits its write before the screen shows it. */
export const useHatcheryStore = defineStore('hatchery', () => {
  const repository = new Repository()
  const shown = shownRecords(deviceZone())
  const book = openedBook(repository, shown)
  const inTurn = oneAfterTheOther()
  const storage = storageWatch()
  const reading = bookReading({
    repository,
    shown,
    book,
    storage,
    inTurn,
    tabs: () => tabs,
    zone: deviceZone,
  })
  const { openAllNow, ...opening } = reading
  const { loaded, load } = opening
  const tabs = tabsOfBook({
    follow,
    // What another tab wrote while this one followed may have missed it: read all anew before leading.
    onLead: async () => {
      if (loaded.value) await load(true)
    },
  })
  const { leads, mustLead, tell } = tabs

  async function follow(news: TabNews): Promise<void> {
    if (!loaded.value) return
    if (news.kind === 'reload') return load()
    shown.show(news.written)
    book.journal.value = news.journal
  }

  const { noticing } = storage
  const port: StepPort = {
    repository,
    shown,
    book,
    inTurn,
    mustLead,
    noticing,
    tell: (written) => tell({ kind: 'changed', written, journal: book.journal.value }),
    openAllNow,
  }
  const writes = stepWrites(port)
  const { write: _write, standingWith: _standingWith, ...steps } = writes
  const pictures = pictureWrites({ repository, mustLead, noticing, commit: steps.commit })
  const learnt = learning(port, { leads, openAll: opening.openAll })

  /** Asks whether the storage is still there; what it finds is in `storageGone`. */
  async function checkStorage(): Promise<void> {
    if (loaded.value && leads.value) await noticing(() => repository.flush()).catch(() => undefined)
  }

  return {
    repository,
    ...seenOf(shown),
    ...keptOf(book),
    ...opening,
    leads,
    takeLead: tabs.takeLead,
    mustLead,
    ...storage,
    ...sessionWrites(port),
    ...pictures,
    ...steps,
    undo: (): Promise<JournalEntry | null> => inTurn(() => undoStep(port, writes)),
    checkStorage,
    ...placeWrites(port, () => tell({ kind: 'reload' })),
    learnt,
    /** Everything that is here; `openAll` fetches the rest. */
    records: () => recordsOf(shown),
  }
})

/** What the eggs opened and hatched here add to the model; kept by the tab that leads. */
function learning(
  { repository, shown, book }: StepPort,
  { leads, openAll }: Pick<TabsOfBook, 'leads'> & Pick<BookReading, 'openAll'>,
) {
  return learnFromOwnEggs({
    records: () => recordsOf(shown),
    opened: () => shown.opened.value,
    closed: () => !book.allAreOpen(),
    openAll,
    learn: learnApart,
    read: (key) => repository.setting<unknown>(key),
    keep: async (key, value) => {
      if (leads.value) await repository.saveSetting(key, value)
    },
  })
}

/** The place’s own habits; a later plan starts from them. @param tellTabs - that they are others now */
function placeWrites(
  { repository, shown, book, inTurn, mustLead, noticing }: StepPort,
  tellTabs: () => void,
) {
  async function saveHatchery(next: HatcheryRecord): Promise<void> {
    mustLead()
    const written = stamped(next, { device: book.device(), now: shown.place.value })
    await noticing(() => repository.saveHatchery(written))
    shown.place.value = written
    tellTabs()
  }

  /** From how they stand when their turn comes: two quick changes both hold. */
  function changeHatchery(changes: Partial<HatcheryRecord>): Promise<void> {
    return inTurn(() => saveHatchery({ ...hatcheryRecordOf(shown.hatchery.value), ...changes }))
  }

  return { saveHatchery, changeHatchery }
}

/** What of the shown records the pages see. */
function seenOf(shown: ShownRecords) {
  const { hatchery, sets, trays, probes, rollUps, eggs, looks, sessions, logs, practice } = shown
  const { opened, readings, allEggsBySet, eggsBySet, looksByEgg, standing } = shown
  return {
    hatchery,
    sets,
    trays,
    probes,
    rollUps,
    eggs,
    looks,
    sessions,
    logs,
    practice,
    opened,
    readings,
    allEggsBySet,
    eggsBySet,
    looksByEgg,
    setById: standing.set,
    /** What these probes said from one time to another, as far as it is here; in the order of time. */
    readingsBetween: (probeIds: readonly string[], fromMs: number, toMs: number): ProbeReading[] =>
      probeReadings([...readings.value.values()], { probeIds, fromMs, toMs }),
  }
}

/** What of the opened book the pages see. */
function keptOf({ journal, quarantined, tombstones, chapters, openReadings, device, tablet }: BookInMemory) {
  return {
    journal,
    quarantined,
    tombstones,
    chapters,
    openReadings,
    /** Under which this tablet writes now. */
    device,
    /** This tablet, whatever book lies here. */
    tablet,
  }
}

function recordsOf(shown: ShownRecords): HatcheryRecords {
  return {
    hatchery: shown.hatchery.value,
    probes: shown.probes.value,
    trays: shown.trays.value,
    sets: shown.sets.value,
    eggs: shown.eggs.value,
    looks: shown.looks.value,
    sessions: shown.sessions.value,
    logs: shown.logs.value,
    practice: shown.practice.value,
  }
}

export function deviceZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

export type HatcheryStore = ReturnType<typeof useHatcheryStore>
