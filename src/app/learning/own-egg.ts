import type { ShapesRecord } from '../../contracts/records/shapes-record.ts'
import { bluntPole, outlinePolygon, smallPole, type Point } from '../../core/geometry/egg-outline.ts'
import { cellCurve, pencilLine } from '../../core/measure/by-hand.ts'
import { CARD_PX, type CardWish } from '../../core/learning/egg-card.ts'
import type { KnownCard } from '../../domain/known-cards.ts'
import type { LampEgg } from './lamp-egg.ts'
import { t } from './words.ts'

/** What is left around the egg, ÷ its length. */
const ROOM = 0.16

/** Where photographs and their measured lines are kept. */
interface Kept {
  photo: (id: string) => Promise<Blob | null>
  shapes: (lookId: string) => Promise<ShapesRecord | null>
}

/** A photograph of one's own, cut out around its egg; what was measured in it stands for what gives it away. */
export function ownEgg({ look, truth }: KnownCard, wish: CardWish, kept: Kept): LampEgg {
  const { reading, correction } = look
  const seen = correction?.lines.outline ?? reading.outline
  const [blunt, small] = [bluntPole(seen), smallPole(seen)]
  const middle = { x: (blunt.x + small.x) / 2, y: (blunt.y + small.y) / 2 }
  const sidePx = reading.lengthPx * (1 + 2 * ROOM)
  const scale = CARD_PX / sidePx
  const corner = { x: middle.x - sidePx / 2, y: middle.y - sidePx / 2 }
  const toCard = ({ x, y }: Point): Point => ({ x: (x - corner.x) * scale, y: (y - corner.y) * scale })
  const outline = {
    ...seen,
    centre: toCard(seen.centre),
    halfLengthPx: seen.halfLengthPx * scale,
    halfBreadthPx: seen.halfBreadthPx * scale,
  }
  const measured = reading.airCell && {
    depth: reading.airCell.depth.value,
    tiltRad: reading.airCell.tiltRad,
  }
  const cell = correction ? correction.figures.airCell : measured
  let shapes: ShapesRecord | null = null
  return {
    wish,
    lookId: look.id,
    truth,
    ageDays: look.ageDays,
    outline,
    cell,
    sides: 1,
    side: async () => {
      const [photo, lines] = await Promise.all([
        kept.photo(look.photo.id).catch(() => null),
        kept.shapes(look.id).catch(() => null),
      ])
      shapes = lines
      return photo && cutOut(photo, corner, sidePx).catch(() => null)
    },
    film: null,
    judge: () => Promise.resolve(look.verdict),
    signs: () => {
      const byHand = correction?.lines.cell
      const [shadow] = [...(shapes?.shadow ?? [])].sort((a, b) => b.length - a.length)
      return {
        outline: outlinePolygon(outline),
        cellEdge: byHand ? cellCurve(outline, byHand) : cell ? pencilLine(outline, cell) : [],
        vessels: [],
        ring: truth === 'blood-ring' && shapes && shapes.ring.length > 1 ? [shapes.ring.map(toCard)] : [],
        body: truth === 'clear' ? [] : (shadow ?? []).map(toCard),
      }
    },
  }
}

/** A square of the photograph, dark where it reaches over the edge. */
async function cutOut(photo: Blob, corner: Point, sidePx: number): Promise<Blob> {
  const bitmap = await createImageBitmap(photo)
  const canvas = new OffscreenCanvas(CARD_PX, CARD_PX)
  const context = canvas.getContext('2d')
  if (!context) throw new Error(t('practice.cannotCrop'))
  const scale = CARD_PX / sidePx
  context.fillRect(0, 0, CARD_PX, CARD_PX)
  context.drawImage(bitmap, -corner.x * scale, -corner.y * scale, bitmap.width * scale, bitmap.height * scale)
  bitmap.close()
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 })
}
