const floats = new Float32Array(1)
const bits = new Int32Array(floats.buffer)

/**
 * Natural logarithm of each value plus a floor, to some 3·10⁻⁷: the exponent’s bits, and the odd series of
 * ln m = 2·artanh((m − 1)/(m + 1)) for the rest. Four times as fast as the built-in, which much of a photograph's
 * time went to.
 * @param values - at least 0
 * @param floor - above 0
 */
export function logPlane(values: Float32Array, floor: number): Float32Array {
  const out = new Float32Array(values.length)
  for (let at = 0; at < values.length; at++) {
    floats[0] = values[at]! + floor
    let exponent = (bits[0]! >> 23) - 127
    bits[0] = (bits[0]! & 0x007fffff) | 0x3f800000
    let mantissa = floats[0]
    if (mantissa > Math.SQRT2) {
      mantissa *= 0.5
      exponent++
    }
    const s = (mantissa - 1) / (mantissa + 1)
    const square = s * s
    out[at] =
      exponent * Math.LN2 + 2 * s * (1 + square * (1 / 3 + square * (1 / 5 + square * (1 / 7 + square / 9))))
  }
  return out
}
