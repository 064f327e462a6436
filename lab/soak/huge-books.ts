import { DAY_MS } from '../../src/core/time/durations.ts'
// Books that are valid but far larger than anybody's, to see that pages stay usable.
import { writeBundle } from '../../src/contracts/files/bundle.ts'
import { newHatchery } from '../../src/contracts/records/hatchery-record.ts'
import { FRESH } from '../../src/contracts/records/stamp.ts'
import { recordsAlone } from '../../src/contracts/records/sample-records.ts'
import { newEgg } from '../../src/contracts/records/egg-state.ts'
import { type Egg } from '../../src/contracts/records/egg-state.ts'
import type { EggSet } from '../../src/contracts/records/set-record.ts'
import { newTray } from '../../src/contracts/records/tray-record.ts'
const hatchery = newHatchery('UTC')

function setOf(id: string, ageDays: number, trays: number, rows: number, columns: number): EggSet {
  const setAt = new Date(Date.now() - ageDays * DAY_MS).toISOString()
  const standing = Array.from({ length: trays }, (_, i) =>
    newTray({
      id: `${id}-t${i}`,
      name: `Tray ${i + 1}`,
      incubatorId: hatchery.incubators[0]!.id,
      rows,
      columns,
    }),
  )
  return {
    id,
    stamp: FRESH,
    name: `Set ${id}`,
    species: 'chicken',
    breed: 'Holm Beacon',
    shell: 'tinted',
    setAt,
    policy: 'second-look',
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
    trayIds: standing.map((tray) => tray.id),
    trays: standing,
    batches: [],
    done: [{ key: 'set', at: setAt }],
    temperatures: [],
    notes: '',
    undone: [],
    counted: [],
  }
}

function eggsOf(set: EggSet, count: number): Egg[] {
  const { rows, columns } = set.trays[0]!
  return Array.from({ length: count }, (_, i) =>
    newEgg({
      id: `${set.id}-${i + 1}`,
      setId: set.id,
      number: i + 1,
      place: {
        trayId: set.trays[Math.floor(i / (rows * columns))]!.id,
        row: Math.floor((i % (rows * columns)) / columns),
        column: i % columns,
      },
    }),
  )
}

async function bundleOf(sets: EggSet[], eggs: Egg[]): Promise<Buffer> {
  const records = {
    hatchery,
    probes: [],
    trays: sets.flatMap((set) => set.trays),
    sets,
    eggs,
    looks: [],
    sessions: [],
    logs: [],
    practice: [],
  }
  const { file } = await writeBundle(recordsAlone(records))
  return Buffer.from(await file.arrayBuffer())
}

/** Five thousand sets of two eggs, one of them set each hour back in time; the first seven are about to be candled. */
export function manySets(count = 5000): Promise<Buffer> {
  const sets = Array.from({ length: count }, (_, i) => setOf(`s${i}`, 7 + i / 24, 1, 1, 2))
  return bundleOf(
    sets,
    sets.flatMap((set) => eggsOf(set, 2)),
  )
}

/** One set of twenty thousand eggs in sixty trays of forty by forty. */
export function manyEggs(count = 20_000): Promise<Buffer> {
  const set = setOf('vast', 7.5, 60, 40, 40)
  return bundleOf([set], eggsOf(set, count))
}
