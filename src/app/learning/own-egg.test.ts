import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import { bluntPole, smallPole } from '../../core/geometry/egg-outline.ts'
import { CARD_PX, type CardWish } from '../../core/learning/egg-card.ts'
import type { KnownCard } from '../../domain/known-cards.ts'
import { ownEgg } from './own-egg.ts'

const {
  looks: [look],
} = sampleRecords()
const WISH: CardWish = { seed: 's', confusion: 'plain', hardness: 0.5, species: 'chicken', shell: 'white' }
const card = (truth: KnownCard['truth'], of: PicturedLook = look!): KnownCard => ({
  look: of,
  truth,
  confusion: 'plain',
  species: 'chicken',
  shell: 'white',
  hardness: 0.5,
})
const nothing = { photo: async () => null, shapes: async () => null }
const lines = {
  id: look!.id,
  polygon: [],
  cellEdge: [],
  shadow: [
    [{ x: 1, y: 1 }],
    [
      { x: look!.reading.outline.centre.x, y: look!.reading.outline.centre.y },
      { x: 5, y: 5 },
    ],
  ],
  ring: [
    { x: 10, y: 10 },
    { x: 20, y: 10 },
    { x: 20, y: 20 },
  ],
  crack: [],
}
const never = new AbortController().signal

describe('a photograph of one’s own to practise on', () => {
  it('is cut out around its egg: both poles lie in the card, as far from its edges', () => {
    const { outline } = ownEgg(card('developing'), WISH, nothing)
    const [blunt, small] = [bluntPole(outline), smallPole(outline)]
    expect((blunt.x + small.x) / 2).toBeCloseTo(CARD_PX / 2, 6)
    expect((blunt.y + small.y) / 2).toBeCloseTo(CARD_PX / 2, 6)
    // A sixth of the length is left at either end: the egg takes 1 / 1.32 of the side.
    expect(Math.hypot(blunt.x - small.x, blunt.y - small.y) / CARD_PX).toBeCloseTo(1 / 1.32, 1)
  })

  it('is judged by the verdict that it got, and cannot be turned or waited for', async () => {
    const egg = ownEgg(card('clear'), WISH, nothing)
    expect(await egg.judge(new Blob(), never)).toEqual(look!.verdict)
    expect([egg.sides, egg.film, egg.lookId, egg.truth]).toEqual([1, null, look!.id, 'clear'])
  })

  it('that is gone has no picture, and asks nobody for it again', async () => {
    expect(await ownEgg(card('clear'), WISH, nothing).side(0, never)).toBeNull()
    const failing = {
      photo: () => Promise.reject(new Error('gone')),
      shapes: () => Promise.reject(new Error('gone')),
    }
    expect(await ownEgg(card('clear'), WISH, failing).side(0, never)).toBeNull()
  })

  it('shows the measured ring of a ring alone, the largest shadow as its body, and none of either in a clear egg', async () => {
    const kept = { photo: async () => null, shapes: async () => lines as never }
    const signs = async (truth: KnownCard['truth']) => {
      const egg = ownEgg(card(truth), WISH, kept)
      await egg.side(0, never)
      return egg.signs(0)
    }
    const ring = await signs('blood-ring')
    expect(ring.ring[0]).toHaveLength(3)
    expect(ring.body).toHaveLength(2)
    expect((await signs('developing')).ring).toEqual([])
    const clear = await signs('clear')
    expect([clear.ring, clear.body]).toEqual([[], []])
    expect(clear.cellEdge.length).toBeGreaterThan(2)
  })

  it('takes the lines that the candler drew before those that were measured', () => {
    const drawn = { ...look!.reading.outline, centre: { x: 100, y: 120 } }
    const corrected = {
      ...look!,
      correction: {
        at: look!.takenAt,
        lines: { outline: drawn, cell: null, shadow: [], collar: null },
        figures: {
          lengthPx: 1,
          breadthPx: 1,
          airCell: { depth: 0.3, volume: 0.2, tiltRad: 0.1 },
          shadowArea: 0,
        },
      },
    }
    const egg = ownEgg(card('developing', corrected), WISH, nothing)
    expect(egg.cell).toMatchObject({ depth: 0.3, tiltRad: 0.1 })
  })
})
