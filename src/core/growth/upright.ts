import { quantile } from '../image/quantile.ts'
import { sampleLine, type Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import { breadthPx, relativeRadius, toPicture, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import { wanted } from '../wanted.ts'

/** Share of a film's height that the egg's length takes. */
const FILL = 0.92
/** Room beside the egg, ÷ its breadth. */
const BESIDE = 1.06
/** The light at the rim fades over this share of the half-breadth, so that no look's own edge shows. */
const RIM_FADE = 0.03
/** Share of the pixels that are at most as bright as the light that looks are evened by: shell, not glare. */
const BRIGHT = 0.9
/** Sampling step for it, px. */
const LEVEL_STEP = 7

/** Proportions of an egg without size or place. */
export interface EggForm {
  /** Half-breadth at mid-length ÷ half-length. */
  aspect: number
  taper: number
  bulge: number
}

/** One look's light on the film's egg: blunt pole up, dark beyond the rim. */
export interface UprightEgg {
  widthPx: number
  heightPx: number
  /** Linear light, red, green, blue by turns, row-major. */
  light: Float32Array<ArrayBuffer>
  /** Red, green, blue of the bright shell, linear. */
  level: readonly [number, number, number]
}

export function formOf({ halfLengthPx, halfBreadthPx, taper, bulge }: EggOutline): EggForm {
  return { aspect: halfBreadthPx / halfLengthPx, taper, bulge }
}

/**
 * The form that several looks at one egg agree on: the median of each proportion, so that one look with a leaning egg
 * does not bend the film.
 * @throws RangeError without any outline
 */
export function commonForm(outlines: readonly EggOutline[]): EggForm {
  wanted('outlines', outlines.length, [1, Infinity])
  const forms = outlines.map(formOf)
  const median = (of: (form: EggForm) => number): number => {
    const sorted = forms.map(of).sort((a, b) => a - b)
    return (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2
  }
  return {
    aspect: median((form) => form.aspect),
    taper: median((form) => form.taper),
    bulge: median((form) => form.bulge),
  }
}

/** The egg of that form in the film's pixels, and the film's even size. */
export function filmOutline(
  { aspect, taper, bulge }: EggForm,
  heightPx: number,
): { outline: EggOutline; widthPx: number; heightPx: number } {
  const halfLengthPx = (FILL * heightPx) / 2
  const egg = { axisRad: -Math.PI / 2, halfLengthPx, halfBreadthPx: aspect * halfLengthPx, taper, bulge }
  // Video wants even sides.
  const widthPx = 2 * Math.round((BESIDE * breadthPx({ ...egg, centre: { x: 0, y: 0 } })) / 2)
  return { outline: { ...egg, centre: { x: widthPx / 2, y: heightPx / 2 } }, widthPx, heightPx }
}

/** Place on the egg: t along the axis, 1 at the blunt pole; v across, ±1 at the outline. */
interface EggPlace {
  t: number
  v: number
}

function placeOn(outline: EggOutline, { x, y }: Point): EggPlace {
  const c = Math.cos(outline.axisRad)
  const s = Math.sin(outline.axisRad)
  const dx = x - outline.centre.x
  const dy = y - outline.centre.y
  const t = (dx * c + dy * s) / outline.halfLengthPx
  const radius = outline.halfBreadthPx * relativeRadius(outline, t)
  return { t, v: radius > 0 ? (-dx * s + dy * c) / radius : 0 }
}

function pointAt(outline: EggOutline, { t, v }: EggPlace): Point {
  return toPicture(outline, t * outline.halfLengthPx, v * outline.halfBreadthPx * relativeRadius(outline, t))
}

/**
 * Takes points from one look's photograph to the film: what lies at the same place of the egg comes to lie on each other,
 * however the egg was held.
 */
export function toFilm(look: EggOutline, film: EggOutline): (points: readonly Point[]) => Point[] {
  return (points) =>
    points.map((point) => {
      const { t, v } = placeOn(look, point)
      return pointAt(film, { t: Math.min(1, Math.max(-1, t)), v: Math.min(1, Math.max(-1, v)) })
    })
}

/**
 * Lays the egg of a photograph upright in the film.
 * @param image - of the photograph, drawn down or not
 * @param look - the egg in photograph pixels
 */
export function layUpright(
  image: LinearImage,
  look: EggOutline,
  { outline: film, widthPx, heightPx }: ReturnType<typeof filmOutline>,
): UprightEgg {
  const light = new Float32Array(3 * widthPx * heightPx)
  const planes = [image.red, image.green, image.blue].map((values): Plane => ({
    widthPx: image.widthPx,
    heightPx: image.heightPx,
    values,
  }))
  const shell: number[] = []
  const lines = [new Float32Array(widthPx), new Float32Array(widthPx), new Float32Array(widthPx)] as const
  const [red, green, blue] = lines
  const [cosine, sine] = [Math.cos(look.axisRad), Math.sin(look.axisRad)]
  // A row of the film, where the blunt pole is up, is a straight line across the photograph's egg.
  for (let y = 0; y < heightPx; y++) {
    const t = (film.centre.y - y - 0.5) / film.halfLengthPx
    const radius = film.halfBreadthPx * relativeRadius(film, t)
    const first = Math.max(0, Math.ceil(film.centre.x - radius - 0.5))
    const last = Math.min(widthPx - 1, Math.floor(film.centre.x + radius - 0.5))
    if (radius <= 0 || last < first) continue
    const from = pointAt(look, { t, v: (first + 0.5 - film.centre.x) / radius })
    const step = (look.halfBreadthPx * relativeRadius(look, t)) / radius / image.reduction
    for (const [c, plane] of planes.entries())
      sampleLine(
        plane,
        (from.x - image.originPx.x) / image.reduction,
        (from.y - image.originPx.y) / image.reduction,
        -sine * step,
        cosine * step,
        lines[c]!.subarray(0, last - first + 1),
      )
    for (let x = first; x <= last; x++) {
      const inside = Math.min(1, (1 - Math.abs((x + 0.5 - film.centre.x) / radius)) / RIM_FADE)
      const at = y * widthPx + x
      const value = red[x - first]!
      // Beyond the photograph there is no light.
      if (Number.isNaN(value)) continue
      light[3 * at] = inside * value
      light[3 * at + 1] = inside * green[x - first]!
      light[3 * at + 2] = inside * blue[x - first]!
      if (at % LEVEL_STEP === 0 && inside === 1) shell.push(at)
    }
  }
  const level = (channel: number): number =>
    quantile(new Float32Array(shell.map((at) => light[3 * at + channel]!)), BRIGHT)
  return { widthPx, heightPx, light, level: [level(0), level(1), level(2)] }
}
