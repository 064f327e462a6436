import { clamp } from '../clamp.ts'
import type { Shot } from '../simulate/shot.ts'
import type { Shell, SpeciesName } from '../species/species.ts'
import { lampLight, type LampLight } from './lamp-light.ts'
import { drawFreshEgg, type LampScene } from './trial.ts'

/** Where the drawing starts from: an ordinary good photograph. */
const START = { exposure: 0.9, electrons: 4000, defocusPx: 0.5, shakePx: 0, fingers: 0, collar: 0 } as const
/** With so few electrons the grain of a drawn egg is plainly more. */
const GRAINY = 250
const EXPOSURE = { least: 0.004, most: 4 } as const
const ELECTRONS = { least: 25, most: 8000 } as const
const DEFOCUS_PX = { least: 0.3, most: 7 } as const
/**
 * From this exposure on light is cut off, and the share that is burnt says how bright it is: lamps that light an egg more
 * evenly than the drawn one burn less of it.
 */
const PLAIN_EXPOSURE = 0.9
const BURNT_EXPOSURES = [0.9, 1.2, 1.6, 2.1, 2.8, 4] as const
/** What a factor of e in exposure counts for beside a share that is burnt: it decides where nothing is. */
const NEARER = 0.02
/** From three quarters to a quarter of a blurred step, in standard deviations of the blur. */
const STEP_WIDTH = 1.349
/** Length of the drawn egg, px. */
const DRAWN_LENGTH_PX = 346
const SEED = 'check'

/**
 * The scene in which a drawn, empty egg of the shell looks as the photographs of the check do: as bright, as grainy, as
 * blurred, of the same colour, in the same room.
 * @param light - the mean over the check's photographs
 * @returns null where the light is so little that nothing can be drawn in it
 */
export function sceneOf(light: LampLight, kind: { species: SpeciesName; shell: Shell }): LampScene | null {
  const lamp: Shot['lamp'] = light.lamp === 'side' ? 'below' : light.lamp
  const drawn = (shot: LampScene['shot']): LampLight | null => {
    const fresh = drawFreshEgg({ ...kind, shot }, SEED)
    return fresh && lampLight(fresh.image, fresh.egg.outline, fresh.egg.light)
  }
  const plain = drawn({ ...START, lamp, whiteBalance: [1, 1, 1], room: [0, 0, 0] })
  if (!plain) return null
  const asBright = clamp((START.exposure * light.emptyRed) / plain.emptyRed, EXPOSURE.least, EXPOSURE.most)
  const exposure =
    asBright > PLAIN_EXPOSURE
      ? exposureOfBurnt(
          light.burntShare,
          asBright,
          (tried) => drawn({ ...START, lamp, exposure: tried })?.burntShare,
        )
      : asBright
  const whiteBalance = [
    1,
    clamp(light.colour[0] / plain.colour[0], 0.2, 8),
    clamp(light.colour[1] / plain.colour[1], 0.1, 12),
  ] as const
  const room = [light.room, light.room, light.room] as const
  const defocusPx =
    light.blur === null
      ? START.defocusPx
      : clamp(
          Math.sqrt(Math.max(0, light.blur ** 2 - (plain.blur ?? 0) ** 2)) * (DRAWN_LENGTH_PX / STEP_WIDTH),
          DEFOCUS_PX.least,
          DEFOCUS_PX.most,
        )
  const shot = { ...START, lamp, exposure, whiteBalance, room, defocusPx }
  const fine = drawn({ ...shot, electrons: ELECTRONS.most })
  const grainy = drawn({ ...shot, electrons: GRAINY })
  if (!fine || !grainy) return { ...kind, shot: { ...shot, electrons: GRAINY } }
  // Shot noise: its square goes as one over the electrons, on top of the shell's own texture.
  const slope = (grainy.grain ** 2 - fine.grain ** 2) / (1 / GRAINY - 1 / ELECTRONS.most)
  const over = Math.max(0, light.grain ** 2 - fine.grain ** 2)
  const electrons =
    slope > 0
      ? clamp(1 / (1 / ELECTRONS.most + over / slope), ELECTRONS.least, ELECTRONS.most)
      : START.electrons
  return { ...kind, shot: { ...shot, electrons } }
}

/** The exposure at which as much of a drawn egg is burnt; of several the one nearest to that by the light. */
function exposureOfBurnt(
  share: number,
  asBright: number,
  burntAt: (exposure: number) => number | undefined,
): number {
  const off = BURNT_EXPOSURES.map(
    (exposure) =>
      Math.abs((burntAt(exposure) ?? 1) - share) + NEARER * Math.abs(Math.log(exposure / asBright)),
  )
  return BURNT_EXPOSURES[off.indexOf(Math.min(...off))]!
}

/** One light for several photographs of one egg. @throws RangeError without any */
export function meanLight(lights: readonly LampLight[]): LampLight {
  const [first] = lights
  if (!first) throw new RangeError('lights must hold at least 1, received 0')
  const mean = (of: (light: LampLight) => number): number =>
    lights.reduce((sum, light) => sum + of(light), 0) / lights.length
  const blurs = lights.flatMap(({ blur }) => blur ?? [])
  return {
    lamp: first.lamp,
    emptyRed: mean((light) => light.emptyRed),
    brightRed: mean((light) => light.brightRed),
    colour: [mean((light) => light.colour[0]), mean((light) => light.colour[1])],
    grain: mean((light) => light.grain),
    burntShare: mean((light) => light.burntShare),
    glare: mean((light) => light.glare),
    fallOff: mean((light) => light.fallOff),
    blur: blurs.length > 0 ? blurs.reduce((sum, blur) => sum + blur, 0) / blurs.length : null,
    room: mean((light) => light.room),
  }
}
