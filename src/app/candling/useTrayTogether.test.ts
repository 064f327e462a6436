// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it } from 'vitest'
import { computed, effectScope, nextTick, shallowRef } from 'vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useTrayTogether } from './useTrayTogether.ts'

const {
  sets: [set],
  eggs,
  looks: [living, clear],
} = sampleRecords()

function setUp() {
  const looks = shallowRef<ReadonlyMap<string, LookRecord>>(new Map())
  const judged: string[] = []
  const bench = {
    eggs: computed(() => eggs),
    tray: computed(() => set!.trays[0]!),
    lookOf: ({ id }: { id: string }) => looks.value.get(id),
    judgeTogether: (trayId: string) => Promise.resolve(void judged.push(trayId)),
  }
  const { changed } = effectScope().run(() => useTrayTogether(() => set, bench))!
  const take = async (eggId: string, look: LookRecord): Promise<void> => {
    looks.value = new Map([...looks.value, [eggId, look]])
    await nextTick()
  }
  return { judged, changed, take }
}

beforeEach(() => {
  setActivePinia(createPinia())
  // A page without locks: this tab is the only one.
  expect(useHatcheryStore().leads).toBe(true)
})

it('a tray is judged as its last egg gets its look, and again when one gets another', async () => {
  const { judged, take } = setUp()
  await take('egg-1', living!)
  expect(judged).toEqual([])
  await take('egg-2', clear!)
  expect(judged).toEqual(['tray-1'])
  await take('egg-2', { ...clear!, own: { grade: 'clear', at: clear!.takenAt } })
  expect(judged).toHaveLength(1)
  await take('egg-2', { ...clear!, id: 'look-again' })
  expect(judged).toHaveLength(2)
})

it('names what is suggested otherwise, once all are seen', async () => {
  const { changed, take } = setUp()
  const otherwise: LookRecord = {
    ...clear!,
    earlierVerdicts: [{ verdict: living!.verdict, model: null, until: clear!.takenAt, because: 'mates' }],
  }
  await take('egg-2', otherwise)
  expect(changed.value).toEqual([])
  await take('egg-1', living!)
  expect(changed.value.map(({ egg, before }) => [egg.id, before.grade])).toEqual([['egg-2', 'developing']])
})
