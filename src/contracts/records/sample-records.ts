import { gradeEgg } from '../../core/grade/grade.ts'
import { GRADING_MODEL } from '../../core/grade/grading-model.ts'
import { rowsOf } from '../../core/image/linear.ts'
import { readPhoto } from '../../core/measure/read-photo.ts'
import { figuresOfReading, type EggReading } from '../../core/measure/reading.ts'
import { MEASURING_VERSION } from '../../core/measure/version.ts'
import { simulatePhoto } from '../../core/simulate/simulated-photo.ts'
import type { BundleSource } from '../files/bundle.ts'
import { newHatchery } from './hatchery-record.ts'
import { FIRST_INCUBATOR_ID } from './incubator-record.ts'
import type { PicturedLook } from './look-record.ts'
import { FRESH } from './stamp.ts'
import type { HatcheryRecords } from './records.ts'
import { newEgg } from './egg-state.ts'
import { type Egg } from './egg-state.ts'
import type { EggSet } from './set-record.ts'
import { newTray } from './tray-record.ts'

/** All its looks have photographs. */
type SampleRecords = Omit<HatcheryRecords, 'looks'> & { looks: PicturedLook[] }

let made: SampleRecords | null = null

/** A small hatchery for tests: one set, two eggs, a real reading of a simulated photograph for each. */
export function sampleRecords(): SampleRecords {
  // Simulated and measured once; each test gets its own.
  made ??= makeSample()
  return structuredClone(made)
}

function makeSample(): SampleRecords {
  const tray = newTray({
    id: 'tray-1',
    name: 'Tray 1',
    incubatorId: FIRST_INCUBATOR_ID,
    rows: 1,
    columns: 2,
  })
  const set: EggSet = {
    id: 'set-1',
    stamp: FRESH,
    name: 'North shelf',
    species: 'chicken',
    breed: 'Holm Beacon',
    shell: 'white',
    setAt: '2026-03-01T08:00:00.000Z',
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
    batches: [],
    done: [{ key: 'set', at: '2026-03-01T08:00:00.000Z' }],
    undone: [],
    temperatures: [],
    policy: 'second-look',
    notes: '',
    counted: [],
  }
  const eggs: Egg[] = [1, 2].map((number) =>
    newEgg({
      id: `egg-${number}`,
      setId: set.id,
      number,
      place: { trayId: 'tray-1', row: 0, column: number - 1 },
    }),
  )
  return {
    hatchery: newHatchery('Europe/Lisbon'),
    probes: [],
    trays: [tray],
    sets: [set],
    eggs,
    looks: eggs.map((egg) => sampleLook(set, egg)),
    sessions: [],
    logs: [],
    practice: [],
  }
}

const shot = { widthPx: 320, heightPx: 320 }

/** What was measured of an egg of the sample, its lines with it. */
export function sampleReading(egg: Pick<Egg, 'id' | 'number'>): EggReading {
  const { image } = simulatePhoto({
    seed: egg.id,
    ageDays: 10,
    fate: { kind: egg.number === 1 ? 'developing' : 'clear' },
    shot,
  })
  const measured = readPhoto(rowsOf(image), { species: 'chicken' })
  if (measured.kind === 'rejected') throw new Error(measured.why)
  return measured.eggs[0]!
}

function sampleLook(set: EggSet, egg: Egg): PicturedLook {
  const reading = sampleReading(egg)
  return {
    id: `look-${egg.number}`,
    stamp: FRESH,
    eggId: egg.id,
    setId: set.id,
    takenAt: '2026-03-11T08:00:00.000Z',
    ageDays: 10,
    source: 'file',
    photo: { id: `photo-${egg.number}`, widthPx: shot.widthPx, heightPx: shot.heightPx, type: 'image/jpeg' },
    reading: figuresOfReading(reading),
    verdict: gradeEgg(reading, { species: set.species, ageDays: 10, shell: set.shell }),
    madeBy: { measuring: MEASURING_VERSION, model: GRADING_MODEL.version },
    earlierVerdicts: [],
    movement: null,
    correction: null,
    own: null,
    leftIn: null,
    twin: null,
    replaced: false,
  }
}

/** Records without what each write counts on, to be compared with what they were. */
export function unstamped<T extends object>(list: readonly T[]): Array<Omit<T, 'stamp'>> {
  return list.map((record) => ({
    ...record,
    stamp: undefined,
    ...('events' in record ? { events: unnumbered(record.events) } : {}),
    ...('done' in record ? { done: unnumbered(record.done) } : {}),
    // Those of the trays that a set has with it.
    ...('trays' in record ? { trays: unstamped(record.trays as object[]) } : {}),
  }))
}

function unnumbered(list: unknown): object[] {
  return (list as object[]).map((event) => ({ ...event, rev: undefined }))
}

/** Eggs as they stand, however they came to it. */
export function asTheyStand(eggs: readonly Egg[]): Array<Omit<Egg, 'stamp' | 'events'>> {
  return eggs.map((egg) => ({ ...egg, stamp: undefined, events: undefined }))
}

/** What a bundle is made of where there are records and nothing else. */
export function recordsAlone(records: HatcheryRecords): BundleSource {
  return {
    records,
    quarantined: [],
    tombstones: [],
    photo: async () => null,
    shapes: async () => null,
    attachment: async () => null,
    readingIds: [],
    readings: async () => null,
  }
}
