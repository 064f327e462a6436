import type { Sensor, SensorReading } from '../../contracts/wire/sensor.ts'
import { readSensorMessage } from '../../core/climate/sensor-message.ts'
import { MINUTE_MS, DAY_MS } from '../../core/time/durations.ts'

/** What it takes to hear a sensor; each way has a source of its own. */
export interface SensorSource {
  name: string
  way: Sensor['way']
  standIn?: boolean
  /** Begins to listen. @returns how to stop */
  listen: (ear: Ear) => () => void
}

/** Where a source tells what it hears. */
export interface Ear {
  /** @param address - topic or path the message came from */
  heard: (message: string, address?: string) => void
  trouble: (sentence: string) => void
}

/** A reading, and when the server heard it; epoch milliseconds. */
export interface Heard extends SensorReading {
  heardMs: number
}

const NO_USUAL_NAME =
  'None of its values has a usual name. Place the sensor, then choose which value is the temperature.'
/** Readings that are taken of one sensor; what gathered in a broker meanwhile comes at once. */
const MOST_A_SECOND = 4
const BURST = 1000
/** Kept of all sensors together, for tablets that sleep; each has its part of it. */
const KEPT_READINGS = 40_000
/** Of each at least so many. */
const LEAST_OF_EACH = 500
/** A sensor whose clock is further ahead than this is not believed: the server's own counts. */
const AHEAD_MS = 2 * MINUTE_MS
/** Nor is one that says it read this long ago. */
const BEHIND_MS = 7 * DAY_MS

/** Listens to all sensors, keeps their readings for a while, and passes them on to subscribers. */
export class ProbeHub {
  private readonly sensors = new Map<string, Sensor>()
  /** By sensor, so that one that says much pushes out none that says little. */
  private readonly kept = new Map<string, Heard[]>()
  private readonly turns = new Map<string, { atMs: number; left: number }>()
  private readonly listeners = new Set<(reading: Heard) => void>()
  private readonly stops: Array<() => void> = []

  constructor(private readonly nowMs: () => number = Date.now) {}

  /** Begins to hear a sensor. */
  follow({ name, way, standIn = false, listen }: SensorSource): void {
    this.sensors.set(name, { name, way, standIn, heardMs: null, trouble: null })
    this.stops.push(
      listen({
        heard: (message, address) => this.heard(name, message, address),
        trouble: (sentence) => this.change(name, { trouble: sentence }),
      }),
    )
  }

  list(): Sensor[] {
    return [...this.sensors.values()]
  }

  /** What was heard from then on and is still kept, in the order of hearing. */
  heardSince(sinceMs: number): Heard[] {
    return [...this.kept.values()]
      .flatMap((list) => list.filter(({ heardMs }) => heardMs >= sinceMs))
      .sort((a, b) => a.heardMs - b.heardMs)
  }

  /** @returns how to stop */
  listen(listener: (reading: Heard) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  close(): void {
    for (const stop of this.stops.splice(0)) stop()
    this.listeners.clear()
  }

  private heard(sensor: string, message: string, address?: string): void {
    if (!this.isInTurn(sensor)) return
    const said = readSensorMessage(message, address)
    if (!said) {
      this.change(sensor, { trouble: `It sent “${message.slice(0, 40)}”, which is not a reading.` })
      return
    }
    const heardMs = this.nowMs()
    const isLikely = said.atMs !== null && said.atMs <= heardMs + AHEAD_MS && said.atMs >= heardMs - BEHIND_MS
    const atMs = isLikely ? Math.min(heardMs, Math.round(said.atMs!)) : heardMs
    const reading = { sensor, standIn: this.sensors.get(sensor)!.standIn, ...said, atMs, heardMs }
    this.keep(reading)
    const isNothing = said.celsius === null && said.rhPercent === null
    this.change(sensor, { heardMs, trouble: isNothing ? NO_USUAL_NAME : null })
    for (const listener of this.listeners) listener(reading)
  }

  /** No thermometer has more to say than this: what comes faster is not even read. */
  private isInTurn(sensor: string): boolean {
    const nowMs = this.nowMs()
    const last = this.turns.get(sensor)
    const sinceMs = last ? Math.max(0, nowMs - last.atMs) : 0
    const left = Math.min(BURST, (last?.left ?? BURST) + (sinceMs / 1000) * MOST_A_SECOND)
    this.turns.set(sensor, { atMs: nowMs, left: left < 1 ? left : left - 1 })
    return left >= 1
  }

  /** What is older is thinned, every second one goes: a sensor that says much is known as far back as any, less closely. */
  private keep(reading: Heard): void {
    const most = Math.max(LEAST_OF_EACH, Math.floor(KEPT_READINGS / this.sensors.size))
    const list = this.kept.get(reading.sensor) ?? []
    list.push(reading)
    const half = list.length >> 1
    this.kept.set(reading.sensor, list.length > most ? list.filter((_, i) => i >= half || i % 2 === 0) : list)
  }

  private change(name: string, changes: Partial<Sensor>): void {
    this.sensors.set(name, { ...this.sensors.get(name)!, ...changes })
  }
}
