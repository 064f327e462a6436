import { computed, shallowRef } from 'vue'
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
  const place = shallowRef<HatcheryRecord>(newHatchery(zone))
  const incubators = shallowRef(newHatchery(zone).incubators)
  const probes = shallowRef<ProbeRecord[]>([])
  const trays = shallowRef<Tray[]>([])
  const setRecords = shallowRef<SetRecord[]>([])
  const eggs = shallowRef<Egg[]>([])
  const looks = shallowRef<LookRecord[]>([])
  const sessions = shallowRef<Session[]>([])
  const logs = shallowRef<IncubatorLog[]>([])
  const practice = shallowRef<PracticeRecord[]>([])
  /** Of the sets that are at work. */
  const rollUps = shallowRef<RollUp[]>([])
  /** Days that somebody asked for. */
  const readings = shallowRef<ReadonlyMap<string, ReadingsRecord>>(new Map())
  /** Sets whose eggs and looks are here. */
  const opened = shallowRef<ReadonlySet<string>>(new Set())

  const hatchery = computed((): Hatchery => ({ ...place.value, incubators: incubators.value }))
  const traysById = computed(() => new Map(trays.value.map((tray) => [tray.id, tray])))
  let warmth: RollUp[] = []
  /** Of probes at the eggs; the same list as before where nothing of it has changed, for the air is read all the time. */
  const atEggs = computed(() => {
    const ids = new Set(probes.value.filter(({ height }) => height === 'eggs').map(({ id }) => id))
    const now = rollUps.value.filter(({ probeId }) => ids.has(probeId))
    if (now.length !== warmth.length || now.some((rollUp, i) => rollUp !== warmth[i])) warmth = now
    return warmth
  })
  // The same set as before where nothing of it has changed: schedules hang on it.
  let before = new Map<string, { record: SetRecord; atEggs: RollUp[]; probes: ProbeRecord[]; set: EggSet }>()
  const sets = computed(() => {
    const now: typeof before = new Map()
    for (const record of setRecords.value) {
      const known = before.get(record.id)
      const same =
        known?.record === record &&
        known.atEggs === atEggs.value &&
        known.probes === probes.value &&
        known.set.trays.every((tray) => traysById.value.get(tray.id) === tray)
      now.set(
        record.id,
        same
          ? known
          : {
              record,
              atEggs: atEggs.value,
              probes: probes.value,
              set: eggSetOf(
                record,
                traysById.value,
                temperaturesAt(
                  record.trayIds.flatMap((id) => traysById.value.get(id) ?? []),
                  probes.value,
                  atEggs.value,
                ),
              ),
            },
      )
    }
    before = now
    return [...now.values()].map(({ set }) => set)
  })

  const allEggsBySet = computed(() => {
    const map = new Map<string, Egg[]>()
    for (const egg of eggs.value) {
      const list = map.get(egg.setId)
      if (list) list.push(egg)
      else map.set(egg.setId, [egg])
    }
    return map
  })

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
    const map = new Map<string, LookRecord[]>()
    const ordered = [...looks.value].sort((a, b) => a.takenAt.localeCompare(b.takenAt))
    for (const look of ordered) {
      if (look.replaced) continue
      const list = map.get(look.eggId)
      if (list) list.push(look)
      else map.set(look.eggId, [look])
    }
    return map
  })

  const setsById = computed(() => new Map(sets.value.map((set) => [set.id, set])))
  const eggsById = computed(() => new Map(eggs.value.map((egg) => [egg.id, egg])))
  const looksById = computed(() => new Map(looks.value.map((look) => [look.id, look])))
  const standing: Omit<Standing, 'readings'> = {
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

  /** Shows another book; its chapters are still closed. */
  function showFrame(frame: Frame): void {
    const { incubators: stand, ...record } = frame.hatchery
    place.value = record
    incubators.value = stand
    probes.value = frame.probes
    trays.value = frame.trays
    setRecords.value = frame.sets.map(setRecordOf).sort((a, b) => b.setAt.localeCompare(a.setAt))
    sessions.value = frame.sessions
    logs.value = frame.logs
    practice.value = frame.practice
    eggs.value = []
    looks.value = []
    rollUps.value = []
    readings.value = new Map()
    opened.value = new Set()
  }

  function showChapters(ids: readonly string[], chapters: readonly Chapter[]): void {
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
  function show(written: Written): void {
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
    if (written.readings.length > 0) {
      readings.value = new Map([...readings.value, ...written.readings.map((day) => [day.id, day] as const)])
      const drawn = new Map(rollUps.value.map((rollUp) => [rollUp.id, rollUp]))
      for (const day of written.readings) drawn.set(day.id, rolledUp(day))
      rollUps.value = [...drawn.values()]
    }
  }

  return {
    hatchery,
    place,
    probes,
    trays,
    sets,
    eggs,
    looks,
    sessions,
    logs,
    practice,
    rollUps,
    readings,
    opened,
    allEggsBySet,
    eggsBySet,
    looksByEgg,
    standing,
    show,
    showFrame,
    showChapters,
  }
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
