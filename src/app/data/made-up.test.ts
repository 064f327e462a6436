import { isPictured } from '../../contracts/records/look-record.ts'
import 'fake-indexeddb/auto'
import { readFile } from 'node:fs/promises'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Practised } from '../../contracts/records/practice-record.ts'
import { CONFUSIONS } from '../../core/learning/confusions.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import { useImportExportStore } from './import-export.ts'
import { useMadeUpStore } from './made-up.ts'
import { reopened } from './reopened.ts'
import { pretend } from './which-book.ts'

const NOW_MS = Date.parse('2027-02-03T19:30:00.000Z')
const file = await readFile(new URL('made-up-hatchery.zip', import.meta.url))

const ANSWER: Practised = {
  id: 'answer',
  at: '2027-01-05T19:00:00.000Z',
  sitting: 'sitting',
  card: {
    seed: 's',
    confusion: CONFUSIONS[0],
    hardness: 0.5,
    species: 'chicken',
    shell: 'white',
    lookId: null,
  },
  truth: 'clear',
  said: 'clear',
  sure: 'sure',
  program: 'clear',
  cell: null,
  seconds: 4,
}

beforeEach(() => {
  pretend('made-up')
  vi.stubGlobal('navigator', { userAgent: 'none' })
})
afterEach(() => {
  pretend('own')
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

function served(answer: () => Response): void {
  vi.stubGlobal('fetch', () => Promise.resolve(answer()))
}
const withBundle = (): void => served(() => new Response(new Uint8Array(file)))

async function emptyBook() {
  const hatchery = await reopened()
  await useImportExportStore().erase()
  return { hatchery, madeUp: useMadeUpStore() }
}

describe('the made-up hatchery', () => {
  it('opens whole, as if it had been kept until now', async () => {
    withBundle()
    vi.useFakeTimers({ now: NOW_MS, toFake: ['Date'] })
    const { hatchery, madeUp } = await emptyBook()
    await madeUp.open(NOW_MS)
    const beacon = hatchery.setById('demo-beacon')!
    expect((NOW_MS - Date.parse(beacon.setAt)) / DAY_MS).toBeCloseTo(7.3, 6)
    expect(hatchery.sets.filter((set) => !isLongOver(set, NOW_MS))).toHaveLength(5)
    expect(hatchery.looks).toHaveLength(94)
    for (const { photo, takenAt } of hatchery.looks.filter(isPictured)) {
      expect((await hatchery.repository.photo(photo.id))?.size).toBeGreaterThan(1000)
      expect(Date.parse(takenAt)).toBeLessThan(NOW_MS)
    }
    // Sensors have been heard until now: no alarm says that they are silent.
    const probeIds = hatchery.probes.map(({ id }) => id)
    expect(probeIds).toHaveLength(4)
    for (const id of probeIds)
      expect(hatchery.readingsBetween([id], NOW_MS - 600_000, NOW_MS)).not.toHaveLength(0)
    expect(madeUp.opening).toBe(false)
  })

  it('leaves what is in the book already', async () => {
    withBundle()
    const { hatchery, madeUp } = await emptyBook()
    await hatchery.note({ practised: [{ learner: { id: 'ida', name: 'Ida' }, answer: ANSWER }] })
    await madeUp.open(NOW_MS)
    expect(hatchery.practice.map(({ learner }) => learner)).toEqual(['Ida'])
    expect(hatchery.sets).toHaveLength(7)
  })

  it('says so where it cannot be loaded, and changes nothing', async () => {
    served(() => new Response('gone', { status: 404 }))
    const { hatchery, madeUp } = await emptyBook()
    await expect(madeUp.open(NOW_MS)).rejects.toThrow(/could not be loaded/)
    expect(hatchery.sets).toHaveLength(0)
    expect(madeUp.opening).toBe(false)
  })

  it('opens by itself where it is shown and nobody has chosen a book, and not once there are sets or they were erased', async () => {
    withBundle()
    const { hatchery, madeUp } = await emptyBook()
    // As in a browser that has never seen the program.
    vi.spyOn(hatchery.repository, 'setting').mockResolvedValueOnce(null)
    vi.stubGlobal('localStorage', { getItem: () => null })
    expect([await madeUp.isFirstVisit(false), await madeUp.isFirstVisit(true)]).toEqual([false, true])
    await madeUp.open(NOW_MS)
    expect(await madeUp.isFirstVisit(true)).toBe(false)
    await useImportExportStore().erase()
    expect(await madeUp.isFirstVisit(true)).toBe(false)
  })

  it('has a book of its own: its bundles come into no other, nor others’ into it', async () => {
    withBundle()
    await emptyBook()
    const made = new Blob([file])
    await expect(useImportExportStore().check(made)).resolves.toMatchObject({ book: 'made-up' })
    pretend('own')
    const own = await reopened()
    expect(own.repository.databaseName).not.toContain('made-up')
    await expect(useImportExportStore().check(made)).rejects.toThrow(/belongs to the demo hatchery/)
    await expect(useMadeUpStore().open(NOW_MS)).rejects.toThrow(/its own records/)
    const { file: mine } = await useImportExportStore().exportBundle()
    pretend('made-up')
    await reopened()
    await expect(useImportExportStore().check(mine)).rejects.toThrow(/real hatchery/)
  })
})
