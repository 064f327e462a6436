import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useProgress } from './progress.ts'

beforeEach(() => void vi.useFakeTimers({ now: 0 }))
afterEach(() => void vi.useRealTimers())

it('shows how far work is, not each of its steps, and nothing when it is over', async () => {
  const { progress, running } = useProgress()
  const shown: number[] = []
  const result = await running('Writing', async ({ onProgress }) => {
    expect(progress.value).toEqual({ words: 'Writing', done: 0, total: 0 })
    for (let done = 1; done <= 1000; done++) {
      vi.setSystemTime(done)
      onProgress(done, 1000)
      if (shown.at(-1) !== progress.value?.done) shown.push(progress.value!.done)
    }
    return 'all of it'
  })
  expect(result).toBe('all of it')
  expect(shown.length).toBeGreaterThan(5)
  expect(shown.length).toBeLessThan(15)
  expect(shown.at(-1)).toBe(1000)
  expect(progress.value).toBeNull()
})

it('ends when it is stopped, and when it fails', async () => {
  const { progress, running, stop } = useProgress()
  const work = running('Reading', ({ signal }) => {
    stop()
    return signal.aborted ? Promise.reject(new Error('Stopped.')) : Promise.resolve()
  })
  await expect(work).rejects.toThrow('Stopped.')
  expect(progress.value).toBeNull()
  expect(stop).not.toThrow()
})
