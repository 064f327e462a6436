import type { LinearImage } from '../image/linear.ts'
import type { EggOutline, Point } from '../geometry/egg-outline.ts'
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
