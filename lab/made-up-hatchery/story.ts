import { DEMO_MADE_AT } from '../../src/core/simulate/demo-made-at.ts'
import { sortOut, type RawRecord } from '../../src/contracts/records/book.ts'
import { RECORD_TABLES } from '../../src/contracts/records/record-tables.ts'
import type { HatcheryRecords } from '../../src/contracts/records/records.ts'
import type { ReadingsRecord } from '../../src/contracts/records/readings-record.ts'
import { stamped } from '../../src/contracts/records/stamp.ts'
import { DEMO_BASKETS, DEMO_PAST, type DemoBasket } from '../../src/core/simulate/demo-hatchery.ts'
import { writtenBy, type Changes, type Standing } from '../../src/domain/steps.ts'
import { demoAirOf } from './air.ts'
import { lookBack, type LookBack } from './look-back.ts'
import { demoPastSet } from './past-set.ts'
import { hatcheryRecord, incubators, setOfBasket } from './sets.ts'

const DEVICE = 'made-up-hatchery'
/** It is moved to the reader's own zone when it is opened. */
const ZONE = 'UTC'
const openedMs = Date.parse(DEMO_MADE_AT)
const NOTHING: Standing = {
  incubator: () => undefined,
  probe: () => undefined,
  tray: () => undefined,
  set: () => undefined,
  egg: () => undefined,
  look: () => undefined,
  session: () => undefined,
  log: () => undefined,
  practice: () => undefined,
  readings: () => undefined,
}

/** All that is known of the made-up hatchery but its looks; the same each time. */
export function story(): Changes & Required<Pick<Changes, 'sets' | 'eggs' | 'probes' | 'readings'>> {
  const told = { openedMs, zone: ZONE }
  const whole = {
    incubators: incubators(),
    probes: [] as NonNullable<Changes['probes']>[number][],
    trays: [] as NonNullable<Changes['trays']>[number][],
    sets: [] as NonNullable<Changes['sets']>[number][],
    eggs: [] as NonNullable<Changes['eggs']>[number][],
    readings: [] as NonNullable<Changes['readings']>[number][],
    logged: [] as NonNullable<Changes['logged']>[number][],
  }
  for (const basket of DEMO_BASKETS) {
    const { tray, set, eggs } = setOfBasket(basket, told)
    const { probes, readings, logged } = demoAirOf(basket, whole.probes, openedMs)
    whole.trays.push(tray)
    whole.sets.push(set)
    whole.eggs.push(...eggs)
    whole.probes.push(...probes)
    whole.readings.push(...readings)
    whole.logged.push(...logged)
  }
  for (const past of DEMO_PAST) {
    const { trays, set, eggs } = demoPastSet(past, told)
    whole.trays.push(...trays)
    whole.sets.push(set)
    whole.eggs.push(...eggs)
  }
  return whole
}

/** Looks at one egg on the days on which its basket was candled, oldest first. */
export async function looksBack(basket: DemoBasket, number: number): Promise<LookBack[]> {
  const { set, eggs } = setOfBasket(basket, { openedMs, zone: ZONE })
  const egg = eggs.find((one) => one.number === number)!
  const looks: LookBack[] = []
  for (const ageDays of basket.earlierLooks) {
    const one = await lookBack(
      { basket, set, egg },
      ageDays,
      looks.map(({ look }) => look),
    )
    if (one) looks.push(one)
  }
  return looks
}

/** A story as a book holds it, every record checked by the schema that will read it. */
export function asWritten(changes: Changes): {
  records: HatcheryRecords
  readings: ReadonlyMap<string, ReadingsRecord>
} {
  let ids = 0
  const written = writtenBy(changes, NOTHING, {
    device: DEVICE,
    at: DEMO_MADE_AT,
    newId: () => `made-up-${++ids}`,
  })
  const raw = RECORD_TABLES.flatMap((table): RawRecord[] =>
    table === 'hatchery'
      ? [{ table, value: stamped(hatcheryRecord(ZONE), { device: DEVICE }) }]
      : written[table].map((value) => ({ table, value })),
  )
  const { records, quarantined } = sortOut(raw, ZONE)
  if (quarantined[0]) throw new Error(`the story does not fit: ${quarantined[0].problems[0]?.sentence}`)
  return { records, readings: new Map(written.readings.map((day) => [day.id, day])) }
}
