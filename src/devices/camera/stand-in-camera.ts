import { Router, type Request, type Response } from 'express'
import sharp from 'sharp'
import { z } from 'zod'
import { eggAt } from '../../core/simulate/egg-model.ts'
import { basketByKey, DEMO_BASKETS, demoEgg } from '../../core/simulate/demo-hatchery.ts'
import type { RgbImage } from '../../core/image/linear.ts'
import { renderBareLamp } from '../../core/simulate/bare-lamp.ts'
import { renderEgg } from '../../core/simulate/render.ts'
import { takeShot, type Shot } from '../../core/simulate/shot.ts'
import { StandInDoor } from './stand-in-door.ts'
import { sendStream } from './stand-in-stream.ts'

const lampSchema = z.object({
  basket: z.string(),
  number: z.int().min(1).max(1000),
  ageDays: z.number().min(0).max(60),
})
type OnLamp = z.infer<typeof lampSchema>
const moveSchema = z.union([lampSchema, z.object({ bare: z.literal(true) })])
type Move = z.infer<typeof moveSchema>
const doorSchema = z.object({ held: z.boolean() })

const STREAM_SIDE_PX = 360
const STREAM_INTERVAL_MS = 120
/** The hand is never quite still: the live picture goes round this many renderings. */
const STREAM_FRAMES = 2

/**
 * A simulated network camera that looks at whichever egg of the demo is on the lamp. A real one could take its
 * place: still and stream are ordinary HTTP. Only putting an egg on the lamp belongs to the simulation.
 */
export function standInCameraRoutes(): Router {
  const router = Router()
  /** Null while the lamp is bare. */
  let onLamp: OnLamp | null = { basket: DEMO_BASKETS[0]!.key, number: 1, ageDays: DEMO_BASKETS[0]!.ageDays }
  /** Stills of each egg since the lamp was last cleared: no two are alike, and the same series comes again. */
  const stills = new Map<string, number>()
  let frames: { of: OnLamp | null; list: Buffer[] } | null = null
  const door = new StandInDoor<Move>()
  /** Null, with an answer given, where the request names no move that can be made. */
  function moveOf(request: Request, response: Response): Move | null {
    const parsed = moveSchema.safeParse(request.body)
    if (parsed.success && !('basket' in parsed.data && !basketByKey(parsed.data.basket))) return parsed.data
    response.status(400).json({ message: 'There is no such egg.' })
    return null
  }
  function make(move: Move): void {
    onLamp = 'basket' in move ? move : null
  }

  router.put('/stand-in/lamp', (request, response) => {
    const move = moveOf(request, response)
    if (!move) return
    make(move)
    if (onLamp === null) stills.clear()
    response.status(204).end()
  })
  // The simulated hand of an evening, which a test may hold.
  router.put('/stand-in/hand', async (request, response) => {
    const move = moveOf(request, response)
    if (!move) return
    await door.leave(move, response)
    make(move)
    response.status(204).end()
  })
  router.put('/stand-in/door', (request, response) => {
    const parsed = doorSchema.safeParse(request.body)
    if (parsed.success) door.hold(parsed.data.held)
    response.status(parsed.success ? 204 : 400).end()
  })
  router.post('/stand-in/door/next', async (_request, response) => {
    response.json(await door.next())
  })

  router.get('/camera/still.jpg', async (_request, response) => {
    const egg = `still/${onLamp?.basket}/${onLamp?.number}`
    const count = (stills.get(egg) ?? 0) + 1
    stills.set(egg, count)
    const jpeg = await photograph(onLamp, `${egg}/${count}`, {})
    response.set({ 'Content-Type': 'image/jpeg', 'Cache-Control': 'no-store' }).send(jpeg)
  })

  router.get('/camera/stream.mjpg', (_request, response) => {
    let count = 0
    sendStream(response, STREAM_INTERVAL_MS, async () => {
      if (frames?.of !== onLamp) frames = { of: onLamp, list: [] }
      const { list } = frames
      const index = count++ % STREAM_FRAMES
      list[index] ??= await photograph(onLamp, 'stream', {
        widthPx: STREAM_SIDE_PX,
        heightPx: STREAM_SIDE_PX,
        axisRad: -1.5 + 0.003 * index,
      })
      return list[index]
    })
  })
  return router
}

async function photograph(onLamp: OnLamp | null, seed: string, changes: Partial<Shot>): Promise<Buffer> {
  const shot = takeShot(seed, changes)
  const image = onLamp ? renderOf(onLamp, shot) : renderBareLamp(shot)
  return sharp(image.data, { raw: { width: image.widthPx, height: image.heightPx, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer()
}

function renderOf({ basket, number, ageDays }: OnLamp, shot: Shot): RgbImage {
  const found = basketByKey(basket)
  if (!found) throw new Error(`unknown basket ${basket}`)
  return renderEgg(eggAt(demoEgg(found, number), ageDays), shot).image
}
