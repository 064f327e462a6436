import { computed, shallowRef, type ComputedRef } from 'vue'
import type { Chapter, Frame } from '../../contracts/records/book.ts'
import { eggOf, type Egg } from '../../contracts/records/egg-state.ts'
import { newHatchery, type Hatchery, type HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { IncubatorLog } from '../../contracts/records/incubator-log.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { PracticeRecord } from '../../contracts/records/practice-record.ts'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { ReadingsRecord, RollUp } from '../../contracts/records/readings-record.ts'
import { rolledUp } from '../../contracts/records/readings-record.ts'
import { sessionOf, type Session } from '../../contracts/records/session-record.ts'
import { eggSetOf, setRecordOf, type EggSet, type SetRecord } from '../../contracts/records/set-record.ts'
import type { Stamp } from '../../contracts/records/stamp.ts'
import { trayOf, type Tray } from '../../contracts/records/tray-record.ts'
import { inCandlingOrder } from '../../core/tray/layout.ts'
import { temperaturesAt } from '../../domain/readings.ts'
import type { Standing, Written } from '../../domain/steps.ts'

/** The records that the screen shows, and what follows from them. Nothing here writes to disk. */
export function shownRecords(zone: string) {
  const lists = recordLists(zone)
  const { place, incubators, ...rest } = lists
  const hatchery = computed((): Hatchery => ({ ...place.value, incubators: incubators.value }))
  const traysById = computed(() => byId(lists.trays.value))
  const sets = shownSets(lists, traysById)
  const allEggsBySet = computed(() => grouped(lists.eggs.value, ({ setId }) => setId))
  /** Eggs that were set, in the order of candling. */
  const eggsBySet = computed(
    () =>
      new Map(
        sets.value.map((set) => [
          set.id,
          inCandlingOrder(
            (allEggsBySet.value.get(set.id) ?? []).filter((egg) => egg.role === 'set'),
            set.trays,
          ),
        ]),
      ),
  )
  const looksByEgg = computed(() => {
    const ordered = [...lists.looks.value].sort((a, b) => a.takenAt.localeCompare(b.takenAt))
    return grouped(
      ordered.filter((look) => !look.replaced),
      ({ eggId }) => eggId,
    )
  })
  const standing = standingOf(lists, { traysById, sets })
  return {
    ...rest,
    hatchery,
    place,
    sets,
    allEggsBySet,
    eggsBySet,
    looksByEgg,
    standing,
    show: (written: Written) => show(lists, standing, written),
    showFrame: (frame: Frame) => showFrame(lists, frame),
    showChapters: (ids: readonly string[], chapters: readonly Chapter[]) =>
      showChapters(lists, ids, chapters),
  }
}

function recordLists(zone: string) {
  return {
    place: shallowRef<HatcheryRecord>(newHatchery(zone)),
    incubators: shallowRef(newHatchery(zone).incubators),
    probes: shallowRef<ProbeRecord[]>([]),
    trays: shallowRef<Tray[]>([]),
    setRecords: shallowRef<SetRecord[]>([]),
    eggs: shallowRef<Egg[]>([]),
    looks: shallowRef<LookRecord[]>([]),
    sessions: shallowRef<Session[]>([]),
    logs: shallowRef<IncubatorLog[]>([]),
    practice: shallowRef<PracticeRecord[]>([]),
    /** Of the sets that are at work. */
    rollUps: shallowRef<RollUp[]>([]),
    /** Days that somebody asked for. */
    readings: shallowRef<ReadonlyMap<string, ReadingsRecord>>(new Map()),
    /** Sets whose eggs and looks are here. */
    opened: shallowRef<ReadonlySet<string>>(new Set()),
  }
}

type RecordLists = ReturnType<typeof recordLists>

/** The sets with their trays and how warm they were; each the same as before where nothing of it has changed: schedules hang on it. */
function shownSets(
  { probes, rollUps, setRecords }: RecordLists,
  traysById: ComputedRef<ReadonlyMap<string, Tray>>,
): ComputedRef<EggSet[]> {
  let warmth: RollUp[] = []
  /** Of probes at the eggs; the same list as before where nothing of it has changed, for the air is read all the time. */
  const atEggs = computed(() => {
    const ids = new Set(probes.value.filter(({ height }) => height === 'eggs').map(({ id }) => id))
    const now = rollUps.value.filter(({ probeId }) => ids.has(probeId))
    if (now.length !== warmth.length || now.some((rollUp, i) => rollUp !== warmth[i])) warmth = now
    return warmth
  })
  interface Made {
    record: SetRecord
    atEggs: RollUp[]
    probes: ProbeRecord[]
    set: EggSet
  }
  const made = (record: SetRecord): Made => {
    const trays = record.trayIds.flatMap((id) => traysById.value.get(id) ?? [])
    const temperatures = temperaturesAt(trays, probes.value, atEggs.value)
    const set = eggSetOf(record, traysById.value, temperatures)
    return { record, atEggs: atEggs.value, probes: probes.value, set }
  }
  let before = new Map<string, Made>()
  return computed(() => {
    const now: typeof before = new Map()
    for (const record of setRecords.value) {
      const known = before.get(record.id)
      const same =
        known?.record === record &&
        known.atEggs === atEggs.value &&
        known.probes === probes.value &&
        known.set.trays.every((tray) => traysById.value.get(tray.id) === tray)
      now.set(record.id, same ? known : made(record))
    }
    before = now
    return [...now.values()].map(({ set }) => set)
  })
}

/** How a record stands, by its name. */
function standingOf(
  { incubators, probes, eggs, looks, sessions, logs, practice }: RecordLists,
  { traysById, sets }: { traysById: ComputedRef<ReadonlyMap<string, Tray>>; sets: ComputedRef<EggSet[]> },
): Omit<Standing, 'readings'> {
  const setsById = computed(() => byId(sets.value))
  const eggsById = computed(() => byId(eggs.value))
  const looksById = computed(() => byId(looks.value))
  return {
    incubator: (id) => incubators.value.find((item) => item.id === id),
    probe: (id) => probes.value.find((probe) => probe.id === id),
    tray: (id) => traysById.value.get(id),
    set: (id) => setsById.value.get(id),
    egg: (id) => eggsById.value.get(id),
    look: (id) => looksById.value.get(id),
    session: (id) => sessions.value.find((session) => session.id === id),
    log: (id) => logs.value.find((log) => log.id === id),
    practice: (id) => practice.value.find((record) => record.id === id),
  }
}

/** Shows another book; its chapters are still closed. */
function showFrame(lists: RecordLists, frame: Frame): void {
  const { incubators: stand, ...record } = frame.hatchery
  lists.place.value = record
  lists.incubators.value = stand
  lists.probes.value = frame.probes
  lists.trays.value = frame.trays
  lists.setRecords.value = frame.sets.map(setRecordOf).sort((a, b) => b.setAt.localeCompare(a.setAt))
  lists.sessions.value = frame.sessions
  lists.logs.value = frame.logs
  lists.practice.value = frame.practice
  lists.eggs.value = []
  lists.looks.value = []
  lists.rollUps.value = []
  lists.readings.value = new Map()
  lists.opened.value = new Set()
}

function showChapters(
  { eggs, looks, opened }: RecordLists,
  ids: readonly string[],
  chapters: readonly Chapter[],
): void {
  if (ids.length === 0) return
  eggs.value = putAll(
    eggs.value,
    chapters.flatMap((chapter) => chapter.eggs),
  )
  looks.value = putAll(
    looks.value,
    chapters.flatMap((chapter) => chapter.looks),
  )
  opened.value = new Set([...opened.value, ...ids])
}

/** Shows what was written; what is gone is shown no more. Of sets that are not open here nothing is. */
function show(lists: RecordLists, standing: Omit<Standing, 'readings'>, written: Written): void {
  const { incubators, probes, trays, setRecords, eggs, looks, sessions, logs, practice, opened } = lists
  if (written.incubators.length > 0) {
    // The one that stands for a place nobody has described lies on no disk: it goes when others come.
    const onDisk = incubators.value.filter(({ stamp }) => stamp.revision > 0)
    incubators.value = putAll(onDisk, written.incubators)
  }
  if (written.probes.length > 0) probes.value = putAll(probes.value, written.probes)
  if (written.trays.length > 0) trays.value = putAll(trays.value, written.trays.map(trayOf))
  if (written.sets.length > 0) {
    const added = written.sets.filter(({ id }) => !standing.set(id)).map(({ id }) => id)
    setRecords.value = putAll(setRecords.value, written.sets)
    // A new set has no eggs on the disk that were not written with it.
    if (added.length > 0) opened.value = new Set([...opened.value, ...added])
  }
  const open = ({ setId }: { setId: string }): boolean => opened.value.has(setId)
  if (written.eggs.some(open)) eggs.value = putAll(eggs.value, written.eggs.filter(open).map(eggOf))
  if (written.looks.some(open)) looks.value = putAll(looks.value, written.looks.filter(open))
  if (written.sessions.length > 0) sessions.value = putAll(sessions.value, written.sessions.map(sessionOf))
  if (written.logs.length > 0) logs.value = putAll(logs.value, written.logs)
  if (written.practice.length > 0) practice.value = putAll(practice.value, written.practice)
  if (written.readings.length > 0) showReadings(lists, written.readings)
}

function showReadings({ readings, rollUps }: RecordLists, days: readonly ReadingsRecord[]): void {
  readings.value = new Map([...readings.value, ...days.map((day) => [day.id, day] as const)])
  const drawn = byId(rollUps.value)
  for (const day of days) drawn.set(day.id, rolledUp(day))
  rollUps.value = [...drawn.values()]
}

function byId<T extends { id: string }>(list: readonly T[]): Map<string, T> {
  return new Map(list.map((item) => [item.id, item]))
}

function grouped<T>(list: readonly T[], keyOf: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const item of list) {
    const group = groups.get(keyOf(item))
    if (group) group.push(item)
    else groups.set(keyOf(item), [item])
  }
  return groups
}

/** The list with the records in place of those with their ids, or at the end; without those that are gone. */
export function putAll<T extends { id: string; stamp: Stamp }>(
  list: readonly T[],
  records: readonly T[],
): T[] {
  const next = new Map(list.map((item) => [item.id, item]))
  for (const record of records) {
    if (record.stamp.gone) next.delete(record.id)
    else next.set(record.id, record)
  }
  return [...next.values()]
}

export type ShownRecords = ReturnType<typeof shownRecords>
