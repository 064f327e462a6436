import { defineStore } from 'pinia'
import { onScopeDispose, ref, shallowRef } from 'vue'
import type { Bundle } from '../../contracts/bundle.ts'
import { newHatchery, type HatcheryRecord } from '../../contracts/hatchery-record.ts'
import type { LookRecord } from '../../contracts/look-record.ts'
import { RECORDS_VERSION, type HatcheryRecords } from '../../contracts/records.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import type { SessionRecord } from '../../contracts/session-record.ts'
import { KEPT_STEPS, Repository, type JournalEntry } from '../storage/repository.ts'
import { leadAmongTabs } from '../storage/tab-lead.ts'
import { putAll, shownRecords, type Changes } from './shown-records.ts'

/** What one tab tells the others when it has written. */
type TabNews =
  | { kind: 'changed'; put: Changes; goneIds: string[]; journal: JournalEntry[] }
  | { kind: 'session'; session: SessionRecord }
  | { kind: 'reload' }

/** Records of the hatchery as they are on disk. Every action awaits its write before the screen shows it. */
export const useHatcheryStore = defineStore('hatchery', () => {
  const repository = new Repository()
  const hatchery = shallowRef<HatcheryRecord>(newHatchery(deviceZone()))
  const shown = shownRecords()
  const { sets, eggs, looks, show } = shown
  const sessions = shallowRef<SessionRecord[]>([])
  const journal = shallowRef<JournalEntry[]>([])
  const loaded = ref(false)
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel('perlumen-records') : null
  channel?.addEventListener('message', (event: MessageEvent<TabNews>) => void follow(event.data))
  // What another tab wrote while this one followed may have missed it: read all anew before leading.
  const { leads, decided, take: takeLead, release } = leadAmongTabs(async () => {
    if (loaded.value) await load()
  })
  onScopeDispose(() => {
    release()
    channel?.close()
  })

  async function load(): Promise<void> {
    await decided
    const records = await repository.load(deviceZone())
    hatchery.value = records.hatchery
    sets.value = records.sets.sort((a, b) => b.setAt.localeCompare(a.setAt))
    eggs.value = records.eggs
    looks.value = records.looks
    sessions.value = records.sessions
    journal.value = await repository.journal()
    loaded.value = true
  }

  /** Brings what the leading tab wrote to this one's screen. */
  async function follow(news: TabNews): Promise<void> {
    if (!loaded.value) return
    if (news.kind === 'reload') return load()
    if (news.kind === 'session') {
      sessions.value = putAll(sessions.value, [news.session])
      return
    }
    show(news.put, new Set(news.goneIds))
    journal.value = news.journal
  }

  function tell(news: TabNews): void {
    channel?.postMessage(news)
  }

  /** @throws Error in a tab that only follows: two tabs must not write over each other */
  function mustLead(): void {
    if (!leads.value) throw new Error('Another tab of this browser is at work on the records. Take over here first, or go on there.')
  }

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

  /** Changes one look from how it stands when its turn comes: the film of an egg may be read while it is judged. */
  function changeLook(label: string, id: string, change: (now: LookRecord) => LookRecord): Promise<void> {
    return inTurn(async () => {
      const now = looks.value.find((look) => look.id === id)
      if (now) await commitNow(label, now.eggId, { looks: [change(now)] })
    })
  }

  async function commitNow(label: string, eggId: string | null, changes: Changes): Promise<void> {
    mustLead()
    const entry: JournalEntry = {
      number: (journal.value.at(-1)?.number ?? 0) + 1, label, eggId, ...shown.before(changes),
    }
    await Promise.all([
      ...(changes.sets ?? []).map((set) => repository.saveSet(set)),
      ...(changes.eggs ?? []).map((egg) => repository.saveEgg(egg)),
      ...(changes.looks ?? []).map((look) => repository.saveLook(look)),
    ])
    await repository.addStep(entry)
    await repository.flush()
    journal.value = [...journal.value, entry].slice(-KEPT_STEPS)
    show(changes)
    tell({ kind: 'changed', put: changes, goneIds: [], journal: journal.value })
  }

  /** A new look; with `replaces` it takes the place of an earlier picture of the same candling. */
  async function addLook(look: LookRecord, photo: Blob, replaces: LookRecord | null): Promise<void> {
    mustLead()
    await repository.savePhoto(look, photo)
    await commit(replaces ? 'retake' : 'photograph', look.eggId, { looks: replaces ? [look, { ...replaces, replaced: true }] : [look] })
  }

  /** Looks at several eggs in one photograph, as one step. @param replaced - earlier pictures that they take the place of */
  async function addLooks(added: readonly LookRecord[], photo: Blob, replaced: readonly LookRecord[]): Promise<void> {
    if (!added[0]) return
    mustLead()
    await repository.savePhoto(added[0], photo)
    await commit('photograph', added[0].eggId, { looks: [...added, ...replaced.map((look) => ({ ...look, replaced: true }))] })
  }

  /** A look with something added that nobody decided, so that it is no step of its own. */
  function amendLook(id: string, change: (now: LookRecord) => LookRecord): Promise<void> {
    return inTurn(async () => {
      mustLead()
      const now = looks.value.find((look) => look.id === id)
      if (!now) return
      const look = change(now)
      await repository.saveLook(look)
      show({ looks: [look] })
      tell({ kind: 'changed', put: { looks: [look] }, goneIds: [], journal: journal.value })
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
    const earlierLooks = entry.looks.map(({ id, before: look }) => ({ id, before: look && withFilmOf(look, looks.value.find((now) => now.id === id)) }))
    for (const { id, before: look } of earlierLooks) await (look ? repository.saveLook(look) : repository.removeLook(id))
    for (const { id, before: egg } of entry.eggs) await (egg ? repository.saveEgg(egg) : repository.removeEgg(id))
    for (const { id, before: set } of entry.sets) await (set ? repository.saveSet(set) : repository.removeSet(id))
    await repository.removeStep(entry)
    await repository.flush()
    const as = <T>(steps: ReadonlyArray<{ before: T | null }>): T[] => steps.flatMap(({ before: old }) => old ?? [])
    const put: Changes = { sets: as(entry.sets), eggs: as(entry.eggs), looks: as(earlierLooks) }
    const goneIds = [...entry.sets, ...entry.eggs, ...entry.looks].filter((step) => step.before === null).map(({ id }) => id)
    journal.value = journal.value.slice(0, -1)
    show(put, new Set(goneIds))
    tell({ kind: 'changed', put, goneIds, journal: journal.value })
    return entry
  }

  /** The place’s own habits; a later plan starts from them. */
  async function saveHatchery(next: HatcheryRecord): Promise<void> {
    mustLead()
    await repository.saveHatchery(next)
    hatchery.value = next
    tell({ kind: 'reload' })
  }

  /** Where a candling stands; not a step of its own, so undo leaves it alone. */
  function saveSession(session: SessionRecord): Promise<void> {
    return inTurn(async () => {
      mustLead()
      await saveSessionNow(session)
    })
  }

  /** Changes a session from how it stands when its turn comes, so that two changes at once both hold. */
  async function changeSession(id: string, change: (now: SessionRecord) => SessionRecord): Promise<void> {
    await inTurn(async () => {
      mustLead()
      const now = sessions.value.find((session) => session.id === id)
      if (now) await saveSessionNow(change(now))
    })
  }

  async function saveSessionNow(session: SessionRecord): Promise<void> {
    await repository.saveSession(session)
    sessions.value = putAll(sessions.value, [session])
    tell({ kind: 'session', session })
  }

  /** The candling of a set that is under way. */
  function openSession(setId: string): SessionRecord | undefined {
    return sessions.value.find((session) => session.setId === setId && session.endedAt === null)
  }

  /** A set with its eggs and looks of earlier days, which cannot be undone. */
  async function addSet(set: SetRecord, newEggs: EggRecord[], earlier: ReadonlyArray<{ look: LookRecord; photo: Blob }>): Promise<void> {
    mustLead()
    for (const { look, photo } of earlier) {
      await repository.savePhoto(look, photo)
      await repository.saveLook(look)
    }
    for (const egg of newEggs) await repository.saveEgg(egg)
    await repository.saveSet(set)
    show({ sets: [set], eggs: newEggs, looks: earlier.map(({ look }) => look) })
    tell({ kind: 'reload' })
  }

  function records(): HatcheryRecords {
    return {
      format: 'perlumen-records', version: RECORDS_VERSION, exportedAt: new Date().toISOString(),
      hatchery: hatchery.value, sets: sets.value, eggs: eggs.value, looks: looks.value, sessions: sessions.value,
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
    mustLead()
    await repository.replaceWith(next)
    await load()
    tell({ kind: 'reload' })
  }

  async function wipe(): Promise<void> {
    mustLead()
    await repository.wipe()
    await load()
    tell({ kind: 'reload' })
  }

  return {
    repository, hatchery, sets, eggs, looks, sessions, journal, loaded, leads, takeLead, saveSession, changeSession, openSession,
    allEggsBySet: shown.allEggsBySet, eggsBySet: shown.eggsBySet, looksByEgg: shown.looksByEgg, learnt: shown.learnt, load, setById, commit, changeLook, addLook, addLooks, amendLook, undo, saveHatchery, addSet, records, bundle, replaceWith, wipe,
  }
})

/** What a film showed was no step, and is not taken back with one. */
function withFilmOf(look: LookRecord, now: LookRecord | undefined): LookRecord {
  return now?.movement && !look.movement ? { ...look, movement: now.movement, verdict: now.verdict } : look
}

export function deviceZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}
