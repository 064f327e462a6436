import { describe, expect, it } from 'vitest'
import { createRandom } from '../random/random.ts'
import { changed, exposureStops, limitsOf } from './advice.ts'
import { lampLight, roomLight, type LampLight } from './lamp-light.ts'
import { meanLight } from './scene.ts'
import { asSeenElsewhere } from './seen-elsewhere.ts'
import { seenFrom } from './seen-from.ts'
import { drawFreshEgg, type LampScene } from './trial.ts'

const KIND = { species: 'chicken', shell: 'brown' } as const
const GOOD: LampLight = {
  emptyRed: 0.2,
  brightRed: 0.75,
  colour: [0.12, 0.03],
  grain: 0.03,
  burntShare: 0,
  glare: 0.01,
  fallOff: 0.3,
  blur: 0.0045,
  room: 0.001,
  lamp: 'blunt',
}

function lightIn(shot: LampScene['shot'], seed = 'another egg'): LampLight {
  const { egg, image } = drawFreshEgg({ ...KIND, shot }, seed)!
  return lampLight(image, egg.outline, egg.light)
}

describe('the light of a lamp', () => {
  it('goes with the exposure, and its grain with the electrons', () => {
    const plain = lightIn({ exposure: 0.6, electrons: 4000, room: [0, 0, 0] })
    const dim = lightIn({ exposure: 0.15, electrons: 300, room: [0.004, 0.004, 0.004] })
    expect(dim.emptyRed / plain.emptyRed).toBeGreaterThan(0.2)
    expect(dim.emptyRed / plain.emptyRed).toBeLessThan(0.32)
    expect(dim.grain).toBeGreaterThan(2.5 * plain.grain)
    expect(dim.room).toBeGreaterThan(plain.room + 0.0003)
    expect(plain.colour[0]).toBeLessThan(0.5)
  })

  it('of a room is the middle of its picture', () => {
    const [widthPx, heightPx] = [40, 20]
    const red = Float32Array.from({ length: widthPx * heightPx }, (_, at) => (at % widthPx < 5 ? 1 : 0.02))
    const image = { widthPx, heightPx, red, green: red, blue: red, reduction: 1, originPx: { x: 0, y: 0 } }
    expect(roomLight(image)).toBeCloseTo(0.02, 6)
  })

  it('of several pictures is their mean, without those whose edge was not seen', () => {
    expect(meanLight([GOOD, { ...GOOD, emptyRed: 0.4, blur: null }])).toMatchObject({
      emptyRed: expect.closeTo(0.3, 9) as number,
      blur: 0.0045,
    })
    expect(() => meanLight([])).toThrow(RangeError)
  })
})

describe('from when a sign is seen', () => {
  it('finds the stage from which seven eggs of ten show it', () => {
    const random = createRandom('seen from')
    const middle = 0.3
    const stages = [0.12, 0.15, 0.18, 0.21, 0.25, 0.29, 0.34, 0.4, 0.48, 0.58, 0.7]
    const errors = Array.from({ length: 60 }, () => {
      const eggs = stages.flatMap((stage) =>
        [0, 1, 2].map(() => ({
          stage,
          seen: random.uniform() < 1 / (1 + Math.exp(-12 * Math.log(stage / middle))),
        })),
      )
      return Math.abs(seenFrom(eggs)! - middle * Math.exp(Math.log(7 / 3) / 12))
    }).sort((a, b) => a - b)
    // Three eggs at a stage leave a day of twenty open.
    expect(errors[Math.floor(0.8 * errors.length)]).toBeLessThan(0.05)
  })

  it('says never, and from the first, where it is so', () => {
    const eggs = (seen: boolean) => [0.2, 0.4, 0.6].map((stage) => ({ stage, seen }))
    expect(seenFrom(eggs(false))).toBeNull()
    // Never earlier than anything was looked at.
    expect(seenFrom(eggs(true))).toBe(0.2)
    expect(() => seenFrom([])).toThrow(RangeError)
  })
})

describe('what other painters’ eggs bear out', () => {
  const of = (body: number | null, grain: number) =>
    asSeenElsewhere({ body, ring: 4, cell: 2.4 }, { species: 'chicken', light: { grain } })

  it('says nothing earlier than an ordinary lamp shows it, and leaves the ring and what is never seen alone', () => {
    expect(of(2.6, 0.02)).toEqual({ body: 0.2 * 21, ring: 4, cell: 0.18 * 21 })
    expect(of(2.6, 0.5).body).toBe(0.2 * 21)
    expect(of(null, 0.02).body).toBeNull()
  })

  it('holds to what too little light keeps back, and to half of what blur does', () => {
    expect(of(11, 0.3).body).toBe(11)
    expect(of(0.35 * 4 * 21, 0.02).body).toBeCloseTo(0.4 * 21, 9)
    // Never the other way round: a worse lamp is not said to be better.
    for (let day = 2; day < 20; day++)
      expect(of(day + 1, 0.02).body!).toBeGreaterThanOrEqual(of(day, 0.02).body!)
  })
})

describe('what to change', () => {
  const scene: LampScene = {
    ...KIND,
    shot: { exposure: 0.2, electrons: 300, defocusPx: 3, room: [0.02, 0.02, 0.02] },
  }

  it('names what limits, and nothing in a good light', () => {
    expect(limitsOf(GOOD)).toEqual([])
    expect(limitsOf({ ...GOOD, grain: 0.2, brightRed: 0.1, blur: 0.02, room: 0.02 })).toEqual([
      'dim',
      'dark-exposure',
      'blur',
      'room',
    ])
    expect(limitsOf({ ...GOOD, burntShare: 0.3, glare: 0.6, fallOff: 0.01 })).toEqual([
      'bright-exposure',
      'glare',
      'one-sided',
    ])
  })

  it('exposes longer in the dark and shorter where light is burnt', () => {
    expect(exposureStops(GOOD)).toBeCloseTo(Math.log2(0.8 / 0.75), 9)
    expect(exposureStops({ ...GOOD, brightRed: 0.1 })).toBeCloseTo(3, 9)
    expect(exposureStops({ ...GOOD, brightRed: 1, burntShare: 0.12 })).toBeCloseTo(-1.2, 9)
  })

  it('tries only what is not good already', () => {
    const bad = { ...GOOD, grain: 0.2, brightRed: 0.2, blur: 0.02, room: 0.02 }
    expect(changed(scene, 'focus', bad)!.shot.defocusPx).toBe(0.5)
    expect(changed(scene, 'dark-room', bad)!.shot.room).toEqual([0, 0, 0])
    expect(changed(scene, 'exposure', bad)!.shot.exposure).toBeCloseTo(0.8, 9)
    // Three times the light: some of it as exposure, the rest as less grain.
    const brighter = changed(scene, 'more-light', bad)!.shot
    expect((brighter.exposure! / 0.2) * (brighter.electrons! / 300)).toBeCloseTo(3, 9)
    for (const change of ['focus', 'dark-room', 'exposure'] as const)
      expect(changed(scene, change, GOOD)).toBeNull()
  })
})
