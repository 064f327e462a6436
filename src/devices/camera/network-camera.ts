import { ask, handleStandIn } from '../port.ts'

/**
 * A still camera over plain HTTP: GET the still path, get a JPEG. The server puts either its simulated stand-in
 * or a real network camera behind these paths.
 */
export const STILL_PATH = '/api/camera/still.jpg'
export const STREAM_PATH = '/api/camera/stream.mjpg'

/** @throws Error with a plain sentence when no picture came */
export async function takeStill(signal?: AbortSignal): Promise<Blob> {
  return (await ask(STILL_PATH, 'The camera', { signal })).blob()
}

/** Puts an egg of the demo on the stand-in's lamp, as a hand would. */
export async function putOnLamp(basket: string, number: number, ageDays: number): Promise<void> {
  if (!(await handleStandIn('lamp', { basket, number, ageDays })))
    throw new Error('The simulated camera did not accept the egg.')
}

/** Leaves the stand-in's lamp bare. */
export async function clearLamp(): Promise<void> {
  if (!(await handleStandIn('lamp', { bare: true })))
    throw new Error('The simulated camera did not release the egg.')
}
