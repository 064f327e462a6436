import { t } from './words.ts'

/** What lies in an egg, in the order of drawing. */
export const LAYERS = {
  membranes: t('layer.membranes'),
  chalazae: t('layer.chalazae'),
  disc: t('layer.disc'),
  cell: t('layer.airCell'),
  body: t('layer.embryo'),
  vessels: t('layer.vessels'),
  ring: t('layer.ring'),
} as const
export type Layer = keyof typeof LAYERS
export const LAYER_NAMES = Object.keys(LAYERS) as Layer[]
