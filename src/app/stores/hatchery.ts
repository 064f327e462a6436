import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Bundle } from '../../contracts/bundle.ts'
import { confirmedLooks } from '../../contracts/confirmed-looks.ts'
import { newHatchery, type HatcheryRecord } from '../../contracts/hatchery-record.ts'
import type { LookRecord } from '../../contracts/look-record.ts'
import { RECORDS_VERSION, type HatcheryRecords } from '../../contracts/records.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import { learnOffsets } from '../../core/grade/learn.ts'
import { inCandlingOrder } from '../../core/tray/layout.ts'
import { Repository, type JournalEntry } from '../storage/repository.ts'

/** Records that one step changes; each takes the place of the one with its id. */
interface Changes {
  sets?: readonly SetRecord[]
  eggs?: readonly EggRecord[]
  looks?: readonly LookRecord[]
}

/** Records of the hatchery as they are on disk. Every action awaits its write before the screen shows it. */
export const useHatcheryStore = defineStore('hatchery', () => {
  const repository = new Repository()
  const hatchery = shallowRef<HatcheryRecord>(newHatchery(deviceZone()))
  const sets = shallowRef<SetRecord[]>([])
  const eggs = shallowRef<EggRecord[]>([])
  const looks = shallowRef<LookRecord[]>([])
  const journal = shallowRef<JournalEntry[]>([])
  const loaded = ref(false)

  async function load(): Promise<void> {
    const records = await repository.load(deviceZone())
    hatchery.value = records.hatchery
    sets.value = records.sets.sort((a, b) => b.setAt.localeCompare(a.setAt))
    eggs.value = records.eggs
    looks.value = records.looks
    journal.value = await repository.journal()
    loaded.value = true
  }

  const allEggsBySet = computed(() => {
    const map = new Map<string, EggRecord[]>()
    for (const egg of eggs.value) {
      const list = map.get(egg.setId)
      if (list) list.push(egg)
      else map.set(egg.setId, [egg])
    }
    return map
  })

  /** Eggs that were set, in the order of candling. */
  const eggsBySet = computed(() => new Map(sets.value.map((set) =>
    [set.id, inCandlingOrder((allEggsBySet.value.get(set.id) ?? []).filter((egg) => egg.role === 'set'), set.trays)])))

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

  /** What the eggs opened and hatched here add to the model. */
  const learnt = computed(() => learnOffsets(confirmedLooks({ sets: sets.value, eggs: eggs.value, looks: looks.value })))

  function setById(id: string): SetRecord | undefined {
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

  async function commitNow(label: string, eggId: string | null, changes: Changes): Promise<void> {
    const entry: JournalEntry = {
      label, eggId, sets: before(sets.value, changes.sets), eggs: before(eggs.value, changes.eggs), looks: before(looks.value, changes.looks),
    }
    await Promise.all([
      ...(changes.sets ?? []).map((set) => repository.saveSet(set)),
      ...(changes.eggs ?? []).map((egg) => repository.saveEgg(egg)),
      ...(changes.looks ?? []).map((look) => repository.saveLook(look)),
    ])
    const next = [...journal.value, entry]
    await repository.saveJournal(next)
    journal.value = next
    if (changes.sets) sets.value = putAll(sets.value, changes.sets)
    if (changes.eggs) eggs.value = putAll(eggs.value, changes.eggs)
    if (changes.looks) looks.value = putAll(looks.value, changes.looks)
  }

  /** A new look; with `replaces` it takes the place of an earlier picture of the same candling. */
  async function addLook(look: LookRecord, photo: Blob, replaces: LookRecord | null): Promise<void> {
    await repository.savePhoto(look, photo)
    await commit(replaces ? 'retake' : 'photograph', look.eggId, { looks: replaces ? [look, { ...replaces, replaced: true }] : [look] })
  }

  /** Looks at several eggs in one photograph, as one step. @param replaced - earlier pictures that they take the place of */
  async function addLooks(added: readonly LookRecord[], photo: Blob, replaced: readonly LookRecord[]): Promise<void> {
    if (!added[0]) return
    await repository.savePhoto(added[0], photo)
    await commit('photograph', added[0].eggId, { looks: [...added, ...replaced.map((look) => ({ ...look, replaced: true }))] })
  }

  /** Takes the last step back. @returns what was undone, or null when there was nothing */
  function undo(): Promise<JournalEntry | null> {
    return inTurn(undoNow)
  }

  async function undoNow(): Promise<JournalEntry | null> {
    const entry = journal.value.at(-1)
    if (!entry) return null
    for (const { id, before: look } of entry.looks) await (look ? repository.saveLook(look) : repository.removeLook(id))
    for (const { id, before: egg } of entry.eggs) await (egg ? repository.saveEgg(egg) : repository.removeEgg(id))
    for (const { id, before: set } of entry.sets) await (set ? repository.saveSet(set) : repository.removeSet(id))
    const rest = journal.value.slice(0, -1)
    await repository.saveJournal(rest)
    looks.value = takeBack(looks.value, entry.looks)
    eggs.value = takeBack(eggs.value, entry.eggs)
    sets.value = takeBack(sets.value, entry.sets)
    journal.value = rest
    return entry
  }

  /** The place’s own habits; a later plan starts from them. */
  async function saveHatchery(next: HatcheryRecord): Promise<void> {
    await repository.saveHatchery(next)
    hatchery.value = next
  }

  /** A set with its eggs and looks of earlier days, which cannot be undone. */
  async function addSet(set: SetRecord, newEggs: EggRecord[], earlier: ReadonlyArray<{ look: LookRecord; photo: Blob }>): Promise<void> {
    for (const { look, photo } of earlier) {
      await repository.savePhoto(look, photo)
      await repository.saveLook(look)
    }
    for (const egg of newEggs) await repository.saveEgg(egg)
    await repository.saveSet(set)
    looks.value = putAll(looks.value, earlier.map(({ look }) => look))
    eggs.value = putAll(eggs.value, newEggs)
    sets.value = putAll(sets.value, [set])
  }

  function records(): HatcheryRecords {
    return {
      format: 'perlumen-records', version: RECORDS_VERSION, exportedAt: new Date().toISOString(),
      hatchery: hatchery.value, sets: sets.value, eggs: eggs.value, looks: looks.value,
    }
  }

  async function bundle(): Promise<Bundle> {
    const photos = new Map<string, Uint8Array>()
    for (const look of looks.value) {
      const blob = await repository.photo(look.photo.id)
      if (blob) photos.set(look.photo.id, new Uint8Array(await blob.arrayBuffer()))
    }
    return { records: records(), photos }
  }

  async function replaceWith(next: Bundle): Promise<void> {
    await repository.replaceWith(next)
    await load()
  }

  async function wipe(): Promise<void> {
    await repository.wipe()
    await load()
  }

  return {
    repository, hatchery, sets, eggs, looks, journal, loaded, allEggsBySet, eggsBySet, looksByEgg,
    learnt, load, setById, commit, addLook, addLooks, undo, saveHatchery, addSet, records, bundle, replaceWith, wipe,
  }
})

export function deviceZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

function before<T extends { id: string }>(now: readonly T[], changed: readonly T[] = []): Array<{ id: string; before: T | null }> {
  const byId = new Map(now.map((item) => [item.id, item]))
  return changed.map(({ id }) => ({ id, before: byId.get(id) ?? null }))
}

/** The list with the records in place of those with their ids, or at the end. */
function putAll<T extends { id: string }>(list: readonly T[], records: readonly T[]): T[] {
  const next = new Map(list.map((item) => [item.id, item]))
  for (const record of records) next.set(record.id, record)
  return [...next.values()]
}

function takeBack<T extends { id: string }>(list: readonly T[], steps: ReadonlyArray<{ id: string; before: T | null }>): T[] {
  const gone = new Set(steps.filter((step) => step.before === null).map((step) => step.id))
  return putAll(list.filter((item) => !gone.has(item.id)), steps.flatMap((step) => step.before ?? []))
}
