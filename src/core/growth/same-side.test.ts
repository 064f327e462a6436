import { describe, expect, it } from 'vitest'
import { createRandom } from '../random/random.ts'
import { createEgg, eggAt } from '../simulate/egg-model.ts'
import { AT_REST } from '../simulate/growth.ts'
import { renderEgg } from '../simulate/render.ts'
import { outlineOf, takeShot } from '../simulate/shot.ts'
import { lightOf, rowsOf } from '../image/linear.ts'
import { filmLook, type FilmLook } from './film-look.ts'
import { shadowField } from './moving-lines.ts'
import { turned, turnsToSameSide } from './same-side.ts'
import { rollBetween, shellMarks, type ShellMarks } from './shell-marks.ts'
import { commonForm, filmOutline, type UprightEgg } from './upright.ts'

const FILM = filmOutline({ aspect: 0.75, taper: 0.12, bulge: -0.02 }, 400)
const RAD = Math.PI / 180

/** Dark spots scattered over a shell, seen from a side: a spot at (t, longitude) shows where the sphere says. */
function spotted(seed: string, rollRad: number, depth = 0.9): UprightEgg {
  const random = createRandom(seed)
  const spots = Array.from({ length: 160 }, () => ({
    t: random.between(-0.85, 0.85),
    longitude: random.between(-Math.PI, Math.PI) + rollRad,
    size: random.between(0.03, 0.07),
  }))
  const { widthPx, heightPx, outline } = FILM
  const light = new Float32Array(3 * widthPx * heightPx)
  for (let y = 0; y < heightPx; y++) {
    const t = (heightPx / 2 - y - 0.5) / outline.halfLengthPx
    const near = spots.filter((spot) => Math.abs(t - spot.t) < spot.size)
    for (let x = 0; x < widthPx; x++) {
      const swell = (1 + outline.taper * t + outline.bulge * t * t) * Math.sqrt(Math.max(0, 1 - t * t))
      const v = (x + 0.5 - widthPx / 2) / (outline.halfBreadthPx * swell)
      if (!(Math.abs(v) < 1)) continue
      const longitude = Math.asin(v)
      const isSpot = near.some((spot) => {
        const away = Math.atan2(Math.sin(longitude - spot.longitude), Math.cos(longitude - spot.longitude))
        return Math.hypot(t - spot.t, away * swell * 0.75) < spot.size
      })
      light.fill(0.4 * (isSpot ? 1 - depth : 1), 3 * (y * widthPx + x), 3 * (y * widthPx + x) + 3)
    }
  }
  return { widthPx, heightPx, light, level: [0.4, 0.4, 0.4] }
}

const marksOf = (egg: UprightEgg): ShellMarks => shellMarks(egg, FILM)

describe('speckles of one shell', () => {
  const seen = marksOf(spotted('shell', 0))

  it.each([-70, -23, 0, 40, 85])('tell that it was rolled by %i°', (degrees) => {
    const found = rollBetween(seen, marksOf(spotted('shell', degrees * RAD)))
    expect(Math.abs(found!.rollRad - degrees * RAD)).toBeLessThan(1.5 * RAD)
  })

  it('agree neither with the other side nor with another shell', () => {
    expect(rollBetween(seen, marksOf(spotted('shell', Math.PI)))).toBeNull()
    for (let k = 0; k < 12; k++) expect(rollBetween(seen, marksOf(spotted(`other ${k}`, 0)))).toBeNull()
  })

  it('are not looked for on a plain shell', () => {
    const plain = marksOf(spotted('shell', 0, 0.05))
    expect(plain.contrast).toBeLessThan(0.05)
    expect(rollBetween(plain, plain)).toBeNull()
  })

  it('are found again in photographs of an egg that was painted', () => {
    const model = createEgg('same-side', { species: 'quail', shell: 'speckled', fate: { kind: 'clear' } })
    const shot = takeShot('same-side')
    const outline = outlineOf(model, shot)
    const looks = [-0.3, 0.25].map((rollRad) => {
      const { image } = renderEgg(eggAt(model, 6), shot, { ...AT_REST, rollRad })
      const source = { outline, shapes: { cellEdge: [], shadow: [] } }
      return filmLook(lightOf(rowsOf(image), 900), source, { form: commonForm([outline]), heightPx: 400 })
    })
    const found = rollBetween(looks[0]!.marks, looks[1]!.marks)
    expect(Math.abs(Math.abs(found!.rollRad) - 0.55)).toBeLessThan(2 * RAD)
  })
})

describe('looks turned to one side', () => {
  const at = (degrees: number): ShellMarks => marksOf(spotted('shell', degrees * RAD))

  it('are turned toward their middle, and one that agrees with none stays', () => {
    const turns = turnsToSameSide([at(0), at(60), marksOf(spotted('other', 0)), at(20)])
    expect(turns[2]).toBeNull()
    for (const [i, degrees] of [-30, 30, null, -10].entries())
      if (degrees !== null) expect(Math.abs(turns[i]! - degrees * RAD)).toBeLessThan(2 * RAD)
    expect(turnsToSameSide([at(0), marksOf(spotted('other', 0))])).toEqual([null, null])
    expect(turnsToSameSide([])).toEqual([])
  })

  it('show the same shell at the same place, dark where a look did not show it', () => {
    const lines = { cellEdge: [], shadow: shadowField([], FILM) }
    const of = (degrees: number): FilmLook => {
      const egg = spotted('shell', degrees * RAD)
      return { egg, lines, marks: marksOf(egg) }
    }
    const [still, moved] = [of(0), turned(of(30), 30 * RAD, FILM)]
    const middle = FILM.widthPx / 2
    let [alike, of2] = [0, 0]
    for (let y = 60; y < 340; y += 3)
      for (let x = middle - 70; x < middle + 70; x += 3) {
        const index = 3 * (y * FILM.widthPx + x)
        of2++
        if (Math.abs(still.egg.light[index]! - moved.egg.light[index]!) < 0.1) alike++
      }
    expect(alike / of2).toBeGreaterThan(0.95)
    const right = 3 * (200 * FILM.widthPx + Math.round(middle + 0.97 * FILM.outline.halfBreadthPx))
    expect(moved.egg.light[right]).toBe(0)
  })

  it('take their lines along', () => {
    const { outline } = FILM
    const onAxis = { x: outline.centre.x, y: outline.centre.y }
    const disc = Array.from({ length: 24 }, (_, i) => ({
      x: onAxis.x + 50 * Math.cos((i * Math.PI) / 12),
      y: onAxis.y + 50 * Math.sin((i * Math.PI) / 12),
    }))
    const egg = spotted('shell', 0)
    const look = {
      egg,
      marks: marksOf(egg),
      lines: { cellEdge: [onAxis], shadow: shadowField([disc], FILM) },
    }
    const { lines } = turned(look, 25 * RAD, FILM)
    // What lay at longitude 25° is in the middle now, and what was in the middle at −25°.
    expect(lines.cellEdge[0]!.x).toBeCloseTo(onAxis.x - outline.halfBreadthPx * Math.sin(25 * RAD), 3)
    const middleOf = ({ columns, values }: typeof lines.shadow): number => {
      const inside = Array.from(values.keys()).filter((index) => values[index]! > 0)
      return inside.reduce((sum, index) => sum + (index % columns), 0) / inside.length
    }
    expect(middleOf(lines.shadow)).toBeLessThan(middleOf(look.lines.shadow) - 5)
  })
})
