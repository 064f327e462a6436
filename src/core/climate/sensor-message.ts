import { fromShown } from '../units.ts'

/** What a sensor said. */
export interface SensorSaid {
  celsius: number | null
  /** Relative humidity, percent. */
  rhPercent: number | null
  /** When, where it has a clock of its own; epoch milliseconds. */
  atMs: number | null
}

/** Names under which sensors say things, in lower case without marks. */
const NAMES = {
  celsius: [
    'celsius',
    'temperature',
    'temp',
    't',
    'temperaturec',
    'tempc',
    'tempcelsius',
    'temperaturecelsius',
  ],
  fahrenheit: ['fahrenheit', 'temperaturef', 'tempf', 'tempfahrenheit', 'temperaturefahrenheit'],
  rhPercent: [
    'rhpercent',
    'rh',
    'humidity',
    'hum',
    'h',
    'relativehumidity',
    'humiditypercent',
    'humiditypct',
  ],
  at: ['at', 'time', 'timestamp', 'ts', 'datetime', 'date', 'when'],
} as const

/** Parts of a message about the sensor itself or about a time: their temperatures and one-letter names are not the incubator’s. */
const OTHER_PARTS: ReadonlySet<string> = new Set([
  ...NAMES.at,
  'battery',
  'batt',
  'chip',
  'cpu',
  'board',
  'device',
  'system',
  'sys',
  'wifi',
  'radio',
])
const FAHRENHEIT = /^(°|deg)?\s*f$|^fahrenheit$/i
const DEEPEST = 4
/** Seconds since 1970 have ten digits, milliseconds thirteen. */
const SECONDS_BELOW = 1e11

/**
 * Reads the message of a sensor: a JSON object, the figures at any depth under any of their usual names, numbers or
 * numbers as text; or a bare number, which the end of its address explains (“…/humidity”).
 * @param address - topic or path it came from
 * @returns null where it holds neither warmth nor moisture that can be
 */
export function readSensorMessage(text: string, address = ''): SensorSaid | null {
  const json = parsed(text)
  if (json === undefined) return null
  const fields = new Map<string, unknown>()
  if (typeof json === 'object' && json !== null) collect(json as object, fields, DEEPEST)
  else fields.set(plain(address.split('/').at(-1) ?? ''), json)
  const find = (names: readonly string[]): unknown =>
    names.map((name) => fields.get(name)).find((value) => value !== undefined)
  const fahrenheit = numberOf(find(NAMES.fahrenheit))
  const unit = fields.get('unit') ?? fields.get('temperatureunit') ?? fields.get('unitofmeasurement')
  const isFahrenheit = typeof unit === 'string' && FAHRENHEIT.test(unit.trim())
  const shown = numberOf(find(NAMES.celsius))
  const celsius =
    shown !== null
      ? isFahrenheit
        ? fromShown('imperial', 'temperature', shown)
        : shown
      : fahrenheit !== null
        ? fromShown('imperial', 'temperature', fahrenheit)
        : null
  const said: SensorSaid = {
    celsius: within(celsius, 0, 60),
    rhPercent: within(numberOf(find(NAMES.rhPercent)), 0, 100),
    atMs: instantOf(find(NAMES.at)),
  }
  return said.celsius === null && said.rhPercent === null ? null : said
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}

/** What stands further out is said of the whole, and goes before what stands within. */
function collect(object: object, into: Map<string, unknown>, depth: number): void {
  const within: object[] = []
  for (const [name, value] of Object.entries(object)) {
    if (typeof value !== 'object' || value === null) {
      if (!into.has(plain(name))) into.set(plain(name), value)
    } else if (depth > 1 && !OTHER_PARTS.has(plain(name))) within.push(value as object)
  }
  for (const part of within) collect(part, into, depth - 1)
}

function plain(name: string): string {
  return name.toLowerCase().replace(/[^a-z]/g, '')
}

function numberOf(value: unknown): number | null {
  if (typeof value === 'number') return Number.isFinite(value) ? value : null
  if (typeof value !== 'string' || value.trim() === '') return null
  const number = Number(value.trim().replace(/\s*(°?[CF]|%)$/i, ''))
  return Number.isFinite(number) ? number : null
}

function within(value: number | null, low: number, high: number): number | null {
  return value !== null && value >= low && value <= high ? value : null
}

function instantOf(value: unknown): number | null {
  if (typeof value === 'number') return value < SECONDS_BELOW ? value * 1000 : value
  const atMs = typeof value === 'string' ? Date.parse(value) : NaN
  return Number.isNaN(atMs) ? null : atMs
}
