import type { SpeciesName } from '../species/species.ts'
import { hatchDay, type SeenDays } from './forecast.ts'
import type { LampLight } from './lamp-light.ts'

/** Stages before which few eggs of other painters show their sign in any light: young embryos are easier to see in our drawings. */
const EARLIEST = { body: 0.2, cell: 0.18 } as const
/** Relative noise of the empty egg from which on too little light is what holds the lamp back. */
const NOISY = 0.1
/** With enough light, a sign that our drawings show by this stage shows at the earliest elsewhere; of a later one half the delay holds, in logarithms. */
const IN_TIME = 0.35

/**
 * What our drawn eggs say, held to what eggs of other painters bear out: nothing shows before an ordinary lamp would show
 * it, too little light delays it as long as drawn, and blurred or burnt light far less.
 * @param drawn - days from drawn eggs, see seenDays
 * @see docs/decisions/a-lamp-is-tried-on-drawn-eggs.md for what it was chosen and judged on
 */
export function asSeenElsewhere(
  drawn: SeenDays,
  { species, light }: { species: SpeciesName; light: Pick<LampLight, 'grain'> },
): SeenDays {
  const hatch = hatchDay(species)
  const body = (day: number): number => {
    const stage = day / hatch
    if (light.grain > NOISY) return hatch * Math.max(EARLIEST.body, stage)
    return hatch * EARLIEST.body * Math.sqrt(Math.max(1, stage / IN_TIME))
  }
  return {
    body: drawn.body === null ? null : body(drawn.body),
    ring: drawn.ring,
    cell: drawn.cell === null ? null : Math.max(hatch * EARLIEST.cell, drawn.cell),
  }
}
