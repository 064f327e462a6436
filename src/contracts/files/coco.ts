import { bluntPole, outlinePolygon, type Point } from '../../core/geometry/egg-outline.ts'
import { cellCurve, smoothCurve } from '../../core/measure/by-hand.ts'
import { GRADES } from '../../core/grade-names.ts'
import { isPictured, type PicturedLook } from '../records/look-record.ts'
import type { HatcheryRecords } from '../records/records.ts'
import type { ShapesRecord } from '../records/shapes-record.ts'

/** What is outlined in the photographs. */
export const COCO_CATEGORIES = [
  { id: 1, name: 'egg', supercategory: 'egg' },
  { id: 2, name: 'air cell', supercategory: 'egg' },
  { id: 3, name: 'embryo shadow', supercategory: 'egg' },
] as const

interface CocoAnnotation {
  id: number
  image_id: number
  category_id: number
  /** One polygon, x and y in turn, pixels. */
  segmentation: number[][]
  bbox: [x: number, y: number, width: number, height: number]
  area: number
  iscrowd: 0
  /** Whether a person drew it, and what is known of the egg. */
  attributes: { by: 'hand' | 'measured'; grade: string; egg: string }
}

export interface CocoFile {
  info: { description: string; version: string; year: number }
  images: Array<{ id: number; file_name: string; width: number; height: number; date_captured: string }>
  annotations: CocoAnnotation[]
  categories: typeof COCO_CATEGORIES
  /** Grades that an annotation's attributes may name. */
  grades: readonly string[]
}

const LEAST_CORNERS = 3
const round = (value: number): number => Math.round(value * 10) / 10

export interface CocoOptions {
  /** The measured lines of a look; null where they are gone. */
  shapesOf: (lookId: string) => Promise<ShapesRecord | null>
  /** Of a look's photograph; null leaves the look out. */
  fileName: (look: PicturedLook) => string | null
  year: number
}

/**
 * Outlines, air cells and shadows of all looks for people who train models; lines drawn by hand go before those measured.
 * @see Lin, T.-Y. et al. (2014). Microsoft COCO: common objects in context. ECCV 2014, 740–755: the form of the file.
 */
export async function cocoOf(
  { looks, eggs, sets }: Pick<HatcheryRecords, 'looks' | 'eggs' | 'sets'>,
  { shapesOf, fileName, year }: CocoOptions,
): Promise<CocoFile> {
  const images = new Map<string, CocoFile['images'][number]>()
  const annotations: CocoAnnotation[] = []
  const setById = new Map(sets.map((set) => [set.id, set]))
  const eggById = new Map(eggs.map((egg) => [egg.id, egg]))
  for (const look of looks.filter(isPictured)) {
    const name = fileName(look)
    if (name === null) continue
    const { photo, takenAt } = look
    // Several eggs may lie in one photograph.
    const image = images.get(photo.id) ?? {
      id: images.size + 1,
      file_name: name,
      width: photo.widthPx,
      height: photo.heightPx,
      date_captured: takenAt,
    }
    images.set(photo.id, image)
    const egg = eggById.get(look.eggId)
    const attributes = {
      by: look.correction ? ('hand' as const) : ('measured' as const),
      grade: egg?.outcome?.found ?? look.own?.grade ?? look.verdict.grade,
      egg: `${setById.get(look.setId)?.name ?? ''} ${egg?.number ?? ''}`.trim(),
    }
    for (const [category, polygon] of polygonsOf(look, await shapesOf(look.id))) {
      if (polygon.length < LEAST_CORNERS) continue
      annotations.push({
        id: annotations.length + 1,
        image_id: image.id,
        category_id: category,
        segmentation: [polygon.flatMap(({ x, y }) => [round(x), round(y)])],
        bbox: boxOf(polygon),
        area: round(areaOf(polygon)),
        iscrowd: 0,
        attributes,
      })
    }
  }
  return {
    info: { description: 'Backlit eggs, from a Perlumen book', version: '1.0', year },
    images: [...images.values()],
    annotations,
    categories: COCO_CATEGORIES,
    grades: [...GRADES, 'unsure', 'hatched', 'alive'],
  }
}

function polygonsOf(look: PicturedLook, shapes: ShapesRecord | null): Array<[category: number, Point[]]> {
  const lines = look.correction?.lines
  const outline = lines?.outline ?? look.reading.outline
  const edge = lines ? (lines.cell ? cellCurve(outline, lines.cell) : []) : (shapes?.cellEdge ?? [])
  const shadows = lines ? [smoothCurve(lines.shadow)] : (shapes?.shadow ?? [])
  return [
    [1, lines || !shapes ? outlinePolygon(outline) : shapes.polygon],
    // An outline drawn by hand has poles of its own: the hand may have put right which end is blunt.
    [2, capOf(outlinePolygon(outline), edge, lines ? bluntPole(outline) : look.reading.bluntPole)],
    ...shadows.map((shadow): [number, Point[]] => [3, shadow]),
  ]
}

/** The part of the outline on the blunt pole's side of the air cell's edge. */
function capOf(polygon: readonly Point[], edge: readonly Point[], pole: Point): Point[] {
  const [start, end] = [edge[0], edge.at(-1)]
  if (!start || !end) return []
  const sideOf = ({ x, y }: Point): number =>
    (end.x - start.x) * (y - start.y) - (end.y - start.y) * (x - start.x)
  const poleSide = Math.sign(sideOf(pole))
  const above = polygon.map((point) => Math.sign(sideOf(point)) === poleSide)
  // Begun where the outline comes over the edge, so that what is above lies in one piece.
  const from = above.findIndex((is, i) => is && !above[(i + above.length - 1) % above.length])
  if (from < 0) return []
  const cap: Point[] = []
  for (let i = 0; i < polygon.length && above[(from + i) % polygon.length]; i++)
    cap.push(polygon[(from + i) % polygon.length]!)
  const last = cap.at(-1)
  if (!last) return []
  const near = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)
  return [...cap, ...(near(last, start) < near(last, end) ? edge : [...edge].reverse())]
}

function boxOf(polygon: readonly Point[]): CocoAnnotation['bbox'] {
  const [xs, ys] = [polygon.map(({ x }) => x), polygon.map(({ y }) => y)]
  const [x, y] = [Math.min(...xs), Math.min(...ys)]
  return [round(x), round(y), round(Math.max(...xs) - x), round(Math.max(...ys) - y)]
}

/** Shoelace formula. */
function areaOf(polygon: readonly Point[]): number {
  const twice = polygon.reduce((sum, { x, y }, i) => {
    const next = polygon[(i + 1) % polygon.length]!
    return sum + x * next.y - next.x * y
  }, 0)
  return Math.abs(twice) / 2
}
