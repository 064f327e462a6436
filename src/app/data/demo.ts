import { defineStore } from 'pinia'
import { ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { hatcheryRecordOf, newHatchery, type HatcheryRecord } from '../../contracts/hatchery-record.ts'
import type { Incubator } from '../../contracts/incubator-record.ts'
import { FRESH } from '../../contracts/stamp.ts'
import type { LookRecord } from '../../contracts/look-record.ts'
import { eggOf, newEgg, withEvents, type Egg, type EggEvent } from '../../contracts/egg-record.ts'
import { type EggSet } from '../../contracts/set-record.ts'
import { newTray, type Tray } from '../../contracts/tray-record.ts'
import { freshMassG } from '../../core/intake/egg-figures.ts'
import {
  DEMO_BASKETS,
  DEMO_HATCHERY_NAME,
  DEMO_INCUBATORS,
  DEMO_PAST,
  demoEgg,
  demoWeightG,
  type DemoBasket,
  type DemoPastSet,
} from '../../core/simulate/demo-hatchery.ts'
import { shapesOf } from '../../core/measure/reading.ts'
import { takeShot } from '../../core/simulate/shot.ts'
import { SPECIES } from '../../core/species/species.ts'
import { addDays, localDateOf } from '../../core/time/local-date.ts'
import { EggWorkerClient } from '../../workers/client.ts'
import { lookFrom } from '../../domain/look-from.ts'
import { demoAirOf, incubatorIdOf, setAtOf, setIdOf } from './demo-air.ts'
import { demoPastSet, pastSetIdOf } from './demo-past.ts'
import { deviceZone, useHatcheryStore } from './hatchery.ts'
import type { Picture } from './picture-writes.ts'

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS
const PIP_TO_OUT_HOURS = 11
/** Earlier looks are small pictures, so that the demo is ready soon. */
const EARLIER_SIDE_PX = 480
const FORGOTTEN = 3
/** Setting that keeps when the demo was opened: its dates hang on it. */
const OPENED = 'demo-opened'

/**
 * Fills an empty app with the made-up hatchery. Earlier looks are photographed by the simulator and measured by
 * the same worker code as any other picture; they arrive one by one.
 */
export const useDemoStore = defineStore('demo', () => {
  const progress = ref<{ done: number; total: number } | null>(null)
  let filling = false

  /** Adds the baskets that are not there yet; goes on where a reload interrupted it. */
  async function fill(nowMs: number): Promise<void> {
    const hatchery = useHatcheryStore()
    // The tab that is at work fills it.
    if (!hatchery.leads || filling) return
    filling = true
    try {
      await fillNow(nowMs)
    } finally {
      filling = false
    }
  }

  async function fillNow(nowMs: number): Promise<void> {
    const hatchery = useHatcheryStore()
    const openedMs = (await hatchery.repository.setting<number>(OPENED)) ?? nowMs
    await hatchery.repository.saveSetting(OPENED, openedMs)
    if (hatchery.sets.length === 0) {
      await hatchery.saveHatchery(demoHatchery())
      await hatchery.note({ incubators: demoIncubators() })
    }
    const missing = DEMO_BASKETS.filter((basket) => !hatchery.setById(setIdOf(basket)))
    const total = missing.reduce(
      (sum, basket) => sum + basket.earlierLooks.length * basket.rows * basket.columns,
      0,
    )
    progress.value = total > 0 ? { done: 0, total } : null
    const workers = [new EggWorkerClient(), new EggWorkerClient()]
    try {
      for (const basket of missing) await addBasket(workers, basket, openedMs)
      for (const past of DEMO_PAST.filter((one) => !hatchery.setById(pastSetIdOf(one))))
        await addPast(past, openedMs)
    } finally {
      for (const worker of workers) worker.release()
      progress.value = null
    }
  }

  /** A set comes in with all its earlier looks at once, so that none is asked for again meanwhile. */
  async function addBasket(
    workers: readonly EggWorkerClient[],
    basket: DemoBasket,
    openedMs: number,
  ): Promise<void> {
    const hatchery = useHatcheryStore()
    const tray = toTray(basket, openedMs)
    const set = toSet(basket, tray, openedMs)
    const eggs = toEggs(basket, set, openedMs)
    const taken: Array<{ look: LookRecord; picture: Picture }> = []
    await Promise.all(
      workers.map(async (worker, turn) => {
        // Looks at one egg follow on each other; eggs do not.
        for (const egg of eggs.filter((_, i) => i % workers.length === turn)) {
          for (const ageDays of basket.earlierLooks) {
            const earlier = taken.map((item) => item.look).filter((look) => look.eggId === egg.id)
            const one = await lookBack(worker, { basket, set, egg, ageDays, earlier })
            if (one) taken.push(one)
            if (progress.value) progress.value = { ...progress.value, done: progress.value.done + 1 }
          }
        }
      }),
    )
    if (!(await isStillWanted(openedMs))) return
    await hatchery.addSet(
      { trays: [tray], set, eggs, ...demoAirOf(basket, hatchery.probes, openedMs) },
      taken,
    )
  }

  async function addPast(past: DemoPastSet, openedMs: number): Promise<void> {
    if (await isStillWanted(openedMs))
      await useHatcheryStore().addSet(demoPastSet(past, { openedMs, zone: deviceZone() }), [])
  }

  /** The records may have been erased or replaced meanwhile: then the demo is no longer wanted; or another tab leads. */
  async function isStillWanted(openedMs: number): Promise<boolean> {
    const hatchery = useHatcheryStore()
    return hatchery.leads && (await hatchery.repository.setting<number>(OPENED)) === openedMs
  }

  /**
   * Wanted by an app whose demo was interrupted, and by a new one where the server offers it; not once the
   * records were erased or replaced.
   */
  async function isWanted(offered: boolean): Promise<boolean> {
    const hatchery = useHatcheryStore()
    const opened = await hatchery.repository.setting<number>(OPENED)
    const ids = [...DEMO_BASKETS.map(setIdOf), ...DEMO_PAST.map(pastSetIdOf)]
    if (opened !== null) return ids.some((id) => !hatchery.setById(id))
    return offered && hatchery.sets.length === 0 && !(await hatchery.repository.setting<boolean>('erased'))
  }

  return { progress, fill, isWanted }
})

interface LookBack {
  basket: DemoBasket
  set: EggSet
  egg: Egg
  ageDays: number
  earlier: LookRecord[]
}

async function lookBack(
  worker: EggWorkerClient,
  { basket, set, egg, ageDays, earlier }: LookBack,
): Promise<{ look: LookRecord; picture: Picture } | null> {
  const shot = takeShot(`earlier/${egg.id}/${ageDays}`, {
    widthPx: EARLIER_SIDE_PX,
    heightPx: EARLIER_SIDE_PX,
  })
  const photo = await worker.render({ egg: demoEgg(basket, egg.number), ageDays, shot })
  const measured = await worker.measure(photo, { species: set.species })
  const takenAt = new Date(Date.parse(set.setAt) + ageDays * DAY_MS).toISOString()
  const reading = measured.reading.kind === 'eggs' ? measured.reading.eggs[0] : undefined
  if (!reading) return null
  const look = lookFrom(
    { set, egg, measured, reading, photoType: photo.type, takenAt, source: 'demo', replaces: null, earlier },
    () => uuid(),
  )
  return {
    look: { ...look, own: { grade: look.verdict.grade, at: takenAt, by: 'key' } },
    picture: { photo, shapes: [{ id: look.id, ...shapesOf(reading) }] },
  }
}

function demoHatchery(): HatcheryRecord {
  return { ...hatcheryRecordOf(newHatchery(deviceZone())), name: DEMO_HATCHERY_NAME, brooders: 2 }
}

function demoIncubators(): Incubator[] {
  return DEMO_INCUBATORS.map(({ key, ...incubator }) => ({
    ...incubator,
    id: incubatorIdOf(key),
    stamp: FRESH,
    roundsADay: 2,
    waterHours: 24,
    kind: key === 'hatcher' ? 'hatcher' : 'incubator',
  }))
}

function toTray(basket: DemoBasket, nowMs: number): Tray {
  return newTray(
    {
      id: `${setIdOf(basket)}-tray`,
      name: 'Tray 1',
      incubatorId: incubatorIdOf(basket.incubator),
      rows: basket.rows,
      columns: basket.columns,
    },
    { at: setAtOf(basket, nowMs) },
  )
}

function toSet(basket: DemoBasket, tray: Tray, nowMs: number): EggSet {
  const id = setIdOf(basket)
  const setAt = setAtOf(basket, nowMs)
  return {
    id,
    stamp: FRESH,
    name: basket.setName,
    species: basket.species,
    breed: basket.breed,
    shell: basket.shell,
    setAt,
    plan: {
      school: 'weekly',
      ownDays: [],
      dayCount: 'elapsed',
      turningStop: 'usual',
      incubationDays: null,
      delayHours: 0,
      turnsADay: basket.incubator === 'cabinet' ? null : 3,
    },
    trayIds: [tray.id],
    trays: [tray],
    batches: [
      {
        id: `${id}-batch`,
        source: 'own hens',
        breed: basket.breed,
        shell: basket.shell,
        posted: false,
        turnedInStorage: true,
      },
    ],
    policy: 'second-look',
    done: basket.done.map((key) => ({ key, at: doneAt(key, basket, setAt) })),
    temperatures: [],
    notes: basket.notes,
    counted: [],
    standInBasket: basket.key,
  }
}

/** When a step of the plan was ticked: lockdown when it was due, the others on the day of setting. */
function doneAt(key: string, { species }: DemoBasket, setAt: string): string {
  if (key !== 'lockdown' && key !== 'stop-turning') return setAt
  return new Date(Date.parse(setAt) + SPECIES[species].stopTurningDay * DAY_MS).toISOString()
}

/** Weighed and calipered when they came in, laid over the six days before they were set. */
function toEggs(basket: DemoBasket, set: EggSet, openedMs: number): Egg[] {
  const count = basket.rows * basket.columns
  const setOn = localDateOf(Date.parse(set.setAt), deviceZone())
  const hatching = hatchingOf(basket, openedMs)
  return Array.from({ length: count }, (_, i) => {
    const model = demoEgg(basket, i + 1)
    const { lengthMm, breadthMm } = model
    const size = { lengthMm: Number(lengthMm.toFixed(1)), breadthMm: Number(breadthMm.toFixed(1)) }
    const egg = newEgg(
      {
        id: `${set.id}-${i + 1}`,
        setId: set.id,
        number: i + 1,
        place: { trayId: set.trays[0]!.id, row: Math.floor(i / basket.columns), column: i % basket.columns },
        ...size,
        weightG: Number(freshMassG(size).toFixed(1)),
        batchId: set.batches[0]!.id,
        laidOn: addDays(setOn, -6 + Math.floor((6 * i) / count)),
      },
      { at: set.setAt },
    )
    const weighed = basket.weighings.map((ageDays, k): EggEvent => ({
      id: `weighed-${k + 1}`,
      at: new Date(Date.parse(set.setAt) + ageDays * DAY_MS).toISOString(),
      device: null,
      kind: 'weighed',
      weightG: demoWeightG(model, size, ageDays),
    }))
    // Three were forgotten the second time.
    const kept = i < FORGOTTEN ? weighed.filter((_, k) => k !== 1) : weighed
    return eggOf(withEvents(egg, [...kept, ...(hatching.get(i + 1) ?? [])]))
  })
}

/** Pips and chicks so far, of the living eggs in their order, by number. */
function hatchingOf(basket: DemoBasket, openedMs: number): Map<number, EggEvent[]> {
  const { outHours = [], pippedHours = [] } = basket.hatching ?? {}
  const living = Array.from({ length: basket.rows * basket.columns }, (_, i) => i + 1).filter(
    (number) => demoEgg(basket, number).fate.kind === 'developing',
  )
  const told = (id: string, hoursAgo: number): Pick<EggEvent, 'id' | 'at' | 'device'> => ({
    id,
    at: new Date(openedMs - hoursAgo * HOUR_MS).toISOString(),
    device: null,
  })
  const pip = (hoursAgo: number): EggEvent => ({ ...told('pip-1', hoursAgo), kind: 'pipped', shell: true })
  return new Map(
    living.flatMap((number, i): Array<[number, EggEvent[]]> => {
      const out = outHours[i]
      if (out !== undefined)
        return [[number, [pip(out + PIP_TO_OUT_HOURS), { ...told('out-1', out), kind: 'out' }]]]
      const pipped = pippedHours[i - outHours.length]
      return pipped === undefined ? [] : [[number, [pip(pipped)]]]
    }),
  )
}
