export type GaugeUnit = 'g' | 'oz' | 'mm' | 'in'

export interface GaugeReading {
  /** Grams or millimetres. */
  value: number
  quantity: 'mass' | 'length'
  /** False while the instrument says that it still moves. */
  stable: boolean
}

const TO_METRIC: Readonly<Record<GaugeUnit, { quantity: GaugeReading['quantity']; factor: number }>> = {
  g: { quantity: 'mass', factor: 1 },
  oz: { quantity: 'mass', factor: 28.349523125 },
  mm: { quantity: 'length', factor: 1 },
  in: { quantity: 'length', factor: 25.4 },
}

const PATTERN = /([+-]?)\s*(\d+(?:[.,]\d+)?)\s*(mm|in(?:ch)?|"|g|oz)?\b/i
/** Words with which balances mark a moving pan. */
const MOVING = /\b(US|UNSTABLE|MOTION|S D|SD)\b/i

/**
 * One line of text as scales and callipers send it over a serial cable: a number with or without its unit.
 * @param plainUnit - what a number without unit is in
 * @returns null when the line holds no reading
 */
export function parseGaugeLine(line: string, plainUnit: GaugeUnit): GaugeReading | null {
  const match = PATTERN.exec(line)
  if (!match) return null
  const unit = toUnit(match[3]) ?? plainUnit
  const { quantity, factor } = TO_METRIC[unit]
  const number = Number(match[2]!.replace(',', '.'))
  return { value: (match[1] === '-' ? -number : number) * factor, quantity, stable: !MOVING.test(line) }
}

function toUnit(text: string | undefined): GaugeUnit | null {
  const unit = text?.toLowerCase()
  if (!unit) return null
  if (unit === '"' || unit.startsWith('in')) return 'in'
  return unit as GaugeUnit
}
