import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { sayReason } from '../../words/reasons.ts'
import { fileOf, rawRecordsOf, sortOut } from './book.ts'
import { readBundle } from '../files/read-bundle.ts'
import type { Egg } from './egg-state.ts'
import { isPictured, type PicturedLook } from './look-record.ts'
import type { HatcheryRecords } from './records.ts'
import { asTheyStand, sampleRecords } from './sample-records.ts'
import { incubatorOf } from './whereabouts.ts'
import { readingsOf } from './readings-record.ts'
import type { EggSet } from './set-record.ts'
import { broughtUp } from './upgrade.ts'

const now = sampleRecords()

/** What a file of any version is read as; nothing of it may be set aside. */
function read(file: Record<string, unknown>, zone: string): HatcheryRecords {
  const { records: raw, more } = broughtUp(rawRecordsOf(file), zone)
  const { records, quarantined } = sortOut([...raw, ...more], zone)
  expect(quarantined).toEqual([])
  return records
}

const EXPORTED_AT = '2026-03-11T08:00:00.000Z'
/** A set as it was kept from version 2 to 6: its trays and temperatures in it. */
const setAsKept = ({ stamp: _s, trayIds: _i, trays, ...set }: EggSet) => ({
  ...set,
  temperatures: [] as object[],
  trays: trays.map(({ id, name, incubatorId, rows, columns, numbering }) => ({
    id,
    name,
    incubatorId,
    rows,
    columns,
    numbering,
  })),
})
/** The hatchery as it was kept up to version 6: its incubators in it. */
const { stamp: _stamp, ...unstampedHatchery } = now.hatchery
const hatcheryAsKept = {
  ...unstampedHatchery,
  incubators: now.hatchery.incubators.map(({ stamp: _s, kind: _k, ...incubator }) => incubator),
}
/** What every file of versions 2 to 5 has. */
const before = {
  exportedAt: EXPORTED_AT,
  hatchery: hatcheryAsKept,
  sets: now.sets.map(setAsKept),
}

/** An egg and a look as they were kept up to version 5. */
const eggAsKept = ({ stamp: _s, events: _e, ...egg }: Egg) => egg
const asKept = ({ stamp: _s, madeBy: _m, earlierVerdicts: _e, verdict, ...look }: PicturedLook) => ({
  ...look,
  verdict: { ...verdict, reasons: verdict.reasons.map(sayReason) },
})

/** The sample as version 1 wrote it. */
function versionOne(): Record<string, unknown> {
  return {
    format: 'perlumen-records',
    version: 1,
    exportedAt: EXPORTED_AT,
    sets: now.sets
      .map(setAsKept)
      .map(({ plan: _p, trays: _t, batches: _b, done: _d, temperatures: _c, ...set }) => ({
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
    plan: { method: 'own', ownDays: [7, 14, 18] },
    done: [{ key: 'set' }],
    trays: [{ rows: 1, columns: 2 }],
  })
  expect(records.eggs.map((egg) => egg.place)).toEqual(
    [0, 1].map((column) => ({ trayId: 'set-1-tray-1', row: 0, column })),
  )
  expect(records.looks).toHaveLength(2)
})

it('brings records of version 2 up to date: no lines by hand, no scale', () => {
  const { scale: _scale, limits: _l, photoLongSidePx: _p, ...hatchery } = hatcheryAsKept
  const looks = now.looks.map(asKept).map(({ correction: _n, movement: _m, ...look }) => ({
    ...look,
    reading: { ...look.reading, signs: undefined },
  }))
  const eggs = now.eggs.map(eggAsKept).map(({ outcome: _o, ...egg }) => egg)
  const records = read(
    { ...before, version: 2, hatchery, eggs, looks: JSON.parse(JSON.stringify(looks)) as unknown },
    'UTC',
  )
  expect(records.looks[0]).toMatchObject({ correction: null, reading: { signs: null } })
  expect(records.eggs[0]!.outcome).toBeNull()
  expect(records.hatchery.scale).toEqual({ collarMm: null, camera: null })
})

it('brings records of version 3 up to date: agreed by key, taken out as advised, never filmed, no sessions', () => {
  const { limits: _l, photoLongSidePx: _p, ...hatchery } = hatcheryAsKept
  const looks = now.looks.map(asKept).map(({ movement: _m, ...look }) => ({
    ...look,
    own: { grade: 'clear', at: look.takenAt },
  }))
  const removed = { at: now.looks[1]!.takenAt, grade: 'clear', reason: 'even glow', lookId: 'look-2' }
  const records = read(
    {
      ...before,
      version: 3,
      hatchery,
      looks,
      eggs: now.eggs.map(eggAsKept).map((egg, i) => (i === 1 ? { ...egg, removed } : egg)),
    },
    'UTC',
  )
  expect(records.looks[0]).toMatchObject({ movement: null, own: { grade: 'clear' }, leftIn: null })
  expect(records.eggs[1]!.removed).toEqual({ ...removed, why: 'graded', againstPolicy: false })
  // Photographs of before were kept as they came, and go on so.
  expect(records.hatchery).toMatchObject({ limits: { method: 'usual' }, photoLongSidePx: null })
  expect(records.sessions).toEqual([])
})

it('brings records of version 5 up to date: its sentences stay what they were, nobody knows who made its figures', () => {
  const looks = now.looks.map(asKept)
  const outcome = { at: '2026-03-22T08:00:00.000Z', found: 'hatched' as const }
  const eggs = now.eggs.map(eggAsKept).map((egg) => ({ ...egg, weightG: 58.2, lengthMm: 56, outcome }))
  const records = read({ ...before, version: 5, looks, eggs, sessions: [] }, 'UTC')
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
  const folder = new URL('../../../fixtures/books/', import.meta.url)
  // From version 10 on small ones are kept, below.
  it.each(readdirSync(folder).filter((name) => !/-1\d/.test(name)))('%s comes in whole', async (name) => {
    const bundle = await readBundle(new Blob([readFileSync(new URL(name, folder))]), 'UTC')
    expect(bundle.quarantined).toEqual([])
    const { hatchery, trays, sets, eggs, looks } = bundle.records
    expect([sets.length, eggs.length]).toEqual([3, 32])
    const stand = new Set(hatchery.incubators.map(({ id }) => id))
    for (const tray of trays) expect(stand).toContain(tray.incubatorId)
    expect(looks.length).toBeGreaterThan(20)
    expect(bundle.photoTypes.size).toBe(looks.length)
    for (const { id, verdict } of looks.filter(isPictured)) {
      expect(verdict.reasons.map(sayReason).join('')).toMatch(/\w/)
      // The lines that a look held itself lie beside it now.
      expect((await bundle.shapes(id))!.polygon.length).toBeGreaterThan(20)
    }
  })
})

it('of version 6 keeps every reading of air and eggs, and everything of the evening', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-6.zip', import.meta.url))
  const { records, readingIds, readings } = await readBundle(new Blob([file]), 'UTC')
  const [evening] = records.sessions
  expect(evening!.events.map(({ kind }) => kind)).toEqual(['opened', 'closed'])
  expect(evening).toMatchObject({ endedAt: null, skipped: [], egg: { id: 'demo-beacon-7' } })
  const days = await Promise.all(readingIds.map(async (id) => readingsOf(await readings(id))))
  const of = (height: string) => {
    const probes = records.probes.filter((probe) => probe.height === height)
    expect(probes.map(({ events }) => incubatorOf(events))).toEqual(['demo-cabinet'])
    return days.flat().filter(({ probeId }) => probes.some(({ id }) => id === probeId))
  }
  // The display is off by 0.4 °C.
  expect(of('eggs').map(({ celsius }) => celsius)).toEqual([37, 37.5])
  expect(of('air')).toHaveLength(5)
})

it('of version 6 keeps an evening that had ended, with the eggs that were left', () => {
  const session = {
    id: 'evening',
    setId: 'set-1',
    startedAt: EXPORTED_AT,
    endedAt: '2026-03-11T09:00:00.000Z',
    ready: [],
    begun: true,
    trigger: 'key',
    source: 'device',
    timerSeconds: 4,
    liftAgrees: true,
    events: [{ kind: 'opened', at: EXPORTED_AT, purpose: 'fetch', trayId: 'tray-1' }],
    air: [],
    egg: null,
    aside: ['egg-2'],
  }
  const { eggs, looks } = fileOf(now)
  const { sessions } = read({ ...before, version: 6, eggs, looks, sessions: [session] }, 'UTC')
  expect(sessions[0]).toMatchObject({ endedAt: session.endedAt, skipped: ['egg-2'] })
})

it('leaves records of today as they are, and once brought up changes nothing again', () => {
  const raw = rawRecordsOf(fileOf(now))
  const { records, more, readings, shapes } = broughtUp(raw, 'UTC')
  expect([more, readings, shapes]).toEqual([[], [], []])
  for (const [i, { value }] of records.entries()) expect(value).toBe(raw[i]!.value)
})

it('leaves what is no record to the schema', () => {
  const values = [null, 'x', []]
  const { records } = broughtUp(
    values.map((value) => ({ table: 'looks' as const, value })),
    'UTC',
  )
  expect(records.map(({ value }) => value)).toEqual(values)
})

it('of version 7 had no logs, and probes that nobody had checked', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-7.zip', import.meta.url))
  const { records } = await readBundle(new Blob([file]), 'UTC')
  expect(records.logs).toEqual([])
  expect(records.probes.map(({ sensor }) => sensor)).toEqual(records.probes.map(() => null))
  expect(records.hatchery).toMatchObject({ altitudeM: 0, loggerColumns: [] })
})

it('of version 8 had no counted pips and nobody had said how chicks are helped', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-8.zip', import.meta.url))
  const { records } = await readBundle(new Blob([file]), 'UTC')
  expect(records.sets.map(({ counted }) => counted)).toEqual(records.sets.map(() => []))
  expect(records.hatchery).toMatchObject({ helping: 'never', takingOut: 'dry', altitudeM: 240 })
  const outcome = { found: 'quitter', deathDay: 11, signs: ['malposition', 'wet'] }
  expect(records.eggs.find((egg) => egg.outcome?.deathDay)).toMatchObject({
    outcome,
    zipped: null,
    band: null,
  })
  expect(records.logs[0]!.events.map(({ kind }) => kind)).toEqual(['opened', 'vents'])
})

it('of version 9 counted a hatch by totals: each difference is a count now, and twice the same names it alike', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-9.zip', import.meta.url))
  const read = async () => (await readBundle(new Blob([file]), 'UTC')).records.sets[0]!.counted
  const counted = await read()
  // 1/0, 3/0, 3/1, 6/4, 6/3.
  expect(counted.map(({ what, by }) => [what, by])).toEqual([
    ['pipped', 1],
    ['pipped', 2],
    ['out', 1],
    ['pipped', 3],
    ['out', 3],
    ['out', -1],
  ])
  expect(new Set(counted.map(({ id }) => id)).size).toBe(6)
  expect(await read()).toEqual(counted)
})

it('of version 10 has counts as they were, ticks of no revision, and none that were taken back', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-10.zip', import.meta.url))
  const { records, quarantined } = await readBundle(new Blob([file]), 'UTC')
  expect(quarantined).toEqual([])
  expect([records.sets.length, records.eggs.length, records.looks.length]).toEqual([1, 2, 2])
  expect(records.sets[0]).toMatchObject({
    done: [{ key: 'set' }, { key: 'lockdown' }],
    undone: [],
    counted: [
      { what: 'pipped', by: 1 },
      { what: 'out', by: 1 },
    ],
  })
})

it('of version 11 called methods schools and the network an impression, in earlier verdicts too', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-11.zip', import.meta.url))
  const { records, quarantined } = await readBundle(new Blob([file]), 'UTC')
  expect(quarantined).toEqual([])
  expect(records.hatchery).toMatchObject({ method: 'weekly', limits: { method: 'usual' } })
  expect(records.sets[0]!.plan.method).toBe('weekly')
  const opinions = { code: 'two-opinions', measures: 'developing', network: 'quitter' }
  const [look] = records.looks.filter(isPictured)
  expect(look!.reading.networkLogits!.developing).toBeGreaterThan(look!.reading.networkLogits!.clear)
  for (const { reasons } of [look!.verdict, look!.earlierVerdicts[0]!.verdict])
    expect(reasons.at(-1)).toEqual(opinions)
})

it('of version 12 knew nothing of outlines’ uncertainties and of lamp checks', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-12.zip', import.meta.url))
  const { records, quarantined } = await readBundle(new Blob([file]), 'UTC')
  expect(quarantined).toEqual([])
  expect(records.hatchery.lampChecks).toEqual([])
  expect(records.looks.length).toBeGreaterThan(0)
  for (const { reading } of records.looks.filter(isPictured)) expect(reading.formCovariance).toBeNull()
})

it('of version 13 kept a lift as the candler’s grade', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-13.zip', import.meta.url))
  const { records, quarantined } = await readBundle(new Blob([file]), 'UTC')
  expect(quarantined).toEqual([])
  const [pressed, lifted] = records.looks.filter(({ eggId }) => eggId === records.looks[0]!.eggId)
  expect(pressed).toMatchObject({ own: { grade: 'developing' }, leftIn: null })
  expect(pressed!.own).not.toHaveProperty('by')
  expect(lifted).toMatchObject({ own: null, leftIn: { at: '2026-03-18T20:05:00.000Z' } })
})

it('of version 14 knew one reason why an egg left: its grade', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-14.zip', import.meta.url))
  const { records, quarantined } = await readBundle(new Blob([file]), 'UTC')
  expect(quarantined).toEqual([])
  expect(records.eggs.map(({ removed }) => removed)).toEqual([
    null,
    {
      at: '2026-03-18T20:05:00.000Z',
      why: 'graded',
      grade: 'clear',
      reason: 'no vessels',
      lookId: records.looks[1]!.id,
      againstPolicy: false,
    },
  ])
})

it('of version 15 knew neither dirt, disc nor cock, and one clock', async () => {
  const file = readFileSync(new URL('../../../fixtures/books/version-15.zip', import.meta.url))
  const { records, quarantined } = await readBundle(new Blob([file]), 'UTC')
  expect(quarantined).toEqual([])
  const [broken, opened] = records.eggs
  expect(broken).toMatchObject({ hen: 'pen 2', cock: null, source: null, dirty: false, crack: 'hairline' })
  expect(broken!.removed).toMatchObject({ why: 'broken', grade: null })
  expect(opened!.outcome).toEqual({ at: '2026-03-24T09:00:00.000Z', found: 'clear' })
  expect(records.sets[0]!.plan).toMatchObject({ air: { method: 'dry' }, takingOut: null })
  expect(records.hatchery.clock).toBe('24h')
})
