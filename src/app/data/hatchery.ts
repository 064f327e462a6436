import { defineStore } from 'pinia'
import { onScopeDispose, ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { checkEggsOfSet, RecordRefused } from '../../contracts/records/book.ts'
import type { HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { JournalEntry, Step } from '../../contracts/records/journal-entry.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { sessionRecordOf, type Session } from '../../contracts/records/session-record.ts'
import { stamped } from '../../contracts/records/stamp.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { probeReadings } from '../../domain/readings.ts'
import { checkTraysShared, sameSpot } from '../../domain/shared-trays.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import {
  nothingWritten,
  readingsNeeded,
  takingBack,
  writtenBy,
  writtenByUndo,
  type Changes,
  type Standing,
  type Writer,
  type Written,
} from '../../domain/steps.ts'
import { learnApart } from '../../workers/client.ts'
import { StorageGone } from '../../storage/raw-database.ts'
import { learnFromOwnEggs } from './learnt.ts'
import { openedBook } from './opened-book.ts'
import { pictureWrites } from './picture-writes.ts'
import { Repository } from './repository.ts'
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

  /** Saves the records and the step, then shows them. @param eggId - the egg at hand, where there is one */
  function commit(label: string, eggId: string | null, changes: Changes): Promise<void> {
    return inTurn(() => commitNow(label, eggId, changes))
  }

  /** Changes one look from how it stands when its turn comes: the film of an egg may be read while it is judged. */
  function changeLook(label: string, id: string, change: (now: LookRecord) => LookRecord): Promise<void> {
    return inTurn(async () => {
      const now = looks.value.find((look) => look.id === id)
      if (now) await commitNow(label, now.eggId, { looks: [change(now)] })
    })
  }

  /** Changes a set from how it stands when its turn comes: quick taps all count. */
  function changeSet(label: string, id: string, change: (now: EggSet) => EggSet): Promise<void> {
    return inTurn(async () => {
      const now = setById(id)
      if (now) await commitNow(label, null, { sets: [change(now)] })
    })
  }

  async function commitNow(label: string, eggId: string | null, changes: Changes): Promise<void> {
    mustLead()
    checkEggs(changes)
    const standing = await standingWith(readingsNeeded(changes.readings))
    const written = writtenBy(changes, standing, writer())
    const entry: JournalEntry = {
      number: (journal.value.at(-1)?.number ?? 0) + 1,
      label,
      eggId,
      ...takingBack(written, changes, standing),
    }
    await write(written, { add: entry, take: null })
  }

  const { addLook, addVoice, addPicture, addLooks } = pictureWrites({
    repository,
    mustLead,
    noticing,
    commit,
  })

  function writer(): Writer {
    return { device: book.device(), at: new Date().toISOString(), newId: () => uuid() }
  }

  async function standingWith(readingIds: readonly string[]): Promise<Standing> {
    const days = await repository.readings(readingIds)
    return { ...shown.standing, readings: (id) => days.get(id) }
  }

  /** Writes a step whole, then shows it and tells the other tabs. */
  async function write(written: Written, steps: Step['journal']): Promise<void> {
    await noticing(() => repository.write({ put: written, journal: steps }))
    book.written(written, steps)
    tell({ kind: 'changed', written, journal: journal.value })
  }

  /** Runs a write, and notices when the storage is gone. */
  async function noticing<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work()
    } catch (error) {
      if (error instanceof StorageGone) storageGone.value = true
      throw error
    }
  }

  /** No step may leave two eggs of a set with one number, or two in one place. */
  function checkEggs({ sets: s = [], eggs: e = [], trays: t = [] }: Changes): void {
    for (const set of s) {
      const missing = set.trays.find(
        ({ id }) => !shown.standing.tray(id) && !t.some((tray) => tray.id === id),
      )
      if (missing || set.trays.length === 0)
        throw new RecordRefused([
          { path: ['trayIds'], sentence: `the set ${set.name} lies in a tray that is not here.` },
        ])
    }
    const changed = new Map(e.map((egg) => [egg.id, egg]))
    const there = eggs.value.filter(({ id }) => !changed.has(id))
    for (const setId of new Set([...s.map(({ id }) => id), ...e.map((egg) => egg.setId)])) {
      const set = s.find(({ id }) => id === setId) ?? setById(setId)
      if (set)
        checkEggsOfSet(
          [...there, ...e].filter((egg) => egg.setId === setId),
          set,
        )
    }
    const over = new Set(sets.value.filter((set) => isLongOver(set, Date.now())).map(({ id }) => id))
    checkTraysShared(
      e.filter(({ id, place }) => place && !sameSpot(shown.standing.egg(id)?.place ?? null, place)),
      there.filter(({ setId }) => !over.has(setId)),
    )
  }

  /** Asks whether the storage is still there; what it finds is in {@link storageGone}. */
  async function checkStorage(): Promise<void> {
    if (loaded.value && leads.value) await noticing(() => repository.flush()).catch(() => undefined)
  }

  /**
   * Looks with something added that nobody decided, so that it is no step of its own.
   * @param change - asked when its turn comes; gives the looks that are otherwise
   * @returns those looks
   */
  function amendLooks(change: () => LookRecord[]): Promise<LookRecord[]> {
    return inTurn(async () => {
      mustLead()
      const amended = change()
      if (amended.length === 0) return []
      await write(writtenBy({ looks: amended }, await standingWith([]), writer()), { add: null, take: null })
      return amended
    })
  }

  /** Takes the last step back. @returns what was undone, or null when there was nothing */
  function undo(): Promise<JournalEntry | null> {
    return inTurn(undoNow)
  }

  async function undoNow(): Promise<JournalEntry | null> {
    mustLead()
    const entry = journal.value.at(-1)
    if (!entry) return null
    // The step may be of a set that nobody has opened since.
    const isHere =
      entry.eggs.every(({ id }) => shown.standing.egg(id)) &&
      entry.looks.every(({ id }) => shown.standing.look(id))
    if (!isHere) await openAllNow()
    const standing = await standingWith(readingsNeeded(entry.readings))
    const written = writtenByUndo(entry, standing, writer())
    const gone = written.looks.filter(({ stamp }) => stamp.gone).map(({ id }) => id)
    const unneeded = photosOnlyOf(gone)
    await write(written, { add: null, take: entry.number })
    // Not needed for the step to hold; what stays behind is swept up at the next start.
    await repository.removePhotos(unneeded).catch(() => undefined)
    return entry
  }

  /** Photographs that only these looks show. */
  function photosOnlyOf(goneIds: readonly string[]): string[] {
    const gone = new Set(goneIds)
    const needed = new Set(looks.value.filter(({ id }) => !gone.has(id)).map(({ photo }) => photo.id))
    return looks.value
      .filter(({ id, photo }) => gone.has(id) && !needed.has(photo.id))
      .map(({ photo }) => photo.id)
  }

  /** The place’s own habits; a later plan starts from them. */
  async function saveHatchery(next: HatcheryRecord): Promise<void> {
    mustLead()
    const written = stamped(next, { device: book.device(), now: shown.place.value })
    await noticing(() => repository.saveHatchery(written))
    shown.place.value = written
    tell({ kind: 'reload' })
  }

  /** How a candling is run and which egg is at hand; not a step of its own, so undo leaves it alone. */
  function saveSession(session: Session): Promise<void> {
    return inTurn(async () => {
      mustLead()
      await saveSessionNow(session)
    })
  }

  /** Changes a session from how it stands when its turn comes, so that two changes at once both hold. */
  async function changeSession(id: string, change: (now: Session) => Session): Promise<void> {
    await inTurn(async () => {
      mustLead()
      const now = shown.standing.session(id)
      if (now) await saveSessionNow(change(now))
    })
  }

  async function saveSessionNow(next: Session): Promise<void> {
    const now = shown.standing.session(next.id)
    const session = sessionRecordOf(stamped(next, { device: book.device(), now }))
    await noticing(() => repository.saveSession(session))
    const written = { ...nothingWritten(), sessions: [session] }
    show(written)
    tell({ kind: 'changed', written, journal: journal.value })
  }

  /** Something that came by itself, or that nobody would take back: a reading, a pause. No step. */
  function note(
    changes: Pick<Changes, 'incubators' | 'probes' | 'readings' | 'happened' | 'logged' | 'practised'>,
  ): Promise<void> {
    return inTurn(async () => {
      mustLead()
      const standing = await standingWith(readingsNeeded(changes.readings))
      await write(writtenBy(changes, standing, writer()), { add: null, take: null })
    })
  }

  /** What these probes said from one time to another, as far as it is here; in the order of time. */
  function readingsBetween(probeIds: readonly string[], fromMs: number, toMs: number): ProbeReading[] {
    return probeReadings([...shown.readings.value.values()], { probeIds, fromMs, toMs })
  }

  /** The candling of a set that is under way. */
  function openSession(setId: string): Session | undefined {
    return sessions.value.find((session) => session.setId === setId && session.endedAt === null)
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
