import { fromShown } from '../units.ts'

/** What a sensor said. */
export interface SensorSaid {
  celsius: number | null
  /** Relative humidity, percent. */
  rhPercent: number | null
  /** When, where it has a clock of its own; epoch milliseconds. */
  atMs: number | null
  /** Which of its fields were taken for warmth and moisture, as paths like `probe.temperature`. */
  taken: Chosen
  /** What else could be meant, where there is more than was taken. */
  fields: SensorField[]
}

/** One number in a sensor's message, read as temperature and as humidity where it can be either. */
export interface SensorField {
  path: string
  celsius: number | null
  rhPercent: number | null
}

/** Paths of fields; null where none was. */
export interface Chosen {
  celsius: string | null
  rhPercent: string | null
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
  unit: ['unit', 'temperatureunit', 'unitofmeasurement'],
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
/** Handed on of a message that says more than this. */
export const MOST_FIELDS = 12
export const LONGEST_PATH = 60
/** Seconds since 1970 have ten digits, milliseconds thirteen. */
const SECONDS_BELOW = 1e11

/**
 * Reads the message of a sensor: a JSON object, the figures at any depth under any of their usual names, numbers or
 * numbers as text; or a bare number, which the end of its address explains (“…/humidity”).
 * @param address - topic or path it came from
 * @returns null where it holds no figure that can be warmth or moisture; one that has only figures of other names is a
 * reading of nothing until somebody chooses among them
 */
export function readSensorMessage(text: string, address = ''): SensorSaid | null {
  const json = parsed(text)
  if (json === undefined) return null
  const leaves: Leaf[] = []
  const alone = address.split('/').at(-1) ?? ''
  if (typeof json === 'object' && json !== null) collect(json as object, leaves, { depth: DEEPEST, path: '' })
  else leaves.push({ path: alone, name: plain(alone), value: json, isOther: false })
  const find = (names: readonly string[]): Leaf | undefined =>
    names.flatMap((name) => leaves.find((leaf) => leaf.name === name && !leaf.isOther) ?? [])[0]
  const unit = find(NAMES.unit)?.value
  const isFahrenheit = typeof unit === 'string' && FAHRENHEIT.test(unit.trim())
  const celsiusOf = ({ name, value }: Leaf): number | null => {
    const shown = numberOf(value)
    const isFahrenheitToo = isFahrenheit || NAMES.fahrenheit.some((own) => own === name)
    return shown === null
      ? null
      : within(isFahrenheitToo ? fromShown('imperial', 'temperature', shown) : shown, 0, 60)
  }
  const percentOf = ({ value }: Leaf): number | null => within(numberOf(value), 0, 100)
  const [warmth, moisture] = [find(NAMES.celsius) ?? find(NAMES.fahrenheit), find(NAMES.rhPercent)]
  const [celsius, rhPercent] = [warmth ? celsiusOf(warmth) : null, moisture ? percentOf(moisture) : null]
  const fields = leaves
    .map((leaf) => ({ path: leaf.path, celsius: celsiusOf(leaf), rhPercent: percentOf(leaf) }))
    .filter((field) => field.celsius !== null || field.rhPercent !== null)
    .slice(0, MOST_FIELDS)
  if (celsius === null && rhPercent === null && fields.length === 0) return null
  const taken = {
    celsius: celsius === null ? null : warmth!.path,
    rhPercent: rhPercent === null ? null : moisture!.path,
  }
  const isMore = fields.some(({ path }) => path !== taken.celsius && path !== taken.rhPercent)
  return { celsius, rhPercent, atMs: instantOf(find(NAMES.at)?.value), taken, fields: isMore ? fields : [] }
}

/** What a sensor said, by the fields that somebody chose in place of those that were taken. */
export function asChosen<T extends Pick<SensorSaid, 'celsius' | 'rhPercent' | 'taken' | 'fields'>>(
  said: T,
  chosen: Chosen,
): T {
  const from = <K extends 'celsius' | 'rhPercent'>(what: K): number | null =>
    chosen[what] === null || chosen[what] === said.taken[what]
      ? said[what]
      : (said.fields.find(({ path }) => path === chosen[what])?.[what] ?? null)
  return { ...said, celsius: from('celsius'), rhPercent: from('rhPercent') }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}

interface Leaf {
  path: string
  name: string
  value: unknown
  /** Said of the sensor itself, or of a time. */
  isOther: boolean
}

/** What stands further out is said of the whole, and goes before what stands within. */
function collect(
  object: object,
  into: Leaf[],
  { depth, path, isOther = false }: { depth: number; path: string; isOther?: boolean },
): void {
  const within: Array<() => void> = []
  for (const [key, value] of Object.entries(object)) {
    const name = plain(key)
    const own = `${path}${key}`.slice(0, LONGEST_PATH)
    if (typeof value !== 'object' || value === null) into.push({ path: own, name, value, isOther })
    else if (depth > 1)
      within.push(() =>
        collect(value as object, into, {
          depth: depth - 1,
          path: `${own}.`,
          isOther: isOther || OTHER_PARTS.has(name),
        }),
      )
  }
  for (const part of within) part()
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
