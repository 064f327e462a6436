import { computed, shallowRef } from 'vue'
import type { LookRecord } from '../../contracts/look-record.ts'
import type { Egg } from '../../contracts/egg-record.ts'
import type { SetRecord } from '../../contracts/set-record.ts'
import { inCandlingOrder } from '../../core/tray/layout.ts'
import type { Stamp } from '../../contracts/stamp.ts'
import { eggsOf, type Standing, type Written } from '../../domain/steps.ts'

/** The sets, eggs and looks that the screen shows, and what follows from them. Nothing here writes to disk. */
export function shownRecords() {
  const sets = shallowRef<SetRecord[]>([])
  const eggs = shallowRef<Egg[]>([])
  const looks = shallowRef<LookRecord[]>([])

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
  const standing: Standing = {
    set: (id) => setsById.value.get(id),
    egg: (id) => eggsById.value.get(id),
    look: (id) => looksById.value.get(id),
  }

  /** Shows what was written; what is gone is shown no more. */
  function show(written: Written): void {
    if (written.sets.length > 0) sets.value = putAll(sets.value, written.sets)
    if (written.eggs.length > 0) eggs.value = putAll(eggs.value, eggsOf(written.eggs))
    if (written.looks.length > 0) looks.value = putAll(looks.value, written.looks)
  }

  return { sets, eggs, looks, allEggsBySet, eggsBySet, looksByEgg, standing, show }
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
