import type { OpenedSign } from '../core/hatching/breakout-stages.ts'
import { spoken } from './language.ts'

/** What the breakout finds in an egg, by how far its embryo had come. */
export const OPENED_SIGN_WORDS: Readonly<Record<OpenedSign, string>> = spoken({
  'blood-islands': 'a pale disc with blood islands, no body yet',
  'eye-point': 'vessels over the yolk, a body like a comma, a dark point for an eye',
  'limb-buds': 'a large dark eye, leg and wing buds',
  toes: 'neck, toes and the first beak; no feathers',
  'feather-germs': 'feather germs in rows, egg tooth, first comb',
  down: 'covered in down, as long as the egg is wide',
  'fills-egg': 'fills the egg; yolk still outside, albumen used up',
  'yolk-half': 'yolk half absorbed, beak under the right wing towards the air cell',
  'yolk-in': 'yolk absorbed, beak in the air cell',
})
