import { describe, expect, it } from 'vitest'
import type { EggOutline, Point } from '../geometry/egg-outline.ts'
import { outlinePolygon, toEggFrame, toPicture } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { commonLevel, evened } from './even-light.ts'
import { filmLook } from './film-look.ts'
import { linesAt, shadowField, type LookLines } from './moving-lines.ts'
import { momentAt, momentAtAge, timelineOf } from './timeline.ts'
import { commonForm, filmOutline, layUpright, toFilm } from './upright.ts'

const EGG: EggOutline = {
  centre: { x: 150, y: 140 },
  axisRad: 0.7,
  halfLengthPx: 90,
  halfBreadthPx: 66,
  taper: 0.12,
  bulge: -0.03,
}

/** A photograph in which red runs along the egg's axis and green across it, of any pose. */
function photographOf(outline: EggOutline, gain = 1): LinearImage {
  const [widthPx, heightPx] = [320, 300]
  const plane = (): Float32Array => new Float32Array(widthPx * heightPx)
  const image = {
    widthPx,
    heightPx,
    red: plane(),
    green: plane(),
    blue: plane(),
    reduction: 1,
    originPx: { x: 0, y: 0 },
  }
  for (let y = 0; y < heightPx; y++)
    for (let x = 0; x < widthPx; x++) {
      const { along, across } = toEggFrame(outline, { x: x + 0.5, y: y + 0.5 })
      image.red[y * widthPx + x] = gain * (0.3 + (0.2 * along) / outline.halfLengthPx)
      image.green[y * widthPx + x] = gain * (0.2 + (0.1 * across) / outline.halfBreadthPx)
      image.blue[y * widthPx + x] = gain * 0.05
    }
  return image
}

function furthest(a: ArrayLike<number>, b: ArrayLike<number>): number {
  return Array.from(a).reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0)
}

describe('looks laid upright', () => {
  it('show the same place of the egg at the same place, however it was held', () => {
    const film = filmOutline(commonForm([EGG]), 200)
    const turned = {
      ...EGG,
      axisRad: -2.4,
      centre: { x: 170, y: 150 },
      halfLengthPx: 70,
      halfBreadthPx: (70 * 66) / 90,
    }
    const [a, b] = [EGG, turned].map((outline) => layUpright(photographOf(outline), outline, film).light)
    expect(furthest(a!, b!)).toBeLessThan(0.012)
    // The blunt pole is up: red grows toward it.
    const at = (y: number): number => a![3 * (y * film.widthPx + film.widthPx / 2)]!
    expect(at(20)).toBeGreaterThan(at(180) + 0.25)
    expect(a![0]).toBe(0)
  })

  it('takes lines along, poles to poles and outline to outline', () => {
    const { outline: film } = filmOutline({ aspect: 0.7, taper: 0.1, bulge: 0 }, 400)
    const moved = toFilm(EGG, film)(outlinePolygon(EGG, 16))
    for (const [i, point] of outlinePolygon(film, 16).entries()) {
      expect(moved[i]!.x).toBeCloseTo(point.x, 5)
      expect(moved[i]!.y).toBeCloseTo(point.y, 5)
    }
  })

  it('agrees on a form that one bad look does not bend', () => {
    const bad = { ...EGG, halfBreadthPx: 40, taper: -0.2 }
    expect(commonForm([EGG, bad, EGG])).toEqual(commonForm([EGG]))
    expect(() => commonForm([])).toThrow(RangeError)
  })
})

describe('light of a film', () => {
  it('is the same for the same egg in other light', () => {
    const film = filmOutline(commonForm([EGG]), 120)
    const looks = [1, 0.2].map((gain) => layUpright(photographOf(EGG, gain), EGG, film))
    const level = commonLevel(looks.map((look) => look.level))
    const [bright, dim] = looks.map((look) => evened(look, level))
    expect(furthest(bright!, dim!)).toBeLessThanOrEqual(2)
  })

  it('does not make light out of darkness', () => {
    expect(commonLevel([[0, 0, 0]])).toEqual([0.6, 0.6, 0.6])
    const dark = {
      widthPx: 1,
      heightPx: 1,
      light: Float32Array.of(0.0001, 0, 0),
      level: [0.0001, 0, 0] as const,
    }
    expect(Math.max(...evened(dark, [0.6, 0.3, 0.1]).slice(0, 3))).toBeLessThan(10)
  })
})

describe('the course of a film', () => {
  const film = timelineOf([4, 7, 7, 14])

  it('stands at each look and blends between, the age running on', () => {
    let last = 0
    for (let ms = 0; ms <= film.durationMs; ms += 40) {
      const { ageDays, from, to, blend, isBlended } = momentAt(film, ms)
      expect(ageDays).toBeGreaterThanOrEqual(last)
      expect(to - from).toBe(isBlended ? 1 : 0)
      expect(blend >= 0 && blend < 1).toBe(true)
      last = ageDays
    }
    expect(last).toBe(14)
    for (const [i, at] of film.lookMs.entries())
      expect(momentAt(film, at)).toMatchObject({ from: i, isBlended: false, ageDays: film.ages[i] })
  })

  it('shows another egg at the same age, within what was seen of it', () => {
    expect(momentAtAge([5, 10], 7)).toMatchObject({ from: 0, to: 1, blend: 0.4, isBlended: true })
    expect(momentAtAge([5, 10], 2)).toMatchObject({ from: 0, to: 0, ageDays: 5, isBlended: false })
    expect(momentAtAge([5, 10], 12)).toMatchObject({ from: 1, to: 1, ageDays: 10, isBlended: false })
  })

  it('refuses looks out of order, and none', () => {
    expect(() => timelineOf([])).toThrow(RangeError)
    expect(() => timelineOf([7, 4])).toThrow(/ages\[1\]/)
  })
})

describe('lines that move', () => {
  const SIZE = { widthPx: 300, heightPx: 400 }
  const disc = (radius: number): Point[] =>
    Array.from({ length: 60 }, (_, i) => ({
      x: 150 + radius * Math.cos((i * Math.PI) / 30),
      y: 200 + radius * Math.sin((i * Math.PI) / 30),
    }))
  const edge = (y: number): Point[] => [
    { x: 250, y },
    { x: 50, y },
  ]
  const looks: LookLines[] = [
    { cellEdge: edge(60), shadow: shadowField([], SIZE) },
    { cellEdge: edge(60), shadow: shadowField([disc(36)], SIZE) },
    { cellEdge: edge(90).toReversed(), shadow: shadowField([disc(84)], SIZE) },
  ]
  const areaOf = (rings: Point[][]): number =>
    Math.abs(
      rings
        .flatMap((ring) => ring.map((p, i) => [p, ring[(i + 1) % ring.length]!] as const))
        .reduce((sum, [a, b]) => sum + (a.x * b.y - b.x * a.y) / 2, 0),
    )
  const moment = (from: number, blend: number) => ({ from, to: from + 1, blend, ageDays: 0, isBlended: true })

  it('grow a disc from its small size to its large one', () => {
    const radius = (blend: number): number =>
      Math.sqrt(areaOf(linesAt(looks, moment(1, blend)).shadow) / Math.PI)
    // A cell of the grid is 6 px; chamfer distances are good to a twentieth.
    expect(Math.abs(radius(0) - 36)).toBeLessThan(4)
    expect(Math.abs(radius(0.5) - 60)).toBeLessThan(4)
    expect(Math.abs(radius(0.99) - 84)).toBeLessThan(4)
  })

  it('let a shadow appear from nothing', () => {
    expect(linesAt(looks, moment(0, 0.01)).shadow).toEqual([])
    expect(areaOf(linesAt(looks, moment(0, 0.99)).shadow)).toBeGreaterThan(0.8 * Math.PI * 36 ** 2)
  })

  it('lower the air cell’s edge, whichever way it was traced', () => {
    const { cellEdge } = linesAt(looks, moment(1, 0.5))
    for (const { y } of cellEdge) expect(y).toBeCloseTo(75, 6)
    const [first, last] = [cellEdge[0]!, cellEdge.at(-1)!]
    expect([first.x, last.x]).toEqual([50, 250])
  })

  it('come with a look as it was measured', () => {
    const cellEdge = [-40, 0, 40].map((across) => toPicture(EGG, 60, across))
    const { lines } = filmLook(
      photographOf(EGG),
      { outline: EGG, shapes: { cellEdge, shadow: [] } },
      { form: commonForm([EGG]), heightPx: 200 },
    )
    const { outline } = filmOutline(commonForm([EGG]), 200)
    // 60 of 90 toward the blunt pole, which is up.
    for (const { y } of lines.cellEdge)
      expect(y).toBeCloseTo(outline.centre.y - (60 / 90) * outline.halfLengthPx, 5)
  })
})
