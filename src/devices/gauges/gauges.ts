import { ask, handleStandIn } from '../port.ts'
import {
  parseGaugeLine,
  type GaugeReading,
  type GaugeUnit,
} from '../../core/planning/intake/gauge-reading.ts'

/** Scale and calliper: something that gives one reading when asked. */
export interface Gauge {
  /** @throws Error with a sentence while it still moves */
  read(): Promise<GaugeReading>
  /** What it shows at this moment, at rest or not. */
  glance(): Promise<GaugeReading>
  close(): Promise<void>
}

export type GaugeKind = 'scale' | 'calliper'

const PLAIN_UNIT: Readonly<Record<GaugeKind, GaugeUnit>> = { scale: 'g', calliper: 'mm' }
const WAIT_MS = 4000

/** A gauge over plain HTTP: GET gives one line of text. */
export function httpGauge(kind: GaugeKind): Gauge {
  return {
    async read() {
      return atRest(kind, await this.glance())
    },
    async glance() {
      const answer = await ask(`/api/${kind}/reading`, `The ${kind}`)
      return parsed(kind, await answer.text())
    },
    close: () => Promise.resolve(),
  }
}

/** Lays an egg of the demo on the stand-in's pan as heavy as it is at an age, or takes off what lies there. */
export async function weighOnStandIn(
  egg: { basket: string; number: number; ageDays: number } | null,
): Promise<boolean> {
  return handleStandIn('pan', egg ?? { empty: true })
}

/** Puts an egg on the stand-in's pan and between its jaws, as a hand would. */
export async function putOnPan(species: string, seed: string): Promise<void> {
  await handleStandIn('pan', { species, seed })
}

interface SerialPortLike {
  open(options: { baudRate: number }): Promise<void>
  close(): Promise<void>
  readonly readable: ReadableStream<Uint8Array> | null
}
interface SerialLike {
  requestPort(): Promise<SerialPortLike>
}

function serial(): SerialLike | undefined {
  return (navigator as Navigator & { serial?: SerialLike }).serial
}

/** Whether this browser can read a gauge on a serial cable. */
export function hasSerial(): boolean {
  return serial() !== undefined
}

/** A real gauge on a serial cable that sends lines of text; most speak 9600 baud. */
export async function serialGauge(kind: GaugeKind, baudRate = 9600): Promise<Gauge> {
  const port = await serial()!.requestPort()
  await port.open({ baudRate })
  if (!port.readable) throw new Error(`The ${kind} on this cable does not respond.`)
  const reader = port.readable
    .pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
    .getReader()
  /** Who waits for a reading; null once nothing more will come. */
  let waiting: Set<(reading: GaugeReading | null) => void> | null = new Set()

  // Read on and on, also while nobody asks: what is asked for is what lies there now, not what lay there a while ago.
  async function listen(): Promise<void> {
    let rest = ''
    for (;;) {
      const { value, done } = await reader.read()
      if (done) return
      const lines = (rest + value).split(/[\r\n]+/)
      rest = lines.pop() ?? ''
      for (const line of lines) {
        const reading = parseGaugeLine(line, PLAIN_UNIT[kind])
        if (reading) for (const hear of waiting ?? []) hear(reading)
      }
    }
  }
  void listen()
    .catch(() => undefined)
    .then(() => {
      const left = waiting ?? []
      waiting = null
      for (const hear of left) hear(null)
    })

  /** The next reading that will do. */
  function next(wanted: (reading: GaugeReading) => boolean): Promise<GaugeReading> {
    return new Promise((resolve, reject) => {
      const gone = new Error(`The ${kind} was disconnected.`)
      if (!waiting) return reject(gone)
      const hearing = waiting
      const late = setTimeout(() => {
        hearing.delete(hear)
        reject(new Error(`The ${kind} gave no steady reading.`))
      }, WAIT_MS)
      const hear = (reading: GaugeReading | null): void => {
        if (reading && !wanted(reading)) return
        hearing.delete(hear)
        clearTimeout(late)
        if (reading) resolve(reading)
        else reject(gone)
      }
      hearing.add(hear)
    })
  }
  return {
    read: () => next(({ stable }) => stable),
    glance: () => next(() => true),
    async close() {
      await reader.cancel()
      await port.close()
    },
  }
}

function parsed(kind: GaugeKind, line: string): GaugeReading {
  const reading = parseGaugeLine(line, PLAIN_UNIT[kind])
  if (!reading) throw new Error(`The ${kind} sent “${line.slice(0, 40)}”, which is not a reading.`)
  return reading
}

function atRest(kind: GaugeKind, reading: GaugeReading): GaugeReading {
  if (!reading.stable) throw new Error(`The ${kind} is still moving. Wait a moment and read again.`)
  return reading
}
