import { Router, type RequestHandler } from 'express'
import { z } from 'zod'
import { freshMassG } from '../../core/planning/intake/egg-figures.ts'
import { createRandom } from '../../core/random/random.ts'
import { basketByKey, demoEgg, demoWeightG } from '../../core/simulate/demo-hatchery.ts'
import { createEgg } from '../../core/simulate/egg-model.ts'
import { SPECIES_NAMES } from '../../core/species/species.ts'

const panSchema = z.union([
  z.object({ species: z.enum(SPECIES_NAMES), seed: z.string().max(80) }),
  /** An egg of the demo, as heavy as it is at an age. */
  z.object({ basket: z.string(), number: z.int().min(1).max(400), ageDays: z.number().min(0).max(60) }),
  z.object({ empty: z.literal(true) }),
])
type OnPan = z.infer<typeof panSchema>

/** Standard deviations of a kitchen balance, g, and of a hand on a calliper, mm. */
const SCALE_SD = 0.05
const CALLIPER_SD = 0.08
/** Readings for which a pan still moves after something was laid on. */
const MOVES_FOR = 2

/**
 * A simulated scale and calliper that weigh and measure whichever egg was put there. Real ones could take their
 * place: a reading is one line of text over plain HTTP. The calliper's jaws go on from length to breadth.
 */
export function standInGaugeRoutes(kinds: ReadonlyArray<'scale' | 'calliper'>): Router {
  const router = Router()
  let onPan: OnPan = { species: 'chicken', seed: 'first' }
  let readings = 0
  let jaws: 'length' | 'breadth' = 'length'
  let moves = 0
  const noise = (): number => createRandom(`gauge/${JSON.stringify(onPan)}/${++readings}`).normal()
  /** The egg on the pan and its weight; null where none is. */
  const lying = (): { lengthMm: number; breadthMm: number; grams: number } | null => {
    if ('empty' in onPan) return null
    if ('seed' in onPan) {
      const { species, seed } = onPan
      const egg = createEgg(`pan/${seed}`, { species, shell: 'tinted', fate: { kind: 'developing' } })
      return { ...egg, grams: freshMassG(egg) }
    }
    const egg = demoEgg(basketByKey(onPan.basket)!, onPan.number)
    return { ...egg, grams: demoWeightG(egg, egg, onPan.ageDays) }
  }

  router.put('/stand-in/pan', (request, response) => {
    const parsed = panSchema.safeParse(request.body)
    if (!parsed.success || ('basket' in parsed.data && !basketByKey(parsed.data.basket))) {
      response.status(400).json({ message: 'There is no such egg.' })
      return
    }
    onPan = parsed.data
    jaws = 'length'
    moves = 'basket' in onPan ? MOVES_FOR : 0
    response.status(204).end()
  })
  const isThere: (kind: 'scale' | 'calliper') => RequestHandler = (kind) => (_request, _response, next) =>
    kinds.includes(kind) ? next() : next('route')
  router.get('/scale/reading', isThere('scale'), (_request, response) => {
    const isMoving = moves > 0
    moves = Math.max(0, moves - 1)
    const grams = (lying()?.grams ?? 0) * (isMoving ? 0.8 : 1) + SCALE_SD * noise()
    response
      .type('text/plain')
      .send(`${isMoving ? 'US' : 'ST'},GS,${grams < 0 ? '-' : '+'} ${Math.abs(grams).toFixed(2)} g\r\n`)
  })
  router.get('/calliper/reading', isThere('calliper'), (_request, response) => {
    const { lengthMm, breadthMm } = lying() ?? { lengthMm: 0, breadthMm: 0 }
    const value = jaws === 'length' ? lengthMm : breadthMm
    jaws = jaws === 'length' ? 'breadth' : 'length'
    response.type('text/plain').send(`${(value + CALLIPER_SD * noise()).toFixed(2)} mm\r\n`)
  })
  return router
}
