import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { useArrivalsStore } from './arrivals.ts'

/** What the share sheet has handed over, by the address under which it lies. */
let shared: Map<string, Response>
beforeEach(() => {
  setActivePinia(createPinia())
  shared = new Map(
    [1, 2, 3, 4, 5].map((number) => [
      `arrived/${number}`,
      new Response('jpeg', { headers: { 'x-name': `egg ${number}.jpg`, 'content-type': 'image/jpeg' } }),
    ]),
  )
  const cache = {
    keys: () => Promise.resolve([...shared.keys()]),
    match: (key: string) => Promise.resolve(shared.get(key)?.clone()),
    delete: (key: string) => Promise.resolve(shared.delete(key)),
  }
  vi.stubGlobal('caches', {
    open: () => Promise.resolve(cache),
    delete: () => Promise.resolve(shared.clear()),
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
})
const names = (files: readonly File[]): string[] => files.map(({ name }) => name)

it('of five shared photographs one can be looked at, and four go on waiting, also after a reload', async () => {
  const arrivals = useArrivalsStore()
  await arrivals.fetchShared()
  expect((await arrivals.takeFirst())!.name).toBe('egg 1.jpg')
  expect(names(arrivals.files)).toEqual(['egg 2.jpg', 'egg 3.jpg', 'egg 4.jpg', 'egg 5.jpg'])
  setActivePinia(createPinia())
  const after = useArrivalsStore()
  await after.fetchShared()
  expect(names(after.files)).toEqual(['egg 2.jpg', 'egg 3.jpg', 'egg 4.jpg', 'egg 5.jpg'])
  await after.take()
  expect(shared.size).toBe(0)
  expect(await after.takeFirst()).toBeNull()
})

it('one that cannot be read takes none of the others with it, and is counted', async () => {
  let consume: (params: { files: object[] }) => void = () => undefined
  vi.stubGlobal('launchQueue', { setConsumer: (consumer: typeof consume) => (consume = consumer) })
  const arrivals = useArrivalsStore()
  await arrivals.fetchShared()
  const arrived = new Promise<void>((resolve) => arrivals.listen(resolve))
  consume({
    files: [
      { getFile: () => Promise.reject(new Error('gone')) },
      { getFile: () => Promise.resolve(new File(['jpeg'], 'opened.jpg')) },
    ],
  })
  await arrived
  expect([arrivals.unreadable, names(arrivals.files).at(-1)]).toEqual([1, 'opened.jpg'])
  // What is fetched anew takes nothing of what was opened.
  await arrivals.fetchShared()
  expect(names(arrivals.files)).toContain('opened.jpg')
})
