import { writeBundle, BundleError, type Bundle } from '../../src/contracts/files/bundle.ts'
import { readBundle } from '../../src/contracts/files/read-bundle.ts'
import { fileOf, rawRecordsOf, sortOut } from '../../src/contracts/records/book.ts'
import { writeCalendar } from '../../src/contracts/files/calendar-file.ts'
import { airWantedOf } from '../../src/domain/air-wanted.ts'
import { knownLooks } from '../../src/domain/confirmed-looks.ts'
import { confirmedLooks } from '../../src/domain/what-eggs-teach.ts'
import { looksToCsv } from '../../src/contracts/files/looks-csv.ts'
import type { HatcheryRecords } from '../../src/contracts/records/records.ts'
import { recordsAlone, sampleRecords } from '../../src/contracts/records/sample-records.ts'
import { progressOf, scheduleOf } from '../../src/domain/set-schedule.ts'
import { buildZip, openZip } from '../../src/contracts/files/zip-file.ts'
import { agenda, eventStatuses } from '../../src/core/planning/agenda/agenda.ts'
import { warnings } from '../../src/core/planning/agenda/warnings.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { runTrials, type Findings, type Trials } from './findings.ts'
import { mutateBytes, mutateJson } from './mutate.ts'

const ZONE = 'Europe/Lisbon'
const MOST_BYTES = 100_000_000

/** Where bundles are brought in; gives what is there as text. */
export interface Keeper {
  importBundle(bundle: Bundle): Promise<void>
  /** After a reload; how much was set aside, and all records. */
  reopened(): Promise<{ quarantined: number; records: HatcheryRecords }>
}

async function sample(): Promise<{ records: unknown; file: Blob }> {
  const records = sampleRecords()
  const photos = new Map(records.looks.map((look, i) => [look.photo.id, Uint8Array.from([0xff, 0xd8, i])]))
  const { file } = await writeBundle({
    ...recordsAlone(records),
    photo: async (id) => photos.get(id) ?? null,
  })
  const zip = await openZip(file)
  const text = new TextDecoder().decode(await zip.bytes('records.json', MOST_BYTES))
  return { records: JSON.parse(text) as unknown, file }
}

/** The sample with its records changed by chance, packed again as an honest program would. */
async function dishonest(file: Blob, records: unknown): Promise<Blob> {
  const zip = await openZip(file)
  const next = buildZip()
  for (const name of zip.names) {
    if (name === 'records.json') await next.text(name, JSON.stringify(records))
    else if (name !== 'manifest.json') await next.stored(name, await zip.bytes(name, MOST_BYTES))
  }
  return next.finish()
}

/**
 * Damaged and dishonest bundles. One that is refused changes nothing; one that is accepted opens again without a
 * record set aside, and everything that the pages do with records can be done with it.
 */
export async function soakBundles(trials: Trials, keeper: Keeper): Promise<Findings> {
  const { records, file } = await sample()
  const bytes = new Uint8Array(await file.arrayBuffer())
  let before = JSON.stringify((await keeper.reopened()).records.looks)
  return runTrials(trials, async (name) => {
    const random = createRandom(`bundle/${name}`)
    const hostile =
      random.uniform() < 0.4
        ? new Blob([mutateBytes(bytes, random)])
        : await dishonest(file, mutateJson(records, random))
    let bundle: Bundle
    try {
      bundle = await readBundle(hostile, ZONE)
    } catch (error) {
      if (!(error instanceof BundleError)) throw error
      if (!/^[A-Z].*\.( \(And \d+ more\.\))?$/s.test(error.message))
        throw new Error(`no sentence: ${error.message}`)
      if (JSON.stringify((await keeper.reopened()).records.looks) !== before)
        throw new Error('a refusal changed the book')
      return true
    }
    await keeper.importBundle(bundle)
    const { quarantined, records: kept } = await keeper.reopened()
    if (quarantined > 0) throw new Error('what was accepted cannot be read again')
    useEverything(kept)
    before = JSON.stringify(kept.looks)
    return false
  })
}

/** What pages and exports do with records. */
function useEverything(records: HatcheryRecords): void {
  const { hatchery, sets, eggs, looks } = records
  const nowMs = Date.parse('2026-03-12T20:00:00Z')
  looksToCsv(records)
  confirmedLooks(records)
  knownLooks(records)
  const rows = sets.map((set) => {
    const own = eggs.filter((egg) => egg.setId === set.id)
    return {
      set,
      statuses: eventStatuses(progressOf({ set, eggs: own, looks }, hatchery), nowMs, hatchery.zone),
    }
  })
  agenda(rows, nowMs)
  warnings(
    rows.map(({ set, statuses }) => ({
      id: set.id,
      name: set.name,
      species: set.species,
      schedule: statuses.map(({ event }) => event),
      started: true,
      finished: false,
      eggsIn: new Map(),
      oldestStorageDays: null,
    })),
    hatchery,
    nowMs,
  )
  writeCalendar(
    sets.map((set) => ({
      id: set.id,
      name: set.name,
      air: airWantedOf(set, hatchery),
      schedule: scheduleOf(set, hatchery),
      exportedKeys: [],
    })),
    { zone: hatchery.zone, nowMs, dayLabel: () => '' },
  )
  if (sortOut(rawRecordsOf(fileOf(records)), ZONE).quarantined.length > 0)
    throw new Error('what is kept could not be brought out and in again')
}
