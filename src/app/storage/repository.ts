import localforage from 'localforage'
import { hatcheryRecordSchema, type HatcheryRecord } from '../../contracts/hatchery-record.ts'
import { lookRecordSchema, type LookRecord } from '../../contracts/look-record.ts'
import { hatcherySchema, RECORDS_VERSION, type HatcheryRecords } from '../../contracts/records.ts'
import { upgradeRecords } from '../../contracts/upgrade.ts'
import { sessionRecordSchema, type SessionRecord } from '../../contracts/session-record.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import type { Bundle } from '../../contracts/bundle.ts'
import { flushToDisk } from './flush.ts'

/** How a record was before a step; null for what did not exist. */
interface Before<T> {
  id: string
  before: T | null
}

/** One step that can be taken back. */
export interface JournalEntry {
  /** Counts up; the newest step is taken back first. */
  number: number
  label: string
  /** The egg at hand, where the step was about one. */
  eggId: string | null
  sets: Array<Before<SetRecord>>
  eggs: Array<Before<EggRecord>>
  looks: Array<Before<LookRecord>>
}

export const KEPT_STEPS = 60
const HATCHERY_KEY = 'hatchery'

function table(storeName: string): LocalForage {
  return localforage.createInstance({ name: 'perlumen', storeName, driver: localforage.INDEXEDDB })
}

/**
 * The hatchery's records in this browser. What a later start could not read is refused. Each write is done when its
 * promise resolves, and safe from a flat battery after {@link Repository.flush}; only then may it be called saved.
 */
export class Repository {
  private readonly sets = table('sets')
  private readonly eggs = table('eggs')
  private readonly looks = table('looks')
  private readonly photos = table('photos')
  private readonly meta = table('meta')
  private readonly steps = table('journal')
  private readonly sessions = table('sessions')

  /** @param zone - of this device, for a hatchery that nobody has described yet */
  async load(zone: string): Promise<HatcheryRecords> {
    const records = {
      format: 'perlumen-records', version: RECORDS_VERSION, exportedAt: new Date().toISOString(),
      hatchery: (await this.setting<HatcheryRecord>(HATCHERY_KEY)) ?? undefined,
      sets: await all(this.sets), eggs: await all(this.eggs), looks: await all(this.looks), sessions: await all(this.sessions),
    }
    return hatcherySchema.parse(upgradeRecords(records, zone))
  }

  async saveHatchery(hatchery: HatcheryRecord): Promise<void> {
    await this.saveSetting(HATCHERY_KEY, hatcheryRecordSchema.parse(hatchery))
  }

  /** Goes before its look: a look without its picture would be worse than a picture without its look. */
  async savePhoto(look: LookRecord, photo: Blob): Promise<void> {
    await this.photos.setItem(look.photo.id, photo)
  }

  async saveLook(look: LookRecord): Promise<void> {
    await this.looks.setItem(look.id, lookRecordSchema.parse(look))
  }

  async saveEgg(egg: EggRecord): Promise<void> {
    await this.eggs.setItem(egg.id, structuredClone(egg))
  }

  async saveSet(set: SetRecord): Promise<void> {
    await this.sets.setItem(set.id, structuredClone(set))
  }

  async removeLook(id: string): Promise<void> {
    await this.looks.removeItem(id)
  }

  async removeEgg(id: string): Promise<void> {
    await this.eggs.removeItem(id)
  }

  async removeSet(id: string): Promise<void> {
    await this.sets.removeItem(id)
  }

  async saveSession(session: SessionRecord): Promise<void> {
    await this.sessions.setItem(session.id, sessionRecordSchema.parse(session))
  }

  async flush(): Promise<void> {
    await flushToDisk()
  }

  async photo(id: string): Promise<Blob | null> {
    return this.photos.getItem<Blob>(id)
  }

  /** Oldest first. Steps of older versions, kept as one list, are about records of another shape and are not read. */
  async journal(): Promise<JournalEntry[]> {
    const entries = (await all(this.steps)) as JournalEntry[]
    return entries.sort((a, b) => a.number - b.number)
  }

  /** One record a step, so that a step costs the same however many went before. */
  async addStep(entry: JournalEntry): Promise<void> {
    await this.steps.setItem(String(entry.number), structuredClone(entry))
    await this.steps.removeItem(String(entry.number - KEPT_STEPS))
  }

  async removeStep({ number }: JournalEntry): Promise<void> {
    await this.steps.removeItem(String(number))
  }

  async setting<T>(key: string): Promise<T | null> {
    return this.meta.getItem<T>(`setting/${key}`)
  }

  async saveSetting(key: string, value: unknown): Promise<void> {
    await this.meta.setItem(`setting/${key}`, value)
  }

  async wipe(): Promise<void> {
    await Promise.all([this.looks, this.eggs, this.sets, this.photos, this.meta, this.steps, this.sessions].map((store) => store.clear()))
    await this.saveSetting('erased', true)
  }

  /** Puts a checked bundle in place of everything here. Photographs go in beside the old ones before those go. */
  async replaceWith({ records, photos }: Bundle): Promise<void> {
    const types = new Map(records.looks.map((look) => [look.photo.id, look.photo.type]))
    for (const [id, bytes] of photos) {
      await this.photos.setItem(id, new Blob([bytes as Uint8Array<ArrayBuffer>], { type: types.get(id) ?? 'image/jpeg' }))
    }
    await Promise.all([this.looks, this.eggs, this.sets, this.meta, this.steps, this.sessions].map((store) => store.clear()))
    await this.saveSetting('erased', true)
    await this.saveHatchery(records.hatchery)
    for (const set of records.sets) await this.saveSet(set)
    for (const egg of records.eggs) await this.saveEgg(egg)
    for (const look of records.looks) await this.saveLook(look)
    for (const session of records.sessions) await this.saveSession(session)
    for (const id of await this.photos.keys()) if (!photos.has(id)) await this.photos.removeItem(id)
  }
}

async function all(store: LocalForage): Promise<unknown[]> {
  const items: unknown[] = []
  await store.iterate((value) => {
    items.push(value)
  })
  return items
}
