import { shallowRef } from 'vue'
import { HOUR_MS } from '../../core/time/durations.ts'
import type { Chapter } from '../../contracts/records/book.ts'
import type { JournalEntry, Step } from '../../contracts/records/journal-entry.ts'
import { dayOf } from '../../contracts/records/readings-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import type { Written } from '../../domain/steps.ts'
import { KEPT_STEPS, keyOf } from './book-tables.ts'
import { type QuarantinedRecord, type OpenedBook, type Repository } from './repository.ts'
import type { ShownRecords } from './shown-records.ts'

/** A book of so few looks is fetched as a whole: it takes no time, and it is all there should the storage be cleared. */
const SMALL_BOOK_LOOKS = 2000
/** What probes said in these last hours is always in memory: alarms look back so far. */
export const RECENT_MS = 6 * HOUR_MS

/**
 * What of the book is in memory: all that it is about, and the chapters, which are the eggs of a set and the looks at
 * them, of sets that are at work. Others are fetched when somebody asks.
 */
export function openedBook(repository: Repository, shown: ShownRecords) {
  const journal = shallowRef<JournalEntry[]>([])
  /** Records that cannot be read; they are kept as they are until somebody puts them right. */
  const quarantined = shallowRef<QuarantinedRecord[]>([])
  /** Records that were taken back. */
  const tombstones = shallowRef<OpenedBook['tombstones']>([])
  /** How many eggs and looks each set has, fetched or not. */
  const chapters = shallowRef<OpenedBook['chapters']>(new Map())
  let device = ''
  let tablet = ''
  const warmth = useWarmth(repository, shown)

  /** Reads the book anew and shows it in one go: nothing may vanish meanwhile. @param zone - of this device */
  async function read(zone: string, mayWrite: boolean): Promise<void> {
    const book = await repository.load(zone, mayWrite)
    const { sets } = book.records
    const { atWork, wanted } = chaptersWanted(book, shown.opened.value)
    const found = await chaptersOf(repository, [...wanted], sets)
    const since = atWork.map(({ setAt }) => setAt.slice(0, 10)).sort()[0] ?? dayOf(Date.now())
    const rollUps = await repository.rollUpsFrom(since)
    const recent = await repository.readingsFrom(dayOf(Date.now() - RECENT_MS))
    shown.showFrame(book.records)
    shown.readings.value = recent
    warmth.begin(since, rollUps)
    chapters.value = book.chapters
    journal.value = book.journal
    device = book.device
    tablet = book.tablet
    quarantined.value = book.quarantined
    tombstones.value = book.tombstones
    keep(found)
  }

  function keep(found: Found): void {
    quarantined.value = withMore(
      quarantined.value,
      found.flatMap((chapter) => chapter.quarantined),
    )
    tombstones.value = [...tombstones.value, ...found.flatMap((chapter) => chapter.tombstones)]
    shown.showChapters(
      found.map(({ setId }) => setId),
      found.map(({ records }): Chapter => records),
    )
  }

  /** Fetches the eggs and looks of sets that are not here yet. */
  async function openChapters(setIds: readonly string[]): Promise<void> {
    const missing = [...new Set(setIds)].filter((id) => !shown.opened.value.has(id))
    if (missing.length === 0) return
    const found = await chaptersOf(repository, missing, shown.sets.value)
    await warmth.open(shown.sets.value.filter(({ id }) => missing.includes(id)))
    keep(found)
  }

  /** Brings the book up to what was written. */
  function written(records: Written, steps: Step['journal']): void {
    if (steps.add) journal.value = [...journal.value, steps.add].slice(-KEPT_STEPS)
    if (steps.take !== null) journal.value = journal.value.filter(({ number }) => number !== steps.take)
    const gone = takenBack(records)
    if (gone.length > 0) tombstones.value = [...tombstones.value, ...gone]
    chapters.value = countedWith(chapters.value, records, shown)
    shown.show(records)
  }

  return {
    journal,
    quarantined,
    tombstones,
    chapters,
    device: () => device,
    tablet: () => tablet,
    read,
    openChapters,
    allAreOpen: (): boolean => [...chapters.value.keys()].every((id) => shown.opened.value.has(id)),
    openReadings: readingsOf(repository, shown),
    written,
  }
}

/** Each named once, by where it lies. */
function withMore(
  known: readonly QuarantinedRecord[],
  more: readonly QuarantinedRecord[],
): QuarantinedRecord[] {
  const place = ({ table, key }: QuarantinedRecord): string => `${table}/${key}`
  const named = new Set(known.map(place))
  return [...known, ...more.filter((record) => !named.has(place(record)))]
}

/** Records that what was written took back; they lie where they lay. */
function takenBack({ readings: _, ...records }: Written): OpenedBook['tombstones'] {
  return (Object.keys(records) as Array<keyof typeof records>).flatMap((table) =>
    records[table]
      .filter(({ stamp }) => stamp.gone)
      .map((value) => ({ table, value, lies: 'home' as const, key: keyOf(table, value) })),
  )
}

type Found = Array<{ setId: string } & Awaited<ReturnType<Repository['chapter']>>>

async function chaptersOf(
  repository: Repository,
  setIds: readonly string[],
  sets: readonly EggSet[],
): Promise<Found> {
  const byId = new Map(sets.map((set) => [set.id, set]))
  const found: Found = []
  for (const setId of setIds)
    found.push({ setId, ...(await repository.chapter(setId, byId.get(setId) ?? null)) })
  return found
}

/** Which sets are at work, and of which sets the eggs are fetched as the book is opened. */
function chaptersWanted(
  { records: { sets }, chapters, waiting }: OpenedBook,
  opened: ReadonlySet<string>,
): { atWork: readonly EggSet[]; wanted: ReadonlySet<string> } {
  const lookCount = [...chapters.values()].reduce((sum, { looks }) => sum + looks, 0)
  const atWork = sets.filter(
    (set) => lookCount <= SMALL_BOOK_LOOKS || opened.has(set.id) || !isLongOver(set, Date.now()),
  )
  const known = new Set(sets.map(({ id }) => id))
  const wanted = new Set([
    ...atWork.map(({ id }) => id),
    // What belongs to no set that is here cannot be shown, but must be named.
    ...[...chapters.keys()].filter((id) => !known.has(id)),
    ...waiting,
  ])
  return { atWork, wanted }
}

/** How warm sets were, as far back as somebody asks: their plans hang on it. */
function useWarmth(repository: Repository, { rollUps }: Pick<ShownRecords, 'rollUps'>) {
  /** From this day on it is known. */
  let from = ''
  return {
    begin: (day: string, known: ShownRecords['rollUps']['value']): void => {
      from = day
      rollUps.value = known
    },
    open: async (sets: readonly EggSet[]): Promise<void> => {
      const [first] = sets.map(({ setAt }) => setAt.slice(0, 10)).sort()
      if (first === undefined || first >= from) return
      const earlier = await repository.rollUpsFrom(first, from)
      const here = new Set(rollUps.value.map(({ id }) => id))
      rollUps.value = [...earlier.filter(({ id }) => !here.has(id)), ...rollUps.value]
      from = first
    },
  }
}

/** Fetches what probes said from one time to another; it is among the shown readings then. */
function readingsOf(repository: Repository, { readings }: Pick<ShownRecords, 'readings'>) {
  return async (probeIds: readonly string[], fromMs: number, toMs: number): Promise<void> => {
    const ids = (await repository.readingIds()).filter(
      (id) =>
        id.slice(0, 10) >= dayOf(fromMs) &&
        id.slice(0, 10) <= dayOf(toMs) &&
        probeIds.includes(id.slice(11)) &&
        !readings.value.has(id),
    )
    const found = await repository.readings(ids)
    // What was written meanwhile is the later word.
    if (found.size > 0) readings.value = new Map([...found, ...readings.value])
  }
}

/** How many eggs and looks each set has, with what was just written; asked before it is shown. */
function countedWith(
  before: OpenedBook['chapters'],
  { eggs, looks }: Pick<Written, 'eggs' | 'looks'>,
  { standing }: Pick<ShownRecords, 'standing'>,
): OpenedBook['chapters'] {
  if (eggs.length + looks.length === 0) return before
  const counts = new Map(before)
  const add = (setId: string, what: { eggs: number; looks: number }): void => {
    const now = counts.get(setId) ?? { eggs: 0, looks: 0 }
    counts.set(setId, { eggs: now.eggs + what.eggs, looks: now.looks + what.looks })
  }
  for (const { id, setId, stamp } of eggs)
    add(setId, { eggs: Number(!stamp.gone) - Number(standing.egg(id) !== undefined), looks: 0 })
  for (const { id, setId, stamp } of looks)
    add(setId, { eggs: 0, looks: Number(!stamp.gone) - Number(standing.look(id) !== undefined) })
  return counts
}

export type BookInMemory = ReturnType<typeof openedBook>
