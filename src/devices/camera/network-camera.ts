import { z } from 'zod'

/**
 * A still camera over plain HTTP: GET the still path, get a JPEG. The server puts either its simulated stand-in
 * or a real network camera behind these paths.
 */
export const STILL_PATH = '/api/camera/still.jpg'
export const STREAM_PATH = '/api/camera/stream.mjpg'
const LAMP_PATH = '/api/stand-in/lamp'
const HAND_PATH = '/api/stand-in/hand'

const statusSchema = z.object({ camera: z.enum(['stand-in', 'network']), demo: z.boolean() })
export type CameraStatus = z.infer<typeof statusSchema>

/** @returns null when the app runs from plain files, without the server */
export async function cameraStatus(): Promise<CameraStatus | null> {
  try {
    const response = await fetch('/api/status', { cache: 'no-store' })
    if (!response.ok || !response.headers.get('content-type')?.includes('json')) return null
    const parsed = statusSchema.safeParse(await response.json())
    return parsed.success ? parsed.data : null
  } catch {
    return null
  }
}

/** @throws Error with a plain sentence when no picture came */
export async function takeStill(signal?: AbortSignal): Promise<Blob> {
  let response: Response
  try {
    response = await fetch(STILL_PATH, { cache: 'no-store', signal })
  } catch {
    throw new Error('The camera does not answer. Is it switched on and on this network?')
  }
  if (!response.ok) throw new Error(`The camera answered with an error (${response.status}).`)
  return response.blob()
}

/** Lets the stand-in's hand bring eggs of the demo, one after the other, each until it was photographed. */
export async function bringToLamp(
  basket: string,
  numbers: readonly number[],
  ageDays: number,
): Promise<void> {
  const response = await fetch(HAND_PATH, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ basket, numbers, ageDays }),
  })
  if (!response.ok) throw new Error(`The stand-in camera would not take the eggs (${response.status}).`)
}

/** Puts an egg of the demo on the stand-in's lamp, as a hand would. */
export async function putOnLamp(basket: string, number: number, ageDays: number): Promise<void> {
  const response = await fetch(LAMP_PATH, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ basket, number, ageDays }),
  })
  if (!response.ok) throw new Error(`The stand-in camera would not take the egg (${response.status}).`)
}
