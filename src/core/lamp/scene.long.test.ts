import { describe, expect, it } from 'vitest'
import { lampLight, type LampLight } from './lamp-light.ts'
import { sceneOf } from './scene.ts'
import { drawFreshEgg, type LampScene } from './trial.ts'

const KIND = { species: 'chicken', shell: 'brown' } as const

function lightIn(shot: LampScene['shot'], seed = 'another egg'): LampLight {
  const { egg, image } = drawFreshEgg({ ...KIND, shot }, seed)!
  return lampLight(image, egg.outline, egg.light)
}

describe('the scene of a check', () => {
  it('draws an egg as bright, as grainy and as blurred as the one photographed', () => {
    const seen = lightIn({ exposure: 0.25, electrons: 500, defocusPx: 2.2, room: [0.002, 0.002, 0.002] })
    const scene = sceneOf(seen, KIND)!
    const again = lightIn(scene.shot, 'check')
    // Another egg of the same shell: stains, spots and thickness differ.
    expect(Math.abs(Math.log(again.emptyRed / seen.emptyRed))).toBeLessThan(0.5)
    expect(Math.abs(Math.log(again.grain / seen.grain))).toBeLessThan(0.4)
    expect(Math.abs(Math.log(again.blur! / seen.blur!))).toBeLessThan(0.4)
    expect(Math.abs(Math.log(again.colour[0] / seen.colour[0]))).toBeLessThan(0.4)
  })
})
