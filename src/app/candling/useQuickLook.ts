import { computed, ref, shallowRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { v4 as uuid } from 'uuid'
import type { Egg } from '../../contracts/egg-record.ts'
import type { LookRecord } from '../../contracts/look-record.ts'
import { shapesOf, type EggReading } from '../../core/measure/reading.ts'
import { usualStage } from '../../core/incubation/timetable.ts'
import { candlingBegan, lookSince } from '../../domain/candling.ts'
import { lookFrom } from '../../domain/look-from.ts'
import { quickLook, type LoneEgg } from '../../domain/quick-look.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'

interface Taken {
  photo: Blob
  source: LookRecord['source']
  atMs: number
  widthPx: number
  heightPx: number
  eggs: EggReading[]
}

/** One egg, photographed and judged without a set; kept into one afterwards, or let go. */
export function useQuickLook() {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  /** What was said of the last one: the next is likely of the same kind. */
  const lone = useLocalStorage<LoneEgg>('perlumen-quick-look', {
    species: 'chicken',
    shell: 'tinted',
    ageDays: null,
  })
  const taken = shallowRef<Taken | null>(null)
  const which = ref(0)
  const measuring = ref(false)
  const problem = ref('')
  /** Where it was kept. */
  const kept = shallowRef<{ setId: string; name: string } | null>(null)

  const seen = computed(() => {
    const now = taken.value
    const reading = now?.eggs[which.value]
    if (!now || !reading) return null
    const look = quickLook(
      lone.value,
      { reading, measured: now, photoType: now.photo.type || 'image/jpeg', source: now.source },
      { hatchery: hatchery.hatchery, nowMs: now.atMs, newId: () => uuid() },
    )
    return { ...look, held: { photo: now.photo, shapes: { id: look.look.id, ...shapesOf(reading) } } }
  })

  async function photograph(photo: Blob, source: LookRecord['source']): Promise<void> {
    if (measuring.value) return
    measuring.value = true
    problem.value = ''
    try {
      const { species, ageDays } = lone.value
      const stage = ageDays === null ? undefined : usualStage(species, ageDays)
      const measured = await devices.workers.measure(photo, {
        species,
        stage,
        keepLongSidePx: hatchery.hatchery.photoLongSidePx,
      })
      const { reading, widthPx, heightPx } = measured
      if (reading.kind === 'rejected') throw new Error(reading.rejection.message)
      letGo()
      taken.value = { photo: measured.photo, source, atMs: Date.now(), widthPx, heightPx, eggs: reading.eggs }
    } catch (error) {
      problem.value = (error as Error).message
    } finally {
      measuring.value = false
    }
  }

  function letGo(): void {
    taken.value = null
    which.value = 0
    kept.value = null
    made = null
  }

  /** Keeps the picture as a look at an egg of a set; what was photographed of it at this candling is replaced. */
  async function keepIn(egg: Egg): Promise<void> {
    const now = taken.value
    const reading = now?.eggs[which.value]
    const set = hatchery.setById(egg.setId)
    if (!now || !reading || !set) return
    const all = hatchery.looksByEgg.get(egg.id) ?? []
    const replaces = lookSince(all, candlingBegan(set, hatchery.hatchery, now.atMs)) ?? null
    const look = lookFrom(
      {
        set,
        timeline: timelineOf(set, hatchery.hatchery),
        egg,
        measured: now,
        reading,
        photoType: now.photo.type || 'image/jpeg',
        takenAt: new Date(now.atMs).toISOString(),
        source: now.source,
        replaces,
        earlier: all.filter(({ id }) => id !== replaces?.id),
        learnt: hatchery.learnt,
      },
      () => uuid(),
    )
    await hatchery.addLook(
      look,
      { photo: now.photo, shapes: [{ id: look.id, ...shapesOf(reading) }] },
      replaces,
    )
    kept.value = { setId: set.id, name: set.name }
  }

  let made: Egg | null = null
  /** Makes a set of this one egg, and keeps the picture in it. */
  async function keepInNew(): Promise<void> {
    const now = seen.value
    if (!now) return
    if (!made) {
      const { set, egg } = now
      await hatchery.commit('set of one egg', null, { trays: set.trays, sets: [set], eggs: [egg] })
      made = egg
    }
    // Where this does not work the set is there, and the next try goes into it.
    await keepIn(made)
  }

  return { lone, taken, which, seen, measuring, problem, kept, photograph, letGo, keepIn, keepInNew }
}
