import type { LogHappening } from '../../src/contracts/records/incubator-log.ts'
import type { ProbeRecord } from '../../src/contracts/records/probe-record.ts'
import type { ProbeReading } from '../../src/contracts/records/readings-record.ts'
import { BY_NAME } from '../../src/contracts/wire/sensor.ts'
import { FRESH } from '../../src/contracts/records/stamp.ts'
import { placing } from '../../src/contracts/records/whereabouts.ts'
import { SIDES } from '../../src/core/planning/incubation/turning.ts'
import { demoAir, type DemoSensor } from '../../src/core/simulate/demo-climate.ts'
import type { DemoBasket, DemoIncubator } from '../../src/core/simulate/demo-hatchery.ts'
import { MINUTE_MS, HOUR_MS, DAY_MS } from '../../src/core/time/durations.ts'
import type { Changes } from '../../src/domain/steps.ts'
/** Of the past; from now on sensors say something more often. */
const READ_EVERY_MS = 10 * MINUTE_MS

const SENSORS: Readonly<
  Record<DemoIncubator['key'], ReadonlyArray<{ sensor: DemoSensor; height: ProbeRecord['height'] }>>
> = {
  cabinet: [{ sensor: 'Cabinet air', height: 'air' }],
  hatcher: [{ sensor: 'Hatcher air', height: 'air' }],
  loft: [
    { sensor: 'Loft eggs', height: 'eggs' },
    { sensor: 'Loft air', height: 'air' },
  ],
}

export function setIdOf(basket: DemoBasket): string {
  return `demo-${basket.key}`
}

export function incubatorIdOf(key: string): string {
  return `demo-${key}`
}

export function setAtOf(basket: DemoBasket, nowMs: number): string {
  return new Date(nowMs - basket.ageDays * DAY_MS).toISOString()
}

/**
 * What the sensors of a basket’s incubator have said since it was set, and what was done there, as far as no basket
 * before it has brought it.
 * @param known - probes that are there
 */
export function demoAirOf(
  basket: DemoBasket,
  known: readonly ProbeRecord[],
  openedMs: number,
): Required<Pick<Changes, 'probes' | 'readings' | 'logged'>> {
  const incubatorId = incubatorIdOf(basket.incubator)
  const setMs = Date.parse(setAtOf(basket, openedMs))
  const probes: ProbeRecord[] = []
  const readings: ProbeReading[] = []
  for (const { sensor, height } of SENSORS[basket.incubator]) {
    const id = `demo-${sensor.toLowerCase().replace(' ', '-')}`
    if (known.some((probe) => probe.id === id)) continue
    const events = [placing(incubatorId, { at: null, device: null, newId: () => 'intake-1' })]
    probes.push({ id, stamp: FRESH, name: sensor, height, by: 'sensor', sensor, fields: BY_NAME, events })
    for (let atMs = setMs; atMs < openedMs; atMs += READ_EVERY_MS) {
      const { celsius, rhPercent } = demoAir(sensor, atMs, { openedMs })
      readings.push({
        probeId: id,
        atMs: Math.round(atMs),
        celsius: Number(celsius.toFixed(2)),
        rhPercent: Number(rhPercent.toFixed(1)),
      })
    }
  }
  const logged = basket.incubator === 'loft' ? loftLog(setMs, openedMs) : []
  return { probes, readings, logged: logged.map((entry) => ({ incubatorId, ...entry })) }
}

/** Turned three times a day, but for a day that slipped by; one channel of two topped up every other day. */
function loftLog(setMs: number, openedMs: number): Array<{ what: LogHappening; at: string }> {
  const log: Array<{ what: LogHappening; at: string }> = []
  const note = (atMs: number, what: LogHappening): void => {
    if (atMs < openedMs - 30 * MINUTE_MS) log.push({ at: new Date(atMs).toISOString(), what })
  }
  note(setMs + HOUR_MS, { kind: 'vents', openPercent: 33 })
  let turns = 0
  for (let day = 0; setMs + day * DAY_MS < openedMs; day++) {
    for (const hour of [4, 8, 12]) {
      if (day === 9 && hour === 8) continue
      note(setMs + day * DAY_MS + hour * HOUR_MS, { kind: 'turned', sideUp: SIDES[++turns % 2]! })
    }
    if (day % 2 === 1) note(setMs + day * DAY_MS + 4.1 * HOUR_MS, { kind: 'watered', channel: 'first' })
  }
  return log
}
