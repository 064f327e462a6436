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

it('a steady suite is told by its medians, by what the machine did besides, and by what failed', () => {
  const run = (surroundings: 'quiet' | 'busy' | 'turns', seconds: number, passed = true) => ({
    surroundings,
    seconds,
    passed,
    failed: passed ? [] : ['✘ 1 e2e/tray.spec.ts'],
    printed: '',
  })
  expect(saySteady([run('quiet', 250), run('busy', 500), run('quiet', 270, false), run('quiet', 260)])).toBe(
    'quiet: median 260 s (250, 260, 270), 1 failed\nbusy: median 500 s (500), 0 failed',
  )
})
