import { type EggEvent, type Outcome } from '../../src/contracts/records/egg-record.ts'
import { newEgg, withEvents } from '../../src/contracts/records/egg-state.ts'
import { eggOf, type Egg } from '../../src/contracts/records/egg-state.ts'
import type { EggSet } from '../../src/contracts/records/set-record.ts'
import { FRESH } from '../../src/contracts/records/stamp.ts'
import { newTray, type Tray } from '../../src/contracts/records/tray-record.ts'
import type { EggStory } from '../../src/core/diagnosis/story.ts'
import { demoPastStory, type DemoPastSet } from '../../src/core/simulate/demo-hatchery.ts'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import { addDays, localDateOf, type Zone } from '../../src/core/time/local-date.ts'
import { DAY_MS } from '../../src/core/time/durations.ts'
import { incubatorIdOf } from './air.ts'
const COLUMNS = 10
const FRESH_G = 56
/** Middle day of a death of each time, of the hen. */
const DEATH_DAYS: Readonly<Partial<Record<EggStory['fate'], number>>> = {
  early: 3.5,
  middle: 10.5,
  late: 18.5,
  pipped: 20.5,
}

export function pastSetIdOf({ key }: DemoPastSet): string {
  return `demo-${key}`
}

/** A set that is long over, with what its keeper wrote down: weights, chicks, and every egg that was opened. */
export function demoPastSet(
  past: DemoPastSet,
  { openedMs, zone }: { openedMs: number; zone: Zone },
): { trays: Tray[]; set: EggSet; eggs: Egg[] } {
  const id = pastSetIdOf(past)
  const setMs = openedMs - past.daysAgo * DAY_MS
  const at = (days: number): string => new Date(setMs + days * DAY_MS).toISOString()
  const { incubationDays, stopTurningDay, giveUpDay } = usualTimetable('chicken')
  const tray = newTray(
    {
      id: `${id}-tray`,
      name: 'Tray 1',
      incubatorId: incubatorIdOf('cabinet'),
      rows: Math.ceil(past.eggs / COLUMNS),
      columns: COLUMNS,
    },
    { at: at(0) },
  )
  const set: EggSet = {
    id,
    stamp: FRESH,
    name: past.setName,
    species: 'chicken',
    breed: past.breed,
    shell: past.shell,
    setAt: at(0),
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
      turnsADay: null,
    },
    trayIds: [tray.id],
    trays: [tray],
    batches: [
      {
        id: `${id}-batch`,
        source: past.source,
        breed: past.breed,
        shell: past.shell,
        posted: false,
        turnedInStorage: true,
      },
    ],
    policy: 'second-look',
    done: [
      { key: 'set', at: at(0) },
      { key: 'lockdown', at: at(stopTurningDay) },
      { key: 'give-up', at: at(giveUpDay) },
      ...['take-out', 'first-day', 'third-day'].map((key) => ({ key, at: at(giveUpDay + 1) })),
    ],
    temperatures: [],
    notes: past.notes,
    undone: [],
    counted: [],
  }
  const setOn = localDateOf(setMs, zone)
  const eggs = demoPastStory(past).eggs.map((story, i): Egg => {
    const egg = newEgg(
      {
        id: `${id}-${i + 1}`,
        setId: id,
        number: i + 1,
        place: { trayId: tray.id, row: Math.floor(i / COLUMNS), column: i % COLUMNS },
        weightG: FRESH_G,
        batchId: `${id}-batch`,
        laidOn: addDays(setOn, -(story.storageDays ?? 4)),
      },
      { at: at(0) },
    )
    const events: EggEvent[] = []
    const told = (days: number): Pick<EggEvent, 'id' | 'at' | 'device'> => ({
      id: `noted-${events.length + 1}`,
      at: at(days),
      device: null,
    })
    if (story.loss !== null)
      events.push({
        ...told(stopTurningDay),
        kind: 'weighed',
        weightG: Number((FRESH_G * (1 - story.loss)).toFixed(1)),
      })
    const outDays = incubationDays + (story.outHours ?? 0) / 24
    if (story.fate === 'hatched') events.push({ ...told(outDays), kind: 'out' })
    else {
      if (story.fate === 'pipped') events.push({ ...told(incubationDays), kind: 'pipped', shell: true })
      events.push({
        ...told(giveUpDay),
        kind: 'opened',
        disc: null,
        found: foundIn(story.fate),
        deathDay: DEATH_DAYS[story.fate] ?? null,
        signs: [...(story.signs ?? [])],
      })
    }
    return eggOf(withEvents(egg, events))
  })
  return { trays: [tray], set, eggs }
}

function foundIn(fate: EggStory['fate']): Exclude<Outcome, 'hatched'> {
  if (fate === 'infertile' || fate === 'candled-out-clear') return 'clear'
  return fate === 'early' ? 'blood-ring' : 'quitter'
}
