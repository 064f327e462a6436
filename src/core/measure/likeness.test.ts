import { describe, expect, it } from 'vitest'
import { notAnEgg } from '../../../lab/not-eggs/picture.ts'
import { decodePhoto } from '../../cli/decode.ts'
import { gradeEgg } from '../grade/grade.ts'
import { rowsOf, type RgbImage } from '../image/linear.ts'
import type { Shell } from '../species/species.ts'
import { simulatePhoto } from '../simulate/simulated-photo.ts'
import { cases } from '../../testing/cases.ts'
import { readPhoto } from './read-photo.ts'

const SIDE = 400
type Colour = readonly [number, number, number]

/** An oval as a drawing program makes it, with a smooth edge; `to` shades it toward its rim. */
function oval(from: Colour, to: Colour = from): RgbImage {
  const data = new Uint8ClampedArray(3 * SIDE * SIDE)
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const r = Math.hypot((x - 200) / 112, (y - 200) / 150)
      const cover = Math.min(1, Math.max(0, (1 - r) * 112 + 0.5))
      for (let c = 0; c < 3; c++)
        data[3 * (y * SIDE + x) + c] = 4 + cover * (from[c]! + (to[c]! - from[c]!) * Math.min(1, r) - 4)
    }
  }
  return { widthPx: SIDE, heightPx: SIDE, channels: 3, data }
}

// A drawing shaded from one colour into another has what light in an egg has: that one still passes.
const OVALS: Array<[string, Colour, Colour?]> = [
  ['orange', [255, 136, 0]],
  ['shaded in one colour', [255, 136, 0], [64, 34, 0]],
  ['yolk yellow', [255, 204, 102]],
  ['brown', [170, 51, 0]],
  ['grey', [136, 136, 136]],
  ['white', [255, 255, 255]],
  ['blue', [51, 102, 255]],
  ['green', [34, 204, 68]],
]
describe('a drawn oval is not graded', () => {
  it.each(OVALS.slice(0, cases(2, OVALS.length)))('%s', (_, from, to) => {
    const measured = readPhoto(rowsOf(oval(from, to)), { species: 'chicken' })
    if (measured.kind === 'rejected') return expect(measured.why).toMatch(/no-egg|outline-unclear/)
    for (const ageDays of [7, 10, 17]) {
      const verdict = gradeEgg(measured.eggs[0]!, {
        species: 'chicken',
        ageDays,
        shell: 'white',
        policy: 'first-sight',
      })
      expect([verdict.grade, verdict.action, verdict.readable]).toEqual(['unsure', 'recheck', false])
    }
  })
})

describe('a ball lit from the front is not graded', () => {
  it.each([0, 1, 2].slice(0, cases(1, 3)))('ball %i', async (index) => {
    const measured = readPhoto(rowsOf(await decodePhoto(await notAnEgg('ball', index))), {
      species: 'chicken',
    })
    if (measured.kind === 'eggs') expect(measured.eggs[0]!.reasons).toContain('unlike-an-egg')
  })
})

const EGGS: Array<[string, number, Shell, object]> = [
  ['set this morning', 0.2, 'white', {}],
  ['burnt out', 8, 'white', { exposure: 1.9 }],
  ['late in a dark shell', 17, 'dark', {}],
  ['dim', 8, 'brown', { exposure: 0.15 }],
  ['through a soft lens', 5, 'tinted', { defocusPx: 3.5, electrons: 9000 }],
  ['under cool light', 6, 'blue', { whiteBalance: [1, 1.25, 1.6] }],
]
describe('an egg is an egg', () => {
  it.each(EGGS.slice(0, cases(2, EGGS.length)))('%s', (_, ageDays, shell, shot) => {
    const measured = readPhoto(
      rowsOf(
        simulatePhoto({
          seed: `likeness ${shell} ${ageDays}`,
          ageDays,
          shell,
          shot: { widthPx: SIDE, heightPx: SIDE, ...shot },
        } as Parameters<typeof simulatePhoto>[0]).image,
      ),
      { species: 'chicken' },
    )
    expect(measured.kind === 'eggs' && measured.eggs[0]!.reasons).not.toContain('unlike-an-egg')
  })
})
