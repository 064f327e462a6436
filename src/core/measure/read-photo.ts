import { lightOf, type LinearImage, type PhotoRows } from '../image/linear.ts'
import type { EggMaps } from '../network/egg-maps.ts'
import type { SpeciesName } from '../species/species.ts'
import type { FoundEgg } from './cut-out.ts'
import { ENOUGH_LENGTH_PX, findEggs } from './find-eggs.ts'
import { measureEggs } from './measure.ts'
import { expectedShape } from './orient.ts'
import type { EggsReading, RejectionCode } from './reading.ts'

export interface ReadOptions {
  /** Narrows the expected shape; without it a hen's egg is expected, loosely. */
  species?: SpeciesName
  /** Fraction of incubation, where it is known: air cells grow with it. */
  stage?: number
  /** Told each stage's time, milliseconds, when a clock is given. */
  clock?: () => number
  onStage?: (stage: string, elapsedMs: number) => void
  /** Told the maps of each egg, in the order of the readings. */
  onMaps?: (maps: EggMaps) => void
}

/** Long side, px, that holds one egg in full detail: what follows costs far less than with all pixels. */
const ONE_EGG_LONG_SIDE_PX = 560
/** Long side, px, that holds a tray of eggs, and that a browser tab has the memory for. */
const TRAY_LONG_SIDE_PX = 2800
const SHORTEST_SIDE_PX = 160

/**
 * Measures every egg in a photograph, from its pixels: first drawn down to what is enough for one egg that fills the
 * picture, then larger where the eggs turn out to be small in it. The one way in for browser and command line. Pure;
 * works at any rotation and at 0.3–24 megapixels.
 */
export function readPhoto(photo: PhotoRows, options: ReadOptions = {}): EggsReading {
  const stage = stageTimer(options)
  const shape = expectedShape(options.species)
  const find = (light: LinearImage): FoundEgg[] | RejectionCode =>
    Math.min(light.widthPx, light.heightPx) < SHORTEST_SIDE_PX ? 'too-small' : findEggs(light, shape)
  const small = lightOf(photo, ONE_EGG_LONG_SIDE_PX)
  stage('linear light')
  const inSmall = find(small)
  const found = needsMorePixels(small, inSmall) ? find(lightOf(photo, TRAY_LONG_SIDE_PX)) : inSmall
  stage('outline')
  return typeof found === 'string'
    ? { kind: 'rejected', why: found }
    : { kind: 'eggs', eggs: measureEggs(found, options, { stage, onMaps: options.onMaps }) }
}

/** Is there more to see in the photograph than in this image of it? */
function needsMorePixels({ reduction }: LinearImage, found: readonly FoundEgg[] | RejectionCode): boolean {
  if (reduction < 1.05) return false
  if (typeof found === 'string') return found === 'too-small'
  return found.some(
    ({ fit, linear }) => (2 * fit.outline.halfLengthPx * linear.reduction) / reduction < ENOUGH_LENGTH_PX,
  )
}

function stageTimer({ clock, onStage }: ReadOptions): (stage: string) => void {
  if (!clock || !onStage) return () => undefined
  let last = clock()
  return (stage) => {
    const now = clock()
    onStage(stage, now - last)
    last = now
  }
}
