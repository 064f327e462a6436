import { lightWithin, type LinearImage, type PhotoRows } from '../image/linear.ts'
import { outlinePolygon, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import type { EggShapes } from '../measure/reading.ts'
import { shadowField, type LookLines } from './moving-lines.ts'
import { shellMarks, type ShellMarks } from './shell-marks.ts'
import { filmOutline, layUpright, toFilm, type EggForm, type UprightEgg } from './upright.ts'

/** A look as a film has it: its light and its lines, laid on the film's egg. */
export interface FilmLook {
  egg: UprightEgg
  lines: LookLines
  /** Of the side that was up. */
  marks: ShellMarks
}

/** What a look brings, in photograph pixels. */
export interface LookSource {
  outline: EggOutline
  shapes: Pick<EggShapes, 'cellEdge' | 'shadow'>
}

/** Room around the egg, px: averaging must not run out at its edge. */
const BESIDE_PX = 4

/** The light of an egg in a photograph, at no more pixels than a film of that height has. */
export function lightForFilm(photo: PhotoRows, outline: EggOutline, heightPx: number): LinearImage {
  const polygon = outlinePolygon(outline)
  const span = (of: (point: Point) => number, size: number): [number, number] => {
    const values = polygon.map(of)
    const from = Math.min(size - 1, Math.max(0, Math.floor(Math.min(...values)) - BESIDE_PX))
    return [from, Math.max(1, Math.min(size, Math.ceil(Math.max(...values)) + BESIDE_PX) - from)]
  }
  const [left, width] = span(({ x }) => x, photo.widthPx)
  const [top, height] = span(({ y }) => y, photo.heightPx)
  const reduction = Math.max(1, (2 * outline.halfLengthPx) / heightPx)
  return lightWithin(photo, { left, top, widthPx: width, heightPx: height }, reduction)
}

/**
 * One look of a film. Looks know nothing of each other, so that several are made at once.
 * @param image - of the photograph
 * @param form - what the looks of the film agree on, see commonForm
 */
export function filmLook(
  image: LinearImage,
  { outline, shapes }: LookSource,
  { form, heightPx }: { form: EggForm; heightPx: number },
): FilmLook {
  const film = filmOutline(form, heightPx)
  const place = toFilm(outline, film.outline)
  const rings = shapes.shadow.map((ring: readonly Point[]) => place(ring))
  const egg = layUpright(image, outline, film)
  return {
    egg,
    marks: shellMarks(egg, film),
    lines: { cellEdge: place(shapes.cellEdge), shadow: shadowField(rings, film) },
  }
}
