import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readLines } from './line-signs.ts'
import { drawEgg, emptyEgg, type Drawing } from './drawn-egg.ts'
import { isInside, type EggFrame } from './egg-frame.ts'
import { findLongLines, strongest } from './long-lines.ts'
import { bloodLight } from './ridges.ts'
import { cases } from '../../testing/cases.ts'

const DEPTH = 0.18
const empty = emptyEgg(DEPTH)

/** Beyond the air cell, away from the rim. */
function usableIn(frame: EggFrame): Uint8Array {
  return Uint8Array.from({ length: frame.lengthPx * frame.heightPx }, (_, at) => {
    const column = at % frame.lengthPx
    return column > (DEPTH + 0.05) * frame.lengthPx &&
      isInside(frame, column, Math.floor(at / frame.lengthPx), 0.92)
      ? 1
      : 0
  })
}
/** Log light of the empty egg. */
function emptyIn(frame: EggFrame): Float32Array {
  return Float32Array.from({ length: frame.lengthPx * frame.heightPx }, (_, at) => {
    const column = at % frame.lengthPx
    const across = Math.floor(at / frame.lengthPx) + 0.5 - frame.heightPx / 2
    const v = Math.max(-1, Math.min(1, across / Math.max(1, frame.radiusPx[column]!)))
    return Math.log(empty((column + 0.5) / frame.lengthPx, v))
  })
}
const shaded = (frame: EggFrame) => {
  const light = bloodLight(frame)
  const field = emptyIn(frame)
  return { ...light, values: light.values.map((value, at) => value - field[at]!) }
}
const linesOf = (red: Drawing, green?: Drawing) => {
  const frame = drawEgg(red, { green })
  return readLines(frame, emptyIn(frame), usableIn(frame)).signs
}

/** A dark circle on the egg, seen from above, lengths and half-breadths. */
const circle =
  (depth: number, share = 1, width = 0.012): Drawing =>
  (u, v) => {
    const [x, y] = [(u - 0.58) * 2, v * 0.75]
    const on = Math.exp(-(((Math.hypot(x, y) - 0.32) / width) ** 2))
    return Math.atan2(y, x) < Math.PI * (2 * share - 1) ? Math.exp(-depth * on) : 1
  }
const times =
  (a: Drawing, b: Drawing): Drawing =>
  (u, v) =>
    a(u, v) * b(u, v)

describe('a long line', () => {
  it('stands out of grain that hides it pixel by pixel, whatever way it runs', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: Math.PI, noNaN: true }), (turn) => {
        const line: Drawing = (u, v) => {
          const across = (u - 0.6) * 2 * Math.sin(turn) - v * 0.75 * Math.cos(turn)
          return Math.exp(-0.045 * Math.exp(-((across / 0.02) ** 2)))
        }
        const frame = drawEgg(times(empty, line))
        const { strength, ...map } = {
          ...strongest(findLongLines(shaded(frame), usableIn(frame))),
          widthPx: frame.lengthPx >> 1,
        }
        const middle = Math.floor(frame.heightPx / 4) * map.widthPx + Math.floor(0.6 * map.widthPx)
        const near = [0, 1, -1, map.widthPx, -map.widthPx].map((step) => strength[middle + step]!)
        expect(Math.max(...near)).toBeGreaterThan(4)
      }),
      { numRuns: cases(2, 3, 12) },
    )
  })

  it('is no spot and no edge of a shade', () => {
    const spot: Drawing = (u, v) =>
      Math.exp(-0.8 * Math.exp(-((Math.hypot((u - 0.6) * 2, v * 0.75) / 0.03) ** 2)))
    const shade: Drawing = (u, v) => (Math.hypot((u - 0.58) * 2, v * 0.75) < 0.4 ? 0.75 : 1)
    const plain = linesOf(empty)
    for (const drawing of [spot, shade]) {
      const read = linesOf(times(empty, drawing))
      expect(read.clearLength).toBeLessThan(plain.clearLength + 0.2)
      expect(read.curve).toBeLessThan(1.1)
    }
  })
})

describe('a curve on the egg', () => {
  it('is told from none, whole and in part, and the more the darker', () => {
    const none = linesOf(empty).curve
    const part = linesOf(times(empty, circle(0.12, 0.5)))
    const whole = linesOf(times(empty, circle(0.12)))
    expect(part.curve).toBeGreaterThan(none + 0.3)
    expect(whole.curve).toBeGreaterThan(part.curve + 0.3)
    expect(whole.curveShare).toBeGreaterThan(0.85)
    expect(part.curveShare).toBeGreaterThan(0.3)
    expect(part.curveShare).toBeLessThan(0.7)
    expect(whole.curveAlone).toBeGreaterThan(0.7)
  })

  it('has the colour of blood where it takes three times as much green as red, and not where it takes as much', () => {
    const green: Drawing = (u, v) => 0.5 * empty(u, v)
    const blood = linesOf(times(empty, circle(0.12)), times(green, circle(0.36)))
    const pigment = linesOf(times(empty, circle(0.25)), times(green, circle(0.25)))
    expect(blood.curveBlood).toBeGreaterThan(0.35)
    expect(Math.abs(pigment.curveBlood)).toBeLessThan(0.12)
    expect(blood.blood).toBeGreaterThan(pigment.blood + 0.2)
  })

  it('is not made of branches', () => {
    const net: Drawing = (u, v) => {
      const [x, y] = [(u - 0.55) * 2, v * 0.75]
      const turn = Math.atan2(y, x)
      const spoke = Math.abs(Math.sin(3.5 * turn)) * Math.hypot(x, y) * 0.29
      return Math.hypot(x, y) < 0.06 ? 1 : Math.exp(-0.3 * Math.exp(-((spoke / 0.012) ** 2)))
    }
    const read = linesOf(times(empty, net))
    expect(read.length).toBeGreaterThan(1)
    expect(read.curveAlone).toBeLessThan(0.5)
    expect(read.curve).toBeLessThan(linesOf(times(empty, circle(0.3))).curve)
  })
})
