import { Router } from 'express'
import { z } from 'zod'
import { freshMassG } from '../../core/intake/egg-figures.ts'
import { createRandom } from '../../core/random/random.ts'
import { createEgg } from '../../core/simulate/egg-model.ts'
import { SPECIES_NAMES } from '../../core/species/species.ts'

const panSchema = z.object({ species: z.enum(SPECIES_NAMES), seed: z.string().max(80) })
type OnPan = z.infer<typeof panSchema>

/** Standard deviations of a kitchen balance, g, and of a hand on a calliper, mm. */
const SCALE_SD = 0.05
const CALLIPER_SD = 0.08

/**
 * A simulated scale and calliper that weigh and measure whichever egg was put there. Real ones could take their
 * place: a reading is one line of text over plain HTTP. The calliper's jaws go on from length to breadth.
 */
export function standInGaugeRoutes(): Router {
  const router = Router()
  let onPan: OnPan = { species: 'chicken', seed: 'first' }
  let readings = 0
  let jaws: 'length' | 'breadth' = 'length'
  const noise = (): number => createRandom(`gauge/${onPan.seed}/${++readings}`).normal()
  const size = () =>
    createEgg(`pan/${onPan.seed}`, { species: onPan.species, shell: 'tinted', fate: { kind: 'developing' } })

  router.put('/stand-in/pan', (request, response) => {
    const parsed = panSchema.safeParse(request.body)
    if (!parsed.success) {
      response.status(400).json({ message: 'There is no such egg.' })
      return
    }
    onPan = parsed.data
    jaws = 'length'
    response.status(204).end()
  })
  router.get('/scale/reading', (_request, response) => {
    response.type('text/plain').send(`ST,GS,+ ${(freshMassG(size()) + SCALE_SD * noise()).toFixed(2)} g\r\n`)
  })
  router.get('/calliper/reading', (_request, response) => {
    const { lengthMm, breadthMm } = size()
    const value = jaws === 'length' ? lengthMm : breadthMm
    jaws = jaws === 'length' ? 'breadth' : 'length'
    response.type('text/plain').send(`${(value + CALLIPER_SD * noise()).toFixed(2)} mm\r\n`)
  })
  return router
}
