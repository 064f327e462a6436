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

/** Egg of the made-up hatchery, as it is at an age. */
export interface StandInEgg {
  basket: string
  number: number
  ageDays: number
}

/** Puts an egg of the demo on the stand-in's lamp, at the press of a key. */
export function putOnLamp(egg: StandInEgg): Promise<void> {
  return move('lamp', egg)
}

/** Lets the simulated hand lay an egg on the stand-in's lamp. */
export function layByHand(egg: StandInEgg): Promise<void> {
  return move('hand', egg)
}

/** Lets the simulated hand leave the stand-in's lamp bare. */
export function liftByHand(): Promise<void> {
  return move('hand', { bare: true })
}

async function move(by: 'lamp' | 'hand', what: object): Promise<void> {
  if (!(await handleStandIn(by, what))) throw new Error('The simulated camera did not accept the egg.')
}
