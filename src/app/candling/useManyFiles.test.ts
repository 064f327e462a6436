import { effectScope } from 'vue'
import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { useManyFiles } from './useManyFiles.ts'

const [sample] = sampleRecords().eggs
const eggs = (count: number): Egg[] =>
  Array.from({ length: count }, (_, i) => ({ ...sample!, id: `egg-${i + 1}`, number: i + 1 }))
const files = (...names: string[]): File[] => names.map((name) => new File(['jpeg'], name))

/** Eggs wait until they have a look; each picture is measured when the test says so. */
function many(waitingCount: number, lanes = 2) {
  const waiting = eggs(waitingCount)
  const begun: Array<{ name: string; number: number; finish: () => void; fail: () => void }> = []
  const scope = effectScope()
  const list = scope.run(() =>
    useManyFiles({
      lanes,
      waiting: () => waiting,
      placeOf: ({ number }) => `A${number}`,
      take: (file, egg, signal) =>
        new Promise((resolve, reject) => {
          signal.addEventListener('abort', () => reject(new Error('stopped')))
          begun.push({
            name: file.name,
            number: egg.number,
            finish: () => {
              waiting.splice(waiting.indexOf(egg), 1)
              resolve()
            },
            fail: () => reject(new Error('too dark')),
          })
        }),
      sentenceOf: (error) => `It is ${(error as Error).message}.`,
    }),
  )!
  return { list, begun, waiting, scope }
}
/** Lets what follows from a promise happen. */
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5))
const states = ({ outcomes }: ReturnType<typeof useManyFiles>) =>
  outcomes.value.map(({ name, state, words }) => [name, state, words])

describe('several files at once', () => {
  it('go to the waiting eggs in the order of their names, so many at a time, and each is told of', async () => {
    const { list, begun } = many(3)
    const all = list.add(files('img-10.jpg', 'img-2.jpg', 'img-1.jpg', 'img-11.jpg'), 'name')
    await settled()
    expect(begun.map(({ name, number }) => [name, number])).toEqual([
      ['img-1.jpg', 1],
      ['img-2.jpg', 2],
    ])
    begun[0]!.finish()
    begun[1]!.fail()
    await settled()
    expect(begun[2]).toMatchObject({ name: 'img-10.jpg', number: 3 })
    begun[2]!.finish()
    await all
    expect(states(list)).toEqual([
      ['img-10.jpg', 'kept', 'A3'],
      ['img-2.jpg', 'refused', 'It is too dark.'],
      ['img-1.jpg', 'kept', 'A1'],
      ['img-11.jpg', 'left-over', 'No egg was waiting for a picture.'],
    ])
    expect([list.done.value, list.running.value]).toEqual([4, null])
  })

  it('chosen while others are at work wait for their turn, and go to the eggs that wait then', async () => {
    const { list, begun } = many(2, 1)
    const first = list.add(files('a.jpg'), 'name')
    const second = list.add(files('b.jpg'), 'name')
    await settled()
    expect(begun.map(({ name }) => name)).toEqual(['a.jpg'])
    begun[0]!.finish()
    await settled()
    expect(begun[1]).toMatchObject({ name: 'b.jpg', number: 2 })
    begun[1]!.finish()
    await Promise.all([first, second])
    expect(states(list)).toEqual([
      ['a.jpg', 'kept', 'A1'],
      ['b.jpg', 'kept', 'A2'],
    ])
    // What is chosen later begins a new list.
    const third = list.add(files('c.jpg'), 'name')
    await third
    expect(states(list)).toEqual([['c.jpg', 'left-over', 'No egg was waiting for a picture.']])
    list.close()
    expect(list.outcomes.value).toEqual([])
  })

  it('stopped, are told apart: those that were kept, and those that never had their turn', async () => {
    const { list, begun } = many(3, 1)
    const all = list.add(files('1.jpg', '2.jpg', '3.jpg'), 'name')
    await settled()
    begun[0]!.finish()
    await settled()
    list.stop()
    await all
    expect(begun).toHaveLength(2)
    expect(states(list)).toEqual([
      ['1.jpg', 'kept', 'A1'],
      ['2.jpg', 'stopped', 'Stopped before this file.'],
      ['3.jpg', 'stopped', 'Stopped before this file.'],
    ])
  })

  it('are given up when the page is left', async () => {
    const { list, begun, scope } = many(2, 1)
    const all = list.add(files('1.jpg', '2.jpg'), 'name')
    await settled()
    scope.stop()
    await all
    expect(begun).toHaveLength(1)
  })
})
