// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import { newEgg } from '../../contracts/records/egg-state.ts'
import type { Tray } from '../../contracts/records/tray-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { useSetEggs } from './useSetEggs.ts'

const {
  sets: [set],
  looks: [living, clear],
} = sampleRecords()
const eggs = [1, 2, 3, 4].map((number) =>
  newEgg({
    id: `egg-${number}`,
    setId: set!.id,
    number,
    place: { trayId: 'tray-1', row: 0, column: number - 1 },
  }),
)
const tray: Tray = { ...set!.trays[0]!, columns: 4 }
const TODAY = '2026-03-15T20:00:00.000Z'
const BEFORE = '2026-03-08T20:00:00.000Z'

/** @param as - what the look says should become of the egg */
function look(
  number: number,
  takenAt: string,
  as: PicturedLook['verdict']['action'],
  own: PicturedLook['own'] = null,
): PicturedLook {
  const sample = as === 'keep' ? living! : clear!
  return {
    ...sample,
    id: `${number}-${takenAt.slice(8, 10)}`,
    eggId: `egg-${number}`,
    takenAt,
    own,
    verdict: { ...sample.verdict, action: as },
  }
}

async function setUp(looks: PicturedLook[]) {
  const before = getActivePinia()
  if (before) disposePinia(before)
  setActivePinia(createPinia())
  const store = useHatcheryStore()
  await store.load()
  await useImportExportStore().erase()
  await store.commit('plan', null, { trays: [tray], sets: [{ ...set!, trays: [tray] }], eggs, looks })
  return useSetEggs(() => set!)
}

beforeEach(() => {
  vi.setSystemTime(TODAY)
})

describe('which egg comes next', () => {
  it('goes along the tray and round to its start', async () => {
    const { nextOf } = await setUp([])
    expect(nextOf(eggs, null)?.id).toBe('egg-1')
    expect(nextOf(eggs, eggs[1]!)?.id).toBe('egg-3')
    expect(nextOf(eggs, eggs[3]!)?.id).toBe('egg-1')
  })

  it('brings suspects of an earlier look up first', async () => {
    const { nextOf, suspectOf, isSuspect } = await setUp([
      look(3, BEFORE, 'recheck'),
      look(2, BEFORE, 'keep'),
    ])
    expect(nextOf(eggs, null)?.id).toBe('egg-3')
    expect(suspectOf(eggs[2]!)?.id).toBe('3-08')
    expect(eggs.map(isSuspect)).toEqual([false, false, true, false])
  })

  it('never comes back to an egg that was seen, suspect or not, while others were not', async () => {
    const { nextOf } = await setUp([
      look(3, BEFORE, 'recheck'),
      look(3, TODAY, 'remove'),
      look(1, TODAY, 'remove'),
    ])
    expect(nextOf(eggs, eggs[0]!)?.id).toBe('egg-2')
    expect(nextOf(eggs, eggs[1]!)?.id).toBe('egg-4')
    expect(nextOf(eggs, eggs[3]!)?.id).toBe('egg-2')
  })

  it('comes back at last to those that want the candler’s word, and to no others', async () => {
    const said = { grade: 'developing', at: TODAY } as const
    const { nextOf, waiting } = await setUp([
      look(1, TODAY, 'keep', said),
      look(2, TODAY, 'remove'),
      look(3, TODAY, 'keep', said),
      look(4, TODAY, 'keep', said),
    ])
    expect(nextOf(eggs, eggs[3]!)?.id).toBe('egg-2')
    expect(waiting.value).toBe(1)
    expect(
      (await setUp(eggs.map(({ number }) => look(number, TODAY, 'keep', said)))).nextOf(eggs, eggs[3]!),
    ).toBeNull()
  })

  it('takes out of the running what was taken out', async () => {
    const { nextOf } = await setUp([])
    const list = [
      eggs[0]!,
      {
        ...eggs[1]!,
        removed: {
          at: TODAY,
          lookId: 'look',
          why: 'graded' as const,
          grade: 'clear',
          reason: 'clear',
          againstPolicy: false,
        } as const,
      },
      eggs[2]!,
    ]
    expect(nextOf(list, eggs[0]!)?.id).toBe('egg-3')
  })
})

it('the shadows of living mates come from the same basket and this candling', async () => {
  const { livingMates } = await setUp([
    look(1, TODAY, 'keep'),
    look(2, TODAY, 'keep'),
    look(3, BEFORE, 'keep'),
    { ...look(4, TODAY, 'keep'), own: { grade: 'quitter', at: TODAY } },
  ])
  expect(livingMates(eggs[0]!)).toHaveLength(1)
})
