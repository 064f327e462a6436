import fc from 'fast-check'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../../core/time/durations.ts'
import { fileOf, TABLE_SCHEMAS } from '../../contracts/records/book.ts'
import { newEgg } from '../../contracts/records/egg-state.ts'
import { eggOf, type Egg } from '../../contracts/records/egg-state.ts'
import { RECORD_TABLES } from '../../contracts/records/record-tables.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { countedOn, countsSoFar } from '../hatch-of-set.ts'
import { mergeBooks, type Copy } from './merge-books.ts'
import { Tablet } from '../../testing/tablet.ts'
import { cases } from '../../testing/cases.ts'

const ZONE = 'Europe/Lisbon'

type Op = (tablet: Tablet) => void
const some = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)]
const onEgg =
  (n: number, change: (egg: Egg) => Egg): Op =>
  (tablet) =>
    tablet.do(({ eggs }) => {
      const egg = some(eggs, n)
      return egg ? { eggs: [change(egg)] } : null
    })
const opArbitrary: fc.Arbitrary<Op> = fc.tuple(fc.nat(10), fc.nat(5)).map(([kind, n]): Op => {
  switch (kind) {
    case 0:
      return onEgg(n, (egg) => ({ ...egg, weightG: 50 + n }))
    case 1:
      return onEgg(n, (egg) => ({ ...egg, mark: `m${n}` }))
    case 2:
      return onEgg(n, (egg) => ({
        ...egg,
        place: n > 2 ? null : { trayId: 'tray-1', row: 0, column: n % 2 },
      }))
    case 3:
      return onEgg(n, (egg) => ({
        ...egg,
        removed: {
          at: '2026-03-12T00:00:00.000Z',
          why: 'graded' as const,
          grade: 'clear',
          reason: '',
          lookId: 'look-1',
          againstPolicy: false,
        },
      }))
    case 4:
      return (tablet) =>
        tablet.do(({ eggs }) =>
          some(eggs, n) ? { notes: [{ eggId: some(eggs, n)!.id, text: `note ${n}` }] } : null,
        )
    case 5:
      return (tablet) =>
        tablet.do(({ sets, eggs }, newId) => ({
          eggs: [
            newEgg({
              id: newId(),
              setId: sets[0]!.id,
              number: Math.max(0, ...eggs.map(({ number }) => number)) + 1,
            }),
          ],
        }))
    case 6:
      return (tablet) =>
        tablet.do(({ eggs, looks }, newId) =>
          some(eggs, n) ? { looks: [{ ...looks[0]!, id: newId(), eggId: some(eggs, n)!.id }] } : null,
        )
    case 7:
      return (tablet) =>
        tablet.do(({ looks }) =>
          some(looks, n)
            ? {
                looks: [
                  {
                    ...some(looks, n)!,
                    own: { grade: n > 2 ? 'clear' : 'unsure', at: '2026-03-12T00:00:00.000Z' },
                  },
                ],
              }
            : null,
        )
    case 8:
      return (tablet) =>
        tablet.do(({ sets }) => ({
          sets: [
            {
              ...sets[0]!,
              notes: `n${n}`,
              done: [...sets[0]!.done, { key: `k${n}`, at: '2026-03-12T00:00:00.000Z' }],
            },
          ],
        }))
    case 9:
      return (tablet) => tablet.do(({ trays }) => ({ trays: [{ ...trays[0]!, incubatorId: `box-${n}` }] }))
    default:
      return (tablet) => tablet.takeBack()
  }
})

/** A book without the order in which its lists come. */
function plain({ records, tombstones }: Copy): unknown {
  const file = fileOf(records)
  return RECORD_TABLES.map((table) =>
    table === 'hatchery'
      ? file.hatchery
      : [
          ...(file[table] as Array<{ id: string }>).map(
            (value) => TABLE_SCHEMAS[table].parse(value) as { id: string },
          ),
          ...tombstones
            .filter((record) => record.table === table)
            .map(({ value }) => value as { id: string }),
        ].sort((a, b) => (a.id < b.id ? -1 : 1)),
  )
}
const merged = (a: Copy, b: Copy) => mergeBooks(a, b, ZONE)
const start = (): Copy => ({ records: sampleRecords(), tombstones: [], quarantined: [] })

/** Everything a book holds, dead or alive. */
function heldBy({ records, tombstones }: Copy): Set<string> {
  const eggs = [
    ...records.eggs,
    ...tombstones.flatMap(({ table, value }) => (table === 'eggs' ? [value as Egg] : [])),
  ]
  return new Set([
    ...records.looks.map(({ id }) => id),
    ...eggs.flatMap(({ events }) => events.map(({ id }) => id)),
  ])
}

const byId = ([a]: readonly [string, unknown], [b]: readonly [string, unknown]): number => (a < b ? -1 : 1)

describe('two tablets', () => {
  it('come to the same book whichever way round, twice as once, with all that either acknowledged', () => {
    const side = fc.boolean()
    fc.assert(
      fc.property(
        fc.array(fc.tuple(side, fc.option(opArbitrary, { freq: 9 })), { maxLength: 30 }),
        (script) => {
          const [north, south] = [new Tablet('north', start(), DAY_MS), new Tablet('south', start())]
          for (const [isNorth, op] of script) {
            const [here, there] = isNorth ? [north, south] : [south, north]
            // Now and then one brings in the other's bundle in the middle of it all.
            if (op) op(here)
            else here.merge(there.copy())
          }
          const [a, b] = [north.copy(), south.copy()]
          const { book } = merged(a, b)
          expect(book.quarantined).toEqual([])
          expect(plain(merged(b, a).book)).toEqual(plain(book))
          expect(plain(merged(book, b).book)).toEqual(plain(book))
          expect(plain(merged(a, book).book)).toEqual(plain(book))
          const held = heldBy(book)
          for (const tablet of [north, south])
            for (const id of tablet.acknowledged) expect(held.has(id), id).toBe(true)
        },
      ),
      { numRuns: cases(15, 50, 1000), seed: 20261127 },
    )
  })

  it('of three, the order in which they meet changes nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(2), opArbitrary), { maxLength: 18 }), (script) => {
        const tablets = ['north', 'south', 'west'].map((device) => new Tablet(device, start()))
        for (const [k, op] of script) op(tablets[k]!)
        const [a, b, c] = tablets.map((tablet) => tablet.copy()) as [Copy, Copy, Copy]
        const eggs = (copy: Copy) =>
          copy.records.eggs.map((egg) => [egg.id, egg.events.map(({ id }) => id)] as const).sort(byId)
        const looks = (copy: Copy) => copy.records.looks.map(({ id, own }) => [id, own] as const).sort(byId)
        const one = merged(merged(a, b).book, c).book
        const two = merged(a, merged(c, b).book).book
        expect(looks(two)).toEqual(looks(one))
        expect(eggs(two).map(([id]) => id)).toEqual(eggs(one).map(([id]) => id))
      }),
      { numRuns: cases(10, 25, 500), seed: 20261128 },
    )
  })

  it('keep an egg that one takes out and the other looks at, both looks of an egg graded twice, and what each ticked', () => {
    const [north, south] = [new Tablet('north', start()), new Tablet('south', start())]
    onEgg(0, (egg) => ({
      ...egg,
      removed: {
        at: '2026-03-12T00:00:00.000Z',
        why: 'graded' as const,
        grade: 'clear',
        reason: '',
        lookId: 'look-1',
        againstPolicy: false,
      },
    }))(north)
    for (const tablet of [north, south])
      tablet.do(({ looks, sets }, newId) => ({
        looks: [{ ...looks[0]!, id: newId() }],
        sets: [
          { ...sets[0]!, done: [...sets[0]!.done, { key: tablet.device, at: '2026-03-12T00:00:00.000Z' }] },
        ],
      }))
    const { book, conflicts } = merged(north.copy(), south.copy())
    expect(book.records.eggs[0]!.removed?.grade).toBe('clear')
    expect(book.records.looks.filter(({ eggId }) => eggId === 'egg-1')).toHaveLength(3)
    expect(book.records.sets[0]!.done.map(({ key }) => key).sort()).toEqual(['north', 'set', 'south'])
    expect(conflicts).toEqual([])
  })

  it.each([0, 7_200_000])(
    'add up chicks that were counted apart, whatever the clocks say (%d ms off)',
    (offMs) => {
      const counting =
        (what: 'pipped' | 'out', by: 1 | -1, at: string) =>
        (records: HatcheryRecords, newId: () => string) => ({
          sets: [
            {
              ...records.sets[0]!,
              counted: [
                ...countedOn(records.sets[0]!.counted, {
                  what,
                  more: by,
                  told: { pipped: 0, out: 0 },
                  most: 12,
                  at,
                  newId,
                }),
              ],
            },
          ],
        })
      const at = (minute: number, more = 0): string =>
        new Date(Date.parse('2026-03-21T08:00:00.000Z') + minute * 60_000 + more).toISOString()
      const north = new Tablet('north', start())
      for (let i = 0; i < 5; i++) north.do(counting('pipped', 1, at(i)))
      for (let i = 0; i < 2; i++) north.do(counting('out', 1, at(5 + i)))
      const south = new Tablet('south', north.copy())
      for (let i = 0; i < 3; i++) north.do(counting('pipped', 1, at(10 + i, offMs)))
      for (let i = 0; i < 2; i++) south.do(counting('out', 1, at(10 + i)))
      const { book, conflicts } = merged(north.copy(), south.copy())
      expect(countsSoFar(book.records.sets[0]!.counted, { pipped: 0, out: 0 })).toEqual({ pipped: 8, out: 4 })
      expect(conflicts).toEqual([])
    },
  )

  it('ask where both wrote of the same thing, with what was written last as the default', () => {
    const [north, south] = [new Tablet('north', start()), new Tablet('south', start())]
    north.do(({ sets }) => ({ sets: [{ ...sets[0]!, notes: 'of the north' }] }))
    south.do(({ sets }) => ({ sets: [{ ...sets[0]!, notes: 'first' }] }))
    south.do(({ sets }) => ({ sets: [{ ...sets[0]!, notes: 'of the south' }] }))
    const { book, conflicts } = merged(north.copy(), south.copy())
    expect(book.records.sets[0]!.notes).toBe('of the south')
    expect(conflicts).toMatchObject([
      { table: 'sets', id: 'set-1', fields: ['notes'], gone: false, other: { notes: 'of the north' } },
    ])
    // Who has seen both is not asked again.
    north.merge(south.copy())
    expect(merged(north.copy(), south.copy()).conflicts).toEqual([])
  })

  it('keep an egg that one takes back and the other goes on with, and ask', () => {
    const north = new Tablet('north', start())
    north.do(({ sets }) => ({ eggs: [newEgg({ id: 'extra', setId: sets[0]!.id, number: 3 })] }))
    const south = new Tablet('south', north.copy())
    const west = new Tablet('west', north.copy())
    north.takeBack()
    south.do(({ eggs }) => ({ eggs: [{ ...eggs[2]!, weightG: 61 }] }))
    west.do(({ looks }) => ({ looks: [{ ...looks[0]!, id: 'of-extra', eggId: 'extra' }] }))
    for (const other of [south, west]) {
      const { book, conflicts } = merged(north.copy(), other.copy())
      expect(book.records.eggs.map(({ id }) => id)).toContain('extra')
      expect(conflicts).toMatchObject([{ table: 'eggs', id: 'extra', gone: true }])
    }
    // Asked once: neither with itself nor with either of the two again.
    const { book } = merged(north.copy(), west.copy())
    for (const copy of [book, north.copy(), west.copy()]) {
      expect(merged(book, copy).conflicts).toEqual([])
      expect(merged(copy, book).book.records.eggs.map(({ id }) => id)).toContain('extra')
    }
    // Nobody went on with it: it stays gone.
    expect(merged(north.copy(), start()).book.records.eggs).toHaveLength(2)
  })

  it('give two eggs of one number two, and of two in one place one', () => {
    const [north, south] = [new Tablet('north', start()), new Tablet('south', start())]
    for (const tablet of [north, south]) {
      tablet.do(({ eggs }) => ({ eggs: [{ ...eggs[1]!, place: null }] }))
      tablet.do(({ sets }, newId) => ({
        eggs: [
          newEgg({
            id: newId(),
            setId: sets[0]!.id,
            number: 3,
            place: { trayId: 'tray-1', row: 0, column: 1 },
          }),
        ],
      }))
    }
    const { book, settled } = merged(north.copy(), south.copy())
    expect(book.records.eggs.map(({ number }) => number).sort((a, b) => a - b)).toEqual([1, 2, 3, 4])
    expect(settled.map(({ what }) => what)).toEqual(['number-taken', 'place-taken'])
    expect(
      book.records.eggs.map((egg) => eggOf(egg).place).filter((place) => place?.column === 1),
    ).toHaveLength(1)
  })

  it('give two eggs of two sets in one place of a shared tray one, and say so; eggs of a set given up lie nowhere', () => {
    const place = { trayId: 'tray-1', row: 0, column: 1 }
    const merging = (done: Array<{ key: string; at: string }>) => {
      const [north, south] = [new Tablet('north', start()), new Tablet('south', start())]
      for (const tablet of [north, south]) tablet.do(({ eggs }) => ({ eggs: [{ ...eggs[1]!, place: null }] }))
      north.do(({ sets }) => ({
        sets: [{ ...sets[0]!, id: 'other', name: 'Other', batches: [], done }],
        eggs: [newEgg({ id: 'a-of-other', setId: 'other', number: 1, place })],
      }))
      south.do(() => ({ eggs: [newEgg({ id: 'b-of-first', setId: 'set-1', number: 3, place })] }))
      const both = merged(north.copy(), south.copy())
      const lyingIn = ({ records }: Copy): string[] =>
        records.eggs
          .filter((egg) => eggOf(egg).place?.column === 1)
          .map(({ id }) => id)
          .sort()
      const lying = lyingIn(both.book)
      expect(lyingIn(merged(south.copy(), north.copy()).book)).toEqual(lying)
      return { lying, settled: both.settled.map(({ eggId, what }) => [eggId, what]) }
    }
    expect(merging([])).toEqual({ lying: ['a-of-other'], settled: [['b-of-first', 'place-taken']] })
    expect(merging([{ key: 'give-up', at: '2026-03-11T00:00:00.000Z' }])).toEqual({
      lying: ['a-of-other', 'b-of-first'],
      settled: [],
    })
  })

  it('ask about a pressed key, and never about a lift', () => {
    const [north, south] = [new Tablet('north', start()), new Tablet('south', start())]
    const lifted = (at: string) => (records: { looks: LookRecord[] }) => ({
      looks: [{ ...records.looks[0]!, leftIn: { at } }],
    })
    north.do(lifted('2026-03-12T20:00:00.000Z'))
    south.do(lifted('2026-03-12T21:00:00.000Z'))
    expect(merged(north.copy(), south.copy()).conflicts).toEqual([])
    south.do(({ looks }) => ({
      looks: [{ ...looks[0]!, own: { grade: 'clear', at: '2026-03-12T22:00:00.000Z' }, leftIn: null }],
    }))
    expect(merged(north.copy(), south.copy()).conflicts.map(({ fields }) => fields)).toEqual([['own']])
  })
})
