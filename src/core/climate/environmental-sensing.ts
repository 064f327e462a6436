/**
 * Figures as Bluetooth’s Environmental Sensing service sends them, least significant byte first.
 * @see Bluetooth SIG, GATT Specification Supplement: Temperature (0x2A6E), Humidity (0x2A6F)
 */

/** Sixteen-bit names of the service and of what it tells. */
export const ENVIRONMENTAL_SENSING = { service: 0x181a, temperature: 0x2a6e, humidity: 0x2a6f } as const

const HUNDREDTH = 0.01
/** What stands for “not known”. */
const UNKNOWN = { temperature: -0x8000, humidity: 0xffff } as const

/** °C from a signed sixteen-bit number of hundredths. @returns null where it is not known, or the bytes are too few */
export function celsiusFromBytes(bytes: DataView): number | null {
  if (bytes.byteLength < 2) return null
  const value = bytes.getInt16(0, true)
  return value === UNKNOWN.temperature ? null : value * HUNDREDTH
}

/** Percent from an unsigned sixteen-bit number of hundredths. @returns null where it is not known or cannot be */
export function rhPercentFromBytes(bytes: DataView): number | null {
  if (bytes.byteLength < 2) return null
  const value = bytes.getUint16(0, true)
  return value === UNKNOWN.humidity || value > 100 / HUNDREDTH ? null : value * HUNDREDTH
}
