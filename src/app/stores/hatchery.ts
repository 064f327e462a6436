import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Bundle } from '../../contracts/bundle.ts'
import { RECORDS_VERSION, type EggRecord, type HatcheryRecords, type LookRecord, type SetRecord } from '../../contracts/records.ts'
import { comparePositions } from '../../core/tray/position.ts'
import { Repository, type JournalEntry } from '../storage/repository.ts'

/** Records of the hatchery as they are on disk. Every action awaits its write before the screen shows it. */
export const useHatcheryStore = defineStore('hatchery', () => {
  const repository = new Repository()
  const sets = shallowRef<SetRecord[]>([])
  const eggs = shallowRef<EggRecord[]>([])
  const looks = shallowRef<LookRecord[]>([])
  const journal = shallowRef<JournalEntry[]>([])
  const loaded = ref(false)

  async function load(): Promise<void> {
    const records = await repository.load()
    sets.value = records.sets.sort((a, b) => b.setAt.localeCompare(a.setAt))
    eggs.value = records.eggs
    looks.value = records.looks
    journal.value = await repository.journal()
    loaded.value = true
  }

  const eggsBySet = computed(() => {
    const map = new Map<string, EggRecord[]>()
    for (const egg of [...eggs.value].sort(comparePositions)) map.set(egg.setId, [...(map.get(egg.setId) ?? []), egg])
    return map
  })

  const looksByEgg = computed(() => {
    const map = new Map<string, LookRecord[]>()
    const ordered = [...looks.value].sort((a, b) => a.takenAt.localeCompare(b.takenAt))
    for (const look of ordered) if (!look.replaced) map.set(look.eggId, [...(map.get(look.eggId) ?? []), look])
    return map
  })

  function setById(id: string): SetRecord | undefined {
    return sets.value.find((set) => set.id === id)
  }

  /** The list with the record in place of the one with its id, or at the end. */
  function put<T extends { id: string }>(list: readonly T[], record: T): T[] {
    return list.some((item) => item.id === record.id)
      ? list.map((item) => (item.id === record.id ? record : item))
      : [...list, record]
  }

  async function writeStep(entry: JournalEntry): Promise<void> {
    const next = [...journal.value, entry]
    await repository.saveJournal(next)
    journal.value = next
  }

  /** A new look; with `replaces` it takes the place of an earlier picture of the same candling. */
  async function addLook(look: LookRecord, photo: Blob, replaces: LookRecord | null): Promise<void> {
    await repository.saveLook(look, photo)
    const entry: JournalEntry = {
      label: replaces ? 'retake' : 'photograph', eggId: look.eggId, eggs: [], looks: [{ id: look.id, before: null }],
    }
    if (replaces) {
      await repository.saveLook({ ...replaces, replaced: true })
      entry.looks.push({ id: replaces.id, before: replaces })
      looks.value = put(looks.value, { ...replaces, replaced: true })
    }
    await writeStep(entry)
    looks.value = put(looks.value, look)
  }

  async function changeLook(look: LookRecord, label: string): Promise<void> {
    const before = looks.value.find((item) => item.id === look.id)
    await repository.saveLook(look)
    await writeStep({ label, eggId: look.eggId, eggs: [], looks: [{ id: look.id, before: before ?? null }] })
    looks.value = put(looks.value, look)
  }

  async function changeEgg(egg: EggRecord, label: string): Promise<void> {
    const before = eggs.value.find((item) => item.id === egg.id)
    await repository.saveEgg(egg)
    await writeStep({ label, eggId: egg.id, eggs: [{ id: egg.id, before: before ?? null }], looks: [] })
    eggs.value = put(eggs.value, egg)
  }

  /** Takes the last step back. @returns what was undone, or null when there was nothing */
  async function undo(): Promise<JournalEntry | null> {
    const entry = journal.value.at(-1)
    if (!entry) return null
    for (const { id, before } of entry.looks) {
      if (before) await repository.saveLook(before)
      else await repository.removeLook(id)
    }
    for (const { before } of entry.eggs) if (before) await repository.saveEgg(before)
    const rest = journal.value.slice(0, -1)
    await repository.saveJournal(rest)
    for (const { id, before } of entry.looks) {
      if (before) looks.value = put(looks.value, before)
      else looks.value = looks.value.filter((look) => look.id !== id)
    }
    for (const { before } of entry.eggs) if (before) eggs.value = put(eggs.value, before)
    journal.value = rest
    return entry
  }

  /** A set with its eggs, and looks of earlier days, which cannot be undone. */
  async function addSet(set: SetRecord, newEggs: EggRecord[]): Promise<void> {
    for (const egg of newEggs) await repository.saveEgg(egg)
    await repository.saveSet(set)
    for (const egg of newEggs) eggs.value = put(eggs.value, egg)
    sets.value = put(sets.value, set)
  }

  async function addEarlierLook(look: LookRecord, photo: Blob): Promise<void> {
    await repository.saveLook(look, photo)
    looks.value = put(looks.value, look)
  }

  function records(): HatcheryRecords {
    return {
      format: 'perlumen-records', version: RECORDS_VERSION, exportedAt: new Date().toISOString(),
      sets: sets.value, eggs: eggs.value, looks: looks.value,
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
    repository, sets, eggs, looks, journal, loaded, eggsBySet, looksByEgg,
    load, setById, addLook, changeLook, changeEgg, undo, addSet, addEarlierLook, records, bundle, replaceWith, wipe,
  }
})
