import { expect, it } from 'vitest'
import { rawRecordsOf, sortOut } from './book.ts'
import type { HatcheryRecords } from './records.ts'
import { sampleRecords } from './sample-records.ts'
import { upgradeEgg, upgradeLook, upgradeSet } from './upgrade.ts'

const now = sampleRecords()

/** What a file of any version is read as; nothing of it may be set aside. */
function read(file: Record<string, unknown>, zone: string): HatcheryRecords {
  const { records, aside } = sortOut(rawRecordsOf(file), zone, now.exportedAt)
  expect(aside).toEqual([])
  return records
}

/** The sample as version 1 wrote it. */
function versionOne(): Record<string, unknown> {
  return {
    format: 'perlumen-records',
    version: 1,
    exportedAt: now.exportedAt,
    sets: now.sets.map(({ plan: _p, trays: _t, batches: _b, done: _d, temperatures: _c, ...set }) => ({
      ...set,
      tray: { name: 'Tray 1', rows: 1, columns: 2 },
      candlingDays: [7, 14, 18],
    })),
    eggs: now.eggs.map(({ id, setId, number, place, removed }) => ({
      id,
      setId,
      number,
      row: place!.row,
      column: place!.column,
      removed,
    })),
    looks: now.looks.map(({ correction: _n, movement: _m, ...look }) => {
      const { signs: _s, ...reading } = look.reading
      return { ...look, reading: { ...reading, crack: { score: reading.crack.score } } }
    }),
  }
}

it('brings records of version 1 up to date: same eggs in the same places, same days of candling', () => {
  const records = read(versionOne(), 'Europe/Lisbon')
  expect(records.hatchery.zone).toBe('Europe/Lisbon')
  expect(records.sets[0]).toMatchObject({
    plan: { school: 'own', ownDays: [7, 14, 18] },
    done: [{ key: 'set' }],
    trays: [{ rows: 1, columns: 2 }],
  })
  expect(records.eggs.map((egg) => egg.place)).toEqual(
    [0, 1].map((column) => ({ trayId: 'set-1-tray-1', row: 0, column })),
  )
  expect(records.looks).toHaveLength(2)
})

it('brings records of version 2 up to date: no lines by hand, no scale', () => {
  const { scale: _scale, limits: _l, photoLongSidePx: _p, ...hatchery } = now.hatchery
  const looks = now.looks.map(({ correction: _n, movement: _m, ...look }) => ({
    ...look,
    reading: { ...look.reading, signs: undefined },
  }))
  const eggs = now.eggs.map(({ outcome: _o, ...egg }) => egg)
  const records = read(
    { ...now, version: 2, hatchery, eggs, looks: JSON.parse(JSON.stringify(looks)) as unknown },
    'UTC',
  )
  expect(records.looks[0]).toMatchObject({ correction: null, reading: { signs: null } })
  expect(records.eggs[0]!.outcome).toBeNull()
  expect(records.hatchery.scale).toEqual({ collarMm: null, camera: null })
})

it('brings records of version 3 up to date: agreed by key, taken out as advised, never filmed, no sessions', () => {
  const { limits: _l, photoLongSidePx: _p, ...hatchery } = now.hatchery
  const looks = now.looks.map(({ movement: _m, ...look }) => ({
    ...look,
    own: { grade: 'clear', at: look.takenAt },
  }))
  const removed = { at: now.looks[1]!.takenAt, grade: 'clear', reason: 'even glow', lookId: 'look-2' }
  const { sessions: _s, ...rest } = now
  const records = read(
    { ...rest, version: 3, hatchery, looks, eggs: [now.eggs[0], { ...now.eggs[1], removed }] },
    'UTC',
  )
  expect(records.looks[0]).toMatchObject({ movement: null, own: { by: 'key' } })
  expect(records.eggs[1]!.removed).toEqual({ ...removed, againstPolicy: false })
  // Photographs of before were kept as they came, and go on so.
  expect(records.hatchery).toMatchObject({ limits: { school: 'usual' }, photoLongSidePx: null })
  expect(records.sessions).toEqual([])
})

it('leaves records of today as they are', () => {
  expect(upgradeSet(now.sets[0])).toBe(now.sets[0])
  expect(upgradeEgg(now.eggs[0])).toBe(now.eggs[0])
  expect(upgradeLook(now.looks[0])).toBe(now.looks[0])
  expect(read({ ...now }, 'UTC')).toEqual(now)
})

it('leaves what is no record to the schema', () => {
  expect([upgradeSet(null), upgradeEgg('x'), upgradeLook([])]).toEqual([null, 'x', []])
})
