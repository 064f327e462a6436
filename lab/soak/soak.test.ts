import { describe, expect, it } from 'vitest'
import { soakCuts } from './cuts.ts'
import { soakBundles } from './bundles.ts'
import { memoryKeeper } from './keeper.ts'
import { soakManifests } from './manifests.ts'
import { soakPictures } from './pictures.ts'
import { saySteady } from './steady.ts'

// A small part of `npm run soak`, with the same seed each time.
const trials = { seed: 'test', from: 0 }

describe('hostile input is refused in words or read whole', () => {
  it('pictures', async () => {
    const { faults, refused } = await soakPictures({ ...trials, count: 12 })
    expect(faults).toEqual([])
    expect(refused).toBeGreaterThan(3)
  })
  it('bundles', async () => {
    const { faults, refused, tried } = await soakBundles({ ...trials, count: 20 }, memoryKeeper())
    expect(faults).toEqual([])
    expect(refused).toBeGreaterThan(5)
    expect(refused).toBeLessThan(tried)
  })
  it('manifests', async () => {
    const { faults, refused } = await soakManifests({ ...trials, count: 200 })
    expect(faults).toEqual([])
    expect(refused).toBeGreaterThan(40)
  })
})

it('what is cut off at a random write is whole or not there', async () => {
  const { faults, refused, tried } = await soakCuts({ ...trials, count: 12 })
  expect(faults).toEqual([])
  expect(refused).toBeGreaterThan(1)
  expect(refused).toBeLessThan(tried)
})

it('a steady suite is told by its medians, quiet and disturbed, and by what failed', () => {
  const one = (disturbed: boolean, seconds: number, passed = true) => ({
    disturbed,
    seconds,
    passed,
    failed: [],
  })
  expect(
    saySteady([one(false, 300), one(true, 620), one(false, 280), one(true, 700, false), one(false, 350)]),
  ).toBe(
    'quiet: 300 s (280 to 350, 3 runs); beside 2 busy loops: 700 s (620 to 700, 2 runs); 1 of 5 runs failed',
  )
  expect(saySteady([])).toMatch(/^quiet: none; .* none; 0 of 0/)
})
