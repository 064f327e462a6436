import { Router } from 'express'
import { z } from 'zod'
import { createRandom } from '../../core/random/random.ts'
import { incubatorAir, type LidTimes } from '../../core/simulate/incubator-air.ts'

const lidSchema = z.object({ open: z.boolean() })
/** Standard deviations of a cheap sensor. */
const RH_SD = 0.4
const CELSIUS_SD = 0.05

/**
 * A simulated sensor in the incubator. A real one could take its place: a reading is one JSON object over plain HTTP.
 * Only opening the lid belongs to the simulation. @param nowMs - the clock
 * @param lid - openings, added to here
 */
export function standInAirRoutes(nowMs: () => number, lid: LidTimes[] = []): Router {
  const router = Router()
  let readings = 0

  router.put('/stand-in/lid', (request, response) => {
    const parsed = lidSchema.safeParse(request.body)
    if (!parsed.success) {
      response.status(400).json({ message: 'A lid is open or not.' })
      return
    }
    const last = lid.at(-1)
    const isOpen = last !== undefined && last.closedMs === null
    if (parsed.data.open && !isOpen) lid.push({ openedMs: nowMs(), closedMs: null })
    if (!parsed.data.open && isOpen) last.closedMs = nowMs()
    response.status(204).end()
  })
  router.get('/air/reading', (_request, response) => {
    const { rhPercent, celsius } = incubatorAir(lid, nowMs())
    const random = createRandom(`air/${++readings}`)
    response.set('Cache-Control', 'no-store').json({
      rhPercent: Number((rhPercent + random.normal(0, RH_SD)).toFixed(1)),
      celsius: Number((celsius + random.normal(0, CELSIUS_SD)).toFixed(2)),
    })
  })
  return router
}
