export type GaugeUnit = 'g' | 'oz' | 'mm' | 'in'

export interface GaugeReading {
  /** Grams or millimetres. */
  value: number
  quantity: 'mass' | 'length'
  /** False while the instrument says that it still moves. */
  stable: boolean
}

interface Unit {
  quantity: GaugeReading['quantity']
  /** To grams or millimetres. */
  factor: number
  names: readonly string[]
}

/** Exact by definition: the international pound of 1959, 0.45359237 kg, and the inch, 25.4 mm. */
const UNITS: readonly Unit[] = [
  { quantity: 'mass', factor: 1, names: ['g', 'gm', 'gram', 'grams', 'gramme', 'grammes'] },
  { quantity: 'mass', factor: 0.001, names: ['mg', 'milligram', 'milligrams'] },
  { quantity: 'mass', factor: 1000, names: ['kg', 'kilo', 'kilos', 'kilogram', 'kilograms'] },
  { quantity: 'mass', factor: 28.349523125, names: ['oz', 'ozs', 'ounce', 'ounces'] },
  { quantity: 'mass', factor: 453.59237, names: ['lb', 'lbs', 'pound', 'pounds', '#'] },
  {
    quantity: 'length',
    factor: 1,
    names: ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'],
  },
  {
    quantity: 'length',
    factor: 10,
    names: ['cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'],
  },
  { quantity: 'length', factor: 25.4, names: ['in', 'inch', 'inches', '"', '″', '”', "''"] },
]
const UNIT_OF = new Map(UNITS.flatMap((unit) => unit.names.map((name) => [name, unit] as const)))

/** Words with which balances mark a moving pan. */
const MOVING = /\b(US|UNSTABLE|MOTION|S D|SD)\b/i
/** Clocks and days that some instruments print before the figure. */
const TIMES = /\d{1,2}:\d{2}(:\d{2}(\.\d+)?)?|\d{4}-\d{1,2}-\d{1,2}|\d{1,2}([./-])\d{1,2}\3(\d{4}|\d{2})\b/g
/** A number with an optional sign and an optional unit. */
const FIGURE = /([+-]?)\s*(\d[\d.,]*|[.,]\d+)\s*([a-zµ]+\.?|["″”#]|'')?/gi

/**
 * One line of text as scales and callipers send it over a serial cable: one figure with or without its unit; pounds and
 * ounces together are one. A unit that is not known, or figures of which it cannot be told which counts, are no reading:
 * nothing is ever taken for the plain unit that says it is another.
 * @param plainUnit - what a number without unit is in
 * @returns null when the line holds no reading
 */
export function parseGaugeLine(line: string, plainUnit: GaugeUnit): GaugeReading | null {
  const figures = [...line.replace(TIMES, ' ').matchAll(FIGURE)].map(([, sign, digits, unit]) => ({
    sign: sign === '-' ? -1 : 1,
    number: numberOf(digits!),
    unit: unit?.toLowerCase().replace(/\.$/, ''),
  }))
  const named = figures.filter(({ unit }) => unit !== undefined)
  const read = named.length > 0 ? named : figures
  if (read.length === 0 || read.some(({ number }) => number === null)) return null
  const units = read.map(({ unit }) => UNIT_OF.get(unit ?? plainUnit))
  const [first] = units
  if (!first || units.some((unit) => unit === undefined)) return null
  if (read.length > 1 && !isPoundsAndOunces(read.map(({ unit }) => unit))) return null
  const size = read.reduce((sum, { number }, i) => sum + number! * units[i]!.factor, 0)
  return { value: read[0]!.sign * size, quantity: first.quantity, stable: !MOVING.test(line) }
}

function isPoundsAndOunces(units: ReadonlyArray<string | undefined>): boolean {
  const factors = units.map((unit) => UNIT_OF.get(unit ?? '')?.factor)
  return factors.length === 2 && factors[0] === 453.59237 && factors[1] === 28.349523125
}

/** “58,4”, “1,058.4”, “1.058,4”, “.97”; of one comma with three figures behind it, what an egg or a tray can be. Null where the signs contradict each other. */
function numberOf(text: string): number | null {
  const trimmed = text.replace(/[.,]$/, '')
  const [comma, point] = [trimmed.lastIndexOf(','), trimmed.lastIndexOf('.')]
  const decimal = comma > point ? ',' : '.'
  const thousands = decimal === ',' ? '.' : ','
  if (comma >= 0 && point >= 0) {
    const grouped = new RegExp(`^\\d{1,3}(\\${thousands}\\d{3})+\\${decimal}\\d+$`)
    return grouped.test(trimmed) ? Number(trimmed.replaceAll(thousands, '').replace(decimal, '.')) : null
  }
  if (/^[1-9]\d{0,2}(,\d{3}){2,}$/.test(trimmed)) return Number(trimmed.replaceAll(',', ''))
  // 1,058 g is a tray; 58,432 g is an egg on a scale of milligrams.
  if (/^[1-4],\d{3}$/.test(trimmed)) return Number(trimmed.replace(',', ''))
  return /^\d*([.,]\d+)?$/.test(trimmed) ? Number(trimmed.replace(',', '.')) : null
}
