import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { EggRecord, LookRecord, SetRecord } from '../../contracts/records.ts'
import { DEMO_BASKETS, demoEgg, type DemoBasket } from '../../core/simulate/demo-hatchery.ts'
import { takeShot } from '../../core/simulate/shot.ts'
import { EggWorkerClient } from '../../workers/client.ts'
import { lookFrom } from '../composables/look-from.ts'
import { useHatcheryStore } from './hatchery.ts'

const DAY_MS = 86_400_000
/** Earlier looks are small pictures, so that the demo is ready soon. */
const EARLIER_SIDE_PX = 480
/** Setting that keeps when the demo was opened: its dates hang on it. */
const OPENED = 'demo-opened'

/**
 * Fills an empty app with the made-up hatchery. Earlier looks are photographed by the simulator and measured by
 * the same worker code as any other picture; they arrive one by one.
 */
export const useDemoStore = defineStore('demo', () => {
  const progress = ref<{ done: number; total: number } | null>(null)

  /** Adds the baskets that are not there yet; goes on where a reload interrupted it. */
  async function fill(nowMs: number): Promise<void> {
    const hatchery = useHatcheryStore()
    const openedMs = (await hatchery.repository.setting<number>(OPENED)) ?? nowMs
    await hatchery.repository.saveSetting(OPENED, openedMs)
    const missing = DEMO_BASKETS.filter((basket) => !hatchery.setById(setIdOf(basket)))
    const total = missing.reduce((sum, basket) => sum + basket.earlierLooks.length * basket.rows * basket.columns, 0)
    progress.value = total > 0 ? { done: 0, total } : null
    const worker = new EggWorkerClient()
    try {
      for (const basket of missing) await addBasket(worker, basket, openedMs)
    } finally {
      worker.release()
      progress.value = null
    }
  }

  /** A set comes in with all its earlier looks at once, so that none is asked for again meanwhile. */
  async function addBasket(worker: EggWorkerClient, basket: DemoBasket, openedMs: number): Promise<void> {
    const hatchery = useHatcheryStore()
    const set = toSet(basket, openedMs)
    const eggs = toEggs(basket, set)
    const taken: Array<{ look: LookRecord; photo: Blob }> = []
    for (const ageDays of basket.earlierLooks) {
      for (const egg of eggs) {
        const earlier = taken.map((item) => item.look).filter((look) => look.eggId === egg.id)
        const one = await lookBack(worker, basket, set, egg, ageDays, earlier)
        if (one) taken.push(one)
        if (progress.value) progress.value = { ...progress.value, done: progress.value.done + 1 }
      }
    }
    // The records may have been erased or replaced meanwhile: then the demo is no longer wanted.
    if ((await hatchery.repository.setting<number>(OPENED)) !== openedMs) return
    for (const { look, photo } of taken) await hatchery.addEarlierLook(look, photo)
    await hatchery.addSet(set, eggs)
  }

  /**
   * Wanted by an app whose demo was interrupted, and by a new one where the server offers it; not once the
   * records were erased or replaced.
   */
  async function isWanted(offered: boolean): Promise<boolean> {
    const hatchery = useHatcheryStore()
    const opened = await hatchery.repository.setting<number>(OPENED)
    if (opened !== null) return DEMO_BASKETS.some((basket) => !hatchery.setById(setIdOf(basket)))
    return offered && hatchery.sets.length === 0 && !(await hatchery.repository.setting<boolean>('erased'))
  }

  return { progress, fill, isWanted }
})

async function lookBack(
  worker: EggWorkerClient, basket: DemoBasket, set: SetRecord, egg: EggRecord, ageDays: number, earlier: LookRecord[],
): Promise<{ look: LookRecord; photo: Blob } | null> {
  const shot = takeShot(`earlier/${egg.id}/${ageDays}`, { widthPx: EARLIER_SIDE_PX, heightPx: EARLIER_SIDE_PX })
  const photo = await worker.render(demoEgg(basket, egg.number), ageDays, shot)
  const measured = await worker.measure(photo, set.species)
  const takenAt = new Date(Date.parse(set.setAt) + ageDays * DAY_MS).toISOString()
  const look = lookFrom({ set, egg, measured, photo, takenAt, source: 'demo', earlier })
  return look && { look: { ...look, own: { grade: look.verdict.grade, at: takenAt } }, photo }
}

function setIdOf(basket: DemoBasket): string {
  return `demo-${basket.key}`
}

function toSet(basket: DemoBasket, nowMs: number): SetRecord {
  return {
    id: setIdOf(basket), name: basket.setName, species: basket.species, breed: basket.breed, shell: basket.shell,
    setAt: new Date(nowMs - basket.ageDays * DAY_MS).toISOString(),
    tray: { name: 'Tray 1', rows: basket.rows, columns: basket.columns },
    policy: 'second-look', candlingDays: [...basket.candlingDays], notes: basket.notes, standInBasket: basket.key,
  }
}

function toEggs(basket: DemoBasket, set: SetRecord): EggRecord[] {
  return Array.from({ length: basket.rows * basket.columns }, (_, i) => ({
    id: `${set.id}-${i + 1}`, setId: set.id, number: i + 1,
    row: Math.floor(i / basket.columns), column: i % basket.columns, removed: null,
  }))
}
