/** How figures are written for people; everything is kept and computed in metric units. */
export const UNIT_SYSTEMS = ['metric', 'imperial'] as const
export type UnitSystem = (typeof UNIT_SYSTEMS)[number]

/** `scale-step`: masses as finely as a scale shows them; `warmth`: how much warmer one thing is than another. */
export type Quantity = 'mass' | 'scale-step' | 'length' | 'altitude' | 'temperature' | 'warmth' | 'area'

interface Unit {
  symbol: string
  factor: number
  offset: number
  digits: number
}

/** shown = metric × factor + offset */
const UNITS: Readonly<Record<UnitSystem, Record<Quantity, Unit>>> = {
  metric: {
    mass: { symbol: 'g', factor: 1, offset: 0, digits: 1 },
    'scale-step': { symbol: 'g', factor: 1, offset: 0, digits: 2 },
    length: { symbol: 'mm', factor: 1, offset: 0, digits: 1 },
    altitude: { symbol: 'm', factor: 1, offset: 0, digits: 0 },
    temperature: { symbol: '°C', factor: 1, offset: 0, digits: 1 },
    warmth: { symbol: '°C', factor: 1, offset: 0, digits: 1 },
    area: { symbol: 'm²', factor: 1, offset: 0, digits: 2 },
  },
  imperial: {
    mass: { symbol: 'oz', factor: 1 / 28.349523125, offset: 0, digits: 2 },
    'scale-step': { symbol: 'oz', factor: 1 / 28.349523125, offset: 0, digits: 4 },
    length: { symbol: 'in', factor: 1 / 25.4, offset: 0, digits: 2 },
    altitude: { symbol: 'ft', factor: 1 / 0.3048, offset: 0, digits: 0 },
    temperature: { symbol: '°F', factor: 1.8, offset: 32, digits: 1 },
    warmth: { symbol: '°F', factor: 1.8, offset: 0, digits: 1 },
    area: { symbol: 'ft²', factor: 1 / 0.09290304, offset: 0, digits: 1 },
  },
}

export function unitSymbol(system: UnitSystem, quantity: Quantity): string {
  return UNITS[system][quantity].symbol
}

/** The number as shown, rounded to the digits that the instrument is worth. @param value - metric */
export function toShown(system: UnitSystem, quantity: Quantity, value: number): number {
  const { factor, offset, digits } = UNITS[system][quantity]
  return Number((value * factor + offset).toFixed(digits))
}

/** Metric value of a number as a keeper typed it. */
export function fromShown(system: UnitSystem, quantity: Quantity, shown: number): number {
  const { factor, offset } = UNITS[system][quantity]
  return (shown - offset) / factor
}

export function sayQuantity(system: UnitSystem, quantity: Quantity, value: number): string {
  return `${toShown(system, quantity, value)} ${unitSymbol(system, quantity)}`
}
