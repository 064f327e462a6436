import { computed, shallowRef } from 'vue'
import type { LookRecord } from '../../contracts/look-record.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import { inCandlingOrder } from '../../core/tray/layout.ts'
import type { JournalEntry } from '../../contracts/journal-entry.ts'

/** Records that one step changes; each takes the place of the one with its id. */
export interface Changes {
  sets?: readonly SetRecord[]
  eggs?: readonly EggRecord[]
  looks?: readonly LookRecord[]
}

/** The sets, eggs and looks that the screen shows, and what follows from them. Nothing here writes to disk. */
export function shownRecords() {
  const sets = shallowRef<SetRecord[]>([])
  const eggs = shallowRef<EggRecord[]>([])
  const looks = shallowRef<LookRecord[]>([])

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

  /** @param gone - ids of records of any kind that are no more */
  function show(
    { sets: s = [], eggs: e = [], looks: l = [] }: Changes,
    gone: ReadonlySet<string> = new Set(),
  ): void {
    const left = <T extends { id: string }>(list: T[]): T[] =>
      gone.size > 0 ? list.filter(({ id }) => !gone.has(id)) : list
    if (s.length + gone.size > 0) sets.value = putAll(left(sets.value), s)
    if (e.length + gone.size > 0) eggs.value = putAll(left(eggs.value), e)
    if (l.length + gone.size > 0) looks.value = putAll(left(looks.value), l)
  }

  /** What stands where the changes will: what undoing them brings back. */
  function before(changes: Changes): Pick<JournalEntry, 'sets' | 'eggs' | 'looks'> {
    return {
      sets: asShown(sets.value, changes.sets),
      eggs: asShown(eggs.value, changes.eggs),
      looks: asShown(looks.value, changes.looks),
    }
  }

  return { sets, eggs, looks, allEggsBySet, eggsBySet, looksByEgg, show, before }
}

function asShown<T extends { id: string }>(
  now: readonly T[],
  changed: readonly T[] = [],
): Array<{ id: string; before: T | null }> {
  const byId = new Map(now.map((item) => [item.id, item]))
  return changed.map(({ id }) => ({ id, before: byId.get(id) ?? null }))
}

/** The list with the records in place of those with their ids, or at the end. */
export function putAll<T extends { id: string }>(list: readonly T[], records: readonly T[]): T[] {
  const next = new Map(list.map((item) => [item.id, item]))
  for (const record of records) next.set(record.id, record)
  return [...next.values()]
}
