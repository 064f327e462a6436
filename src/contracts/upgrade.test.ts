import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { sayReason } from '../core/grade/reason-words.ts'
import { rawRecordsOf, sortOut } from './book.ts'
import { readBundle } from './bundle.ts'
import type { Egg } from './egg-record.ts'
import type { LookRecord } from './look-record.ts'
import type { HatcheryRecords } from './records.ts'
import { asTheyStand, sampleRecords } from './sample-records.ts'
import { upgraded } from './upgrade.ts'

const now = sampleRecords()

/** What a file of any version is read as; nothing of it may be set aside. */
function read(file: Record<string, unknown>, zone: string): HatcheryRecords {
  const { records, aside } = sortOut(rawRecordsOf(file), zone, now.exportedAt)
  expect(aside).toEqual([])
  return records
}

/** An egg and a look as they were kept up to version 5. */
const eggAsKept = ({ stamp: _s, events: _e, ...egg }: Egg) => egg
const asKept = ({ stamp: _s, madeBy: _m, earlierVerdicts: _e, verdict, ...look }: LookRecord) => ({
  ...look,
  verdict: { ...verdict, reasons: verdict.reasons.map(sayReason) },
})

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
    looks: now.looks.map(asKept).map(({ correction: _n, movement: _m, ...look }) => {
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
  const looks = now.looks.map(asKept).map(({ correction: _n, movement: _m, ...look }) => ({
    ...look,
    reading: { ...look.reading, signs: undefined },
  }))
  const eggs = now.eggs.map(eggAsKept).map(({ outcome: _o, ...egg }) => egg)
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
  const looks = now.looks.map(asKept).map(({ movement: _m, ...look }) => ({
    ...look,
    own: { grade: 'clear', at: look.takenAt },
  }))
  const removed = { at: now.looks[1]!.takenAt, grade: 'clear', reason: 'even glow', lookId: 'look-2' }
  const { sessions: _s, ...rest } = now
  const records = read(
    {
      ...rest,
      version: 3,
      hatchery,
      looks,
      eggs: now.eggs.map(eggAsKept).map((egg, i) => (i === 1 ? { ...egg, removed } : egg)),
    },
    'UTC',
  )
  expect(records.looks[0]).toMatchObject({ movement: null, own: { by: 'key' } })
  expect(records.eggs[1]!.removed).toEqual({ ...removed, againstPolicy: false })
  // Photographs of before were kept as they came, and go on so.
  expect(records.hatchery).toMatchObject({ limits: { school: 'usual' }, photoLongSidePx: null })
  expect(records.sessions).toEqual([])
})

it('brings records of version 5 up to date: its sentences stay what they were, nobody knows who made its figures', () => {
  const looks = now.looks.map(asKept)
  const outcome = { at: '2026-03-22T08:00:00.000Z', found: 'hatched' as const }
  const eggs = now.eggs.map(eggAsKept).map((egg) => ({ ...egg, weightG: 58.2, lengthMm: 56, outcome }))
  const records = read({ ...now, version: 5, looks, eggs }, 'UTC')
  expect(asTheyStand(records.eggs)).toEqual(asTheyStand(now.eggs.map((egg, i) => ({ ...egg, ...eggs[i]! }))))
  expect(records.eggs[0]!.events.map(({ kind, at }) => [kind, at])).toEqual([
    ['moved', null],
    ['weighed', null],
    ['callipered', null],
    ['out', outcome.at],
  ])
  expect(records.looks[0]).toMatchObject({
    verdict: { reasons: looks[0]!.verdict.reasons.map((sentence) => ({ code: 'said', sentence })) },
    madeBy: { measuring: null, model: null },
    earlierVerdicts: [],
  })
})

describe('a bundle that was taken out of an earlier version', () => {
  const folder = new URL('../../fixtures/books/', import.meta.url)
  it.each(readdirSync(folder))('%s comes in whole', async (name) => {
    const bundle = await readBundle(new Blob([readFileSync(new URL(name, folder))]), 'UTC')
    expect(bundle.aside).toEqual([])
    const { sets, eggs, looks } = bundle.records
    expect([sets.length, eggs.length]).toEqual([3, 32])
    expect(looks.length).toBeGreaterThan(20)
    expect(bundle.photoTypes.size).toBe(looks.length)
    for (const { id, verdict } of looks) {
      expect(verdict.reasons.map(sayReason).join('')).toMatch(/\w/)
      // The lines that a look held itself lie beside it now.
      expect((await bundle.shapes(id))!.polygon.length).toBeGreaterThan(20)
    }
  })
})

it('leaves records of today as they are', () => {
  for (const table of ['sets', 'eggs', 'looks'] as const)
    expect(upgraded({ table, value: now[table][0] }, 'UTC')).toBe(now[table][0])
  expect(read({ ...now }, 'UTC')).toEqual(now)
})

it('leaves what is no record to the schema', () => {
  const values = [null, 'x', []]
  expect(values.map((value) => upgraded({ table: 'looks', value }, 'UTC'))).toEqual(values)
})
