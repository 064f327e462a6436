import { WORDS } from './words.ts'

/** What lies in an egg, in the order of drawing. */
export const LAYERS = {
  cell: WORDS.airCell,
  body: WORDS.embryo,
  vessels: WORDS.vessels,
  ring: WORDS.ring,
} as const
export type Layer = keyof typeof LAYERS
export const LAYER_NAMES = Object.keys(LAYERS) as Layer[]
