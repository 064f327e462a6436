import { rowsOf } from '../core/image/linear.ts'
import { readPhoto } from '../core/measure/read-photo.ts'
import type { EggReading } from '../core/measure/reading.ts'
import { simulatePhoto, type PhotoWish } from '../core/simulate/simulated-photo.ts'
import type { SimulatedPhoto } from '../core/simulate/render.ts'

/** Test files of a worker share one memory: what several of them look at is simulated and measured once. */
const pictures = new Map<string, SimulatedPhoto>()
const readings = new Map<string, EggReading>()

/** A simulated photograph, the same one at every asking. Nothing may be written to it. */
export function pictured(wish: PhotoWish): SimulatedPhoto {
  return once(pictures, wish, () => simulatePhoto(wish))
}

/** The one hen's egg in a simulated photograph, measured. @throws Error with the reason where there is not one */
export function measured(wish: PhotoWish): EggReading {
  return once(readings, wish, () => {
    const reading = readPhoto(rowsOf(pictured(wish).image), { species: 'chicken' })
    if (reading.kind === 'rejected') throw new Error(reading.why)
    if (reading.eggs.length !== 1) throw new Error(`one egg expected, received ${reading.eggs.length}`)
    return reading.eggs[0]!
  })
}

function once<Made>(made: Map<string, Made>, wish: PhotoWish, make: () => Made): Made {
  const key = JSON.stringify(wish)
  const known = made.get(key) ?? make()
  made.set(key, known)
  return known
}
