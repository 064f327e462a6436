import { expect, it } from 'vitest'
import type { MeasuredPhoto } from '../../../workers/protocol.ts'
import { useMeasurings } from './useMeasurings.ts'

/** Each measuring is a number in the order in which it began, and ends when it is told to. */
function setUp() {
  const signals: AbortSignal[] = []
  const measurings = useMeasurings((signal) => {
    signals.push(signal)
    return Promise.resolve(signals.length as unknown as MeasuredPhoto)
  })
  return { measurings, signals }
}

it('gives what was begun early, once', async () => {
  const { measurings, signals } = setUp()
  measurings.begin(7)
  expect(await measurings.taken(7)).toBe(1)
  expect(signals).toHaveLength(1)
  expect(await measurings.taken(7)).toBe(2)
})

it('measures now where nothing was begun', async () => {
  const { measurings } = setUp()
  expect(await measurings.taken(null)).toBe(1)
})

it('stops what is dropped, and nothing else', async () => {
  const { measurings, signals } = setUp()
  measurings.begin(1)
  measurings.begin(2)
  measurings.drop(1)
  expect(signals.map(({ aborted }) => aborted)).toEqual([true, false])
  expect(await measurings.taken(2)).toBe(2)
})

it('lets one that fails and is never asked for fail in silence', async () => {
  const measurings = useMeasurings(() => Promise.reject(new Error('No egg to be found.')))
  measurings.begin(1)
  await Promise.resolve()
  measurings.drop(1)
  await expect(measurings.taken(null)).rejects.toThrow('No egg')
})
