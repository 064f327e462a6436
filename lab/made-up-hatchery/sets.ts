import type { HatcheryRecord } from '../../src/contracts/records/hatchery-record.ts'
import { hatcheryRecordOf, newHatchery } from '../../src/contracts/records/hatchery-record.ts'
import type { Incubator } from '../../src/contracts/records/incubator-record.ts'
import { type EggEvent } from '../../src/contracts/records/egg-record.ts'
import { newEgg, withEvents } from '../../src/contracts/records/egg-state.ts'
import { eggOf, type Egg } from '../../src/contracts/records/egg-state.ts'
import type { EggSet } from '../../src/contracts/records/set-record.ts'
import { FRESH } from '../../src/contracts/records/stamp.ts'
import { newTray, type Tray } from '../../src/contracts/records/tray-record.ts'
import { freshMassG } from '../../src/core/planning/intake/egg-figures.ts'
import {
  DEMO_HATCHERY_NAME,
  DEMO_INCUBATORS,
  demoEgg,
  demoWeightG,
  type DemoBasket,
} from '../../src/core/simulate/demo-hatchery.ts'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import { addDays, localDateOf, type Zone } from '../../src/core/time/local-date.ts'
import { HOUR_MS, DAY_MS } from '../../src/core/time/durations.ts'
import { incubatorIdOf, setAtOf, setIdOf } from './air.ts'
const PIP_TO_OUT_HOURS = 11
const FORGOTTEN = 3

export function hatcheryRecord(zone: Zone): HatcheryRecord {
  return { ...hatcheryRecordOf(newHatchery(zone)), name: DEMO_HATCHERY_NAME, brooders: 2 }
}

export function incubators(): Incubator[] {
  return DEMO_INCUBATORS.map(({ key, ...incubator }) => ({
    ...incubator,
    id: incubatorIdOf(key),
    stamp: FRESH,
    roundsADay: 2,
    waterHours: 24,
    kind: key === 'hatcher' ? 'hatcher' : 'incubator',
  }))
}

/** A basket of the made-up hatchery as a set with its tray and eggs, without looks. */
export function setOfBasket(
  basket: DemoBasket,
  { openedMs, zone }: { openedMs: number; zone: Zone },
): { tray: Tray; set: EggSet; eggs: Egg[] } {
  const tray = newTray(
    {
      id: `${setIdOf(basket)}-tray`,
      name: 'Tray 1',
      incubatorId: incubatorIdOf(basket.incubator),
      rows: basket.rows,
      columns: basket.columns,
    },
    { at: setAtOf(basket, openedMs) },
  )
  const set = toSet(basket, tray, openedMs)
  return { tray, set, eggs: toEggs(basket, set, { openedMs, zone }) }
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
      method: 'weekly',
      ownDays: [],
      dayCount: 'elapsed',
      turningStop: 'usual',
      incubationDays: null,
      lockdownDay: null,
      giveUpDay: null,
      turningHours: null,
      firstTurnHours: 0,
      air: null,
      takingOut: null,
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
    undone: [],
    counted: [],
    standInBasket: basket.key,
  }
}

/** When a step of the plan was ticked: lockdown when it was due, the others on the day of setting. */
function doneAt(key: string, { species }: DemoBasket, setAt: string): string {
  if (key !== 'lockdown' && key !== 'stop-turning') return setAt
  return new Date(Date.parse(setAt) + usualTimetable(species).stopTurningDay * DAY_MS).toISOString()
}

/** Weighed and calipered when they came in, laid over the six days before they were set. */
function toEggs(
  basket: DemoBasket,
  set: EggSet,
  { openedMs, zone }: { openedMs: number; zone: Zone },
): Egg[] {
  const count = basket.rows * basket.columns
  const setOn = localDateOf(Date.parse(set.setAt), zone)
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
