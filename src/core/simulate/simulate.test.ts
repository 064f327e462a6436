import { describe, expect, it } from 'vitest'
import { containsPoint } from '../geometry/egg-outline.ts'
import { createEgg, drawFate, eggAt } from './egg-model.ts'
import { basketByKey, DEMO_BASKETS, demoEgg } from './demo-hatchery.ts'
import { createRandom } from '../random/random.ts'
import { SHELLS } from '../species/species.ts'
import { renderEgg } from './render.ts'
import { takeShot } from './shot.ts'
import { simulatePhoto } from './simulated-photo.ts'

const small = { widthPx: 300, heightPx: 300 }

function meanOf(photo: ReturnType<typeof simulatePhoto>, channel: 0 | 1 | 2, inside: boolean): number {
  const { image, truth } = photo
  let sum = 0
  let count = 0
  for (let i = 0; i < image.widthPx * image.heightPx; i += 3) {
    const point = { x: (i % image.widthPx) + 0.5, y: Math.floor(i / image.widthPx) + 0.5 }
    if (containsPoint(truth.outline, point) !== inside) continue
    sum += image.data[3 * i + channel]!
    count++
  }
  return sum / count
}

describe('eggs', () => {
  it('grow an air cell with age, and the same one at every asking', () => {
    const egg = createEgg('a', { species: 'chicken', shell: 'white', fate: { kind: 'developing' } })
    const depths = [0, 5, 10, 18].map((age) => eggAt(egg, age).cell.depth)
    expect([...depths].sort((a, b) => a - b)).toEqual(depths)
    expect(eggAt(egg, 10)).toEqual(eggAt(egg, 10))
  })

  it.each([
    [{ kind: 'clear' }, 10, 'clear'],
    [{ kind: 'developing' }, 10, 'developing'],
    [{ kind: 'died', onDay: 4 }, 3.9, 'developing'],
    [{ kind: 'died', onDay: 4 }, 10, 'blood-ring'],
    [{ kind: 'died', onDay: 11 }, 14, 'quitter'],
  ] as const)('with fate %j at %f days are %s', (fate, age, grade) => {
    expect(eggAt(createEgg('b', { species: 'chicken', shell: 'white', fate }), age).grade).toBe(grade)
  })

  it('are mostly fertile', () => {
    const random = createRandom('fates')
    const kinds = Array.from({ length: 400 }, () => drawFate(random, 21).kind)
    expect(kinds.filter((kind) => kind === 'developing').length).toBeGreaterThan(240)
    expect(new Set(kinds).size).toBe(3)
  })
})

describe('photographs', () => {
  it('are the same bytes for the same egg and shot, others for another shot', () => {
    const [a, b] = [simulatePhoto({ shot: small }), simulatePhoto({ shot: small })]
    expect(a.image.data).toEqual(b.image.data)
    expect(simulatePhoto({ seed: 'other', shot: small }).image.data).not.toEqual(a.image.data)
  })

  it.each(SHELLS)('of a %s shell glow, red more than blue, on a dark ground', (shell) => {
    const photo = simulatePhoto({
      shell,
      fate: { kind: 'clear' },
      shot: { ...small, whiteBalance: [1, 1, 1] },
    })
    expect(meanOf(photo, 0, true)).toBeGreaterThan(60)
    expect(meanOf(photo, 0, true)).toBeGreaterThan(meanOf(photo, 2, true))
    expect(meanOf(photo, 0, false)).toBeLessThan(0.4 * meanOf(photo, 0, true))
  })

  it('darken with the embryo, and say by how much', () => {
    const [early, middle, late] = [6, 11, 17].map((ageDays) => simulatePhoto({ ageDays, shot: small }))
    expect(early!.truth.shadowArea).toBeLessThan(middle!.truth.shadowArea)
    expect(middle!.truth.shadowArea).toBeLessThan(late!.truth.shadowArea)
    expect(meanOf(early!, 0, true)).toBeGreaterThan(meanOf(late!, 0, true))
  })

  it('show no shadow and no vessels in a clear egg, and a ring only in a ring', () => {
    expect(simulatePhoto({ fate: { kind: 'clear' }, shot: small }).truth).toMatchObject({
      shadowArea: 0,
      vesselCoverage: 0,
      ringVisibleShare: 0,
    })
    expect(
      simulatePhoto({ fate: { kind: 'died', onDay: 4 }, shot: small }).truth.ringVisibleShare,
    ).toBeGreaterThan(0.3)
    expect(simulatePhoto({ shot: small }).truth.vesselCoverage).toBeGreaterThan(0.02)
  })

  it('are brighter toward the lamp', () => {
    const rows = (lamp: 'blunt' | 'small'): number[] => {
      const { image } = simulatePhoto({
        fate: { kind: 'clear' },
        shot: { ...small, lamp, axisRad: -Math.PI / 2, collar: 0, centre: { x: 0.5, y: 0.5 } },
      })
      return [120, 190].map((y) => image.data[3 * (y * 300 + 150)]!)
    }
    expect(rows('blunt')[0]).toBeGreaterThan(rows('blunt')[1]!)
    expect(rows('small')[0]).toBeLessThan(rows('small')[1]!)
  })
})

describe('the demo hatchery', () => {
  it('has sets of different species and shells and always the same eggs', () => {
    expect(new Set(DEMO_BASKETS.map((basket) => basket.species)).size).toBe(DEMO_BASKETS.length)
    expect(new Set(DEMO_BASKETS.map((basket) => basket.shell)).size).toBe(4)
    const beacon = basketByKey('beacon')!
    expect(demoEgg(beacon, 4)).toEqual(demoEgg(beacon, 4))
    expect(basketByKey('nowhere')).toBeUndefined()
  })

  it('shows every early grade on its first tray', () => {
    const beacon = basketByKey('beacon')!
    const grades = new Set(
      Array.from({ length: 12 }, (_, i) => eggAt(demoEgg(beacon, i + 1), beacon.ageDays).grade),
    )
    expect([...grades].sort()).toEqual(['blood-ring', 'clear', 'developing'])
  })
})

describe('what could be seen in a picture', () => {
  const shot = { ...small, electrons: 3000, exposure: 0.9 }
  it.each([
    ['a good light', { ageDays: 9, shot }, true],
    ['hardly any light', { ageDays: 9, shot: { ...shot, exposure: 0.004, electrons: 300 } }, false],
    ['light that drowns all', { ageDays: 9, shot: { ...shot, exposure: 30 } }, false],
    ['an egg too young to show anything', { ageDays: 1.5, shot }, false],
    ['an empty egg, whose sign is that there is none', { fate: { kind: 'clear' }, shot }, true],
  ] as Array<[string, Parameters<typeof simulatePhoto>[0], boolean]>)('%s', (_, wish, readable) => {
    expect(simulatePhoto(wish).truth.readable).toBe(readable)
  })
})

describe('widened optics', () => {
  it('contents of a stronger tint are redder, the air cell is not', () => {
    const greenOf = (tint: number): number => {
      const egg = createEgg('tint', { species: 'chicken', shell: 'white', fate: { kind: 'clear' } })
      const { image, truth } = renderEgg(
        eggAt({ ...egg, nature: { ...egg.nature, tint, stains: 0 } }, 8),
        takeShot('tint', { ...small, axisRad: -Math.PI / 2, collar: 0, whiteBalance: [1, 1, 1] }),
      )
      return meanOf({ image, truth }, 1, true) / meanOf({ image, truth }, 0, true)
    }
    expect(greenOf(2.5)).toBeLessThan(0.9 * greenOf(0.9))
  })
})
