import { outlinePolygon, type Point } from '../../../core/geometry/egg-outline.ts'
import { linesAt } from '../../../core/growth/moving-lines.ts'
import type { FilmMoment } from '../../../core/growth/timeline.ts'
import type { GrowthFilm } from './growth-film.ts'

/** On the screen, or for a file. */
export type FilmContext = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** Lines of the measured photograph, in the same colours as everywhere. */
const OUTLINE = '#ffd9a0'
const CELL_EDGE = '#fff1dc'
const SHADOW = '#ffb25e'
const CAPTION = '#d9b48c'
/** Height of the line of words under the egg, px of the film. */
export const CAPTION_PX = 56

export interface FilmDrawing {
  film: GrowthFilm
  moment: FilmMoment
  /** Turned to one side of the shell, where its speckles tell how. */
  sameSide: boolean
  /** Whether what was measured is drawn. */
  lines: boolean
  /** Under the egg; none where it is empty. */
  caption: string
}

/** Draws a moment of a film with its top left corner at the context's origin. */
export function drawFilm(
  context: FilmContext,
  { film, moment, sameSide, lines, caption }: FilmDrawing,
): void {
  const { widthPx, heightPx, outline } = film
  const take = (sameSide && film.sameSide) || film.asItLay
  const { pictures } = take
  context.save()
  context.drawImage(pictures[moment.from]!, 0, 0)
  if (moment.blend > 0) {
    context.globalAlpha = moment.blend
    context.drawImage(pictures[moment.to]!, 0, 0)
    context.globalAlpha = 1
  }
  context.lineJoin = 'round'
  // What nobody photographed is framed by a broken line, in every copy of the film.
  context.setLineDash(moment.isBlended ? [14, 12] : [])
  trace(context, outlinePolygon(outline), { colour: OUTLINE, widthPx: 2, closed: true })
  if (lines) {
    const now = linesAt(take.lines, moment)
    context.setLineDash([])
    trace(context, now.cellEdge, { colour: CELL_EDGE, widthPx: 3, closed: false })
    context.setLineDash([9, 7])
    for (const ring of now.shadow) trace(context, ring, { colour: SHADOW, widthPx: 2.5, closed: true })
  }
  if (caption) {
    context.fillStyle = CAPTION
    context.font = `600 34px "Atkinson Hyperlegible Next Variable", sans-serif`
    context.textAlign = 'center'
    context.fillText(caption, widthPx / 2, heightPx + 0.65 * CAPTION_PX, widthPx)
  }
  context.restore()
}

interface Pen {
  colour: string
  widthPx: number
  closed: boolean
}

function trace(context: FilmContext, points: readonly Point[], { colour, widthPx, closed }: Pen): void {
  if (points.length < 2) return
  context.beginPath()
  for (const [i, { x, y }] of points.entries())
    if (i === 0) context.moveTo(x, y)
    else context.lineTo(x, y)
  if (closed) context.closePath()
  context.strokeStyle = colour
  context.lineWidth = widthPx
  context.stroke()
}
