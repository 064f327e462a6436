import { describe, expect, it } from 'vitest'
import { newEgg } from '../../contracts/records/egg-state.ts'
import { type Egg, type EggState } from '../../contracts/records/egg-state.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { recordsAlone, sampleRecords } from '../../contracts/records/sample-records.ts'
import { Tablet } from '../../testing/tablet.ts'
import type { Changes } from '../steps.ts'
import { mergeBooks, type Copy, type MergedBook } from './merge-books.ts'
import { decided, type WholeBook } from './merge-bundles.ts'
import type { Conflict } from './questions.ts'

const ZONE = 'Europe/Lisbon'
const at = '2026-03-21T08:00:00.000Z'
const start = (): Copy => ({ records: sampleRecords(), tombstones: [], quarantined: [] })

type Change = (records: HatcheryRecords, newId: () => string) => Changes
const onEgg =
  (change: Partial<EggState>): Change =>
  ({ eggs }) => ({ eggs: [{ ...eggs[0]!, ...change }] })
const removed = (grade: 'clear' | 'quitter' | 'blood-ring'): Partial<EggState> => ({
  removed: { at, why: 'graded' as const, grade, reason: '', lookId: 'look-1', againstPolicy: false },
})
const outcome = (found: NonNullable<EggState['outcome']>['found'], deathDay?: number): Partial<EggState> => ({
  outcome: { at, found, ...(deathDay ? { deathDay } : {}) },
})

/** Two tablets that each went on alone; the south's clock is three hours ahead. */
function apart(north: readonly Change[], south: readonly Change[], shared: readonly Change[] = []) {
  const before = new Tablet('before', start())
  for (const change of shared) before.do(change)
  const tablets = [
    new Tablet('north', before.copy()),
    new Tablet('south', before.copy(), 10_800_000),
  ] as const
  for (const change of north) tablets[0].do(change)
  for (const change of south) tablets[1].do(change)
  return { north: tablets[0], south: tablets[1] }
}
const merged = (a: Copy, b: Copy): MergedBook => mergeBooks(a, b, ZONE)

function whole({ book }: MergedBook): WholeBook<Blob> {
  const none = new Map<string, string>()
  return {
    ...recordsAlone(book.records),
    ...book,
    photoTypes: none,
    missing: [],
    attachmentIds: [],
    photo: async () => new Uint8Array(),
  } as WholeBook<Blob>
}
let count = 0
/** What comes of it when somebody on this tablet lets the other word hold. */
function chosen(both: MergedBook, others: readonly Conflict[], device: string): Copy {
  const writer = { device, at, newId: () => `${device}-chose-${++count}` }
  return decided({ ...both, bundle: whole(both) }, others, { zone: ZONE, writer })
}
const firstEgg = ({ records }: Copy): Egg => records.eggs[0]!

/** Asked once, alike on both, and never again once both have the answer. */
function expectAskedOnce({ north, south }: ReturnType<typeof apart>, about: Conflict['about']): MergedBook {
  const [one, other] = [merged(north.copy(), south.copy()), merged(south.copy(), north.copy())]
  expect(one.conflicts.map((conflict) => conflict.about)).toEqual([about])
  expect(other.conflicts.map((conflict) => conflict.about)).toEqual([about])
  expect(one.conflicts[0]!.keptIs).not.toBe(other.conflicts[0]!.keptIs)
  for (const copy of [north.copy(), south.copy(), one.book, other.book])
    expect(merged(one.book, copy).conflicts).toEqual([])
  expect(firstEgg(one.book).events).toEqual(firstEgg(other.book).events)
  return one
}

describe('an egg of which two tablets say what cannot both be', () => {
  it.each<[string, readonly Change[], readonly Change[], (egg: Egg) => unknown, unknown, unknown]>([
    [
      'clear on one and quitter on the other: the word noted last holds',
      [onEgg(removed('quitter'))],
      [onEgg({ weightG: 50 }), onEgg(removed('clear'))],
      (egg) => egg.removed?.grade,
      'clear',
      'quitter',
    ],
    [
      'quitter on one and hatched on the other: the chick holds, whoever wrote last',
      [onEgg(outcome('hatched'))],
      [onEgg({ weightG: 50 }), onEgg({ weightG: 51 }), onEgg(removed('quitter'))],
      (egg) => egg.outcome?.found ?? egg.removed?.grade,
      'hatched',
      'quitter',
    ],
    [
      'taken out on one and seen to pip on the other: it stays in',
      [onEgg({ pipped: { at } })],
      [onEgg({ weightG: 50 }), onEgg(removed('blood-ring'))],
      (egg) => egg.removed?.grade ?? 'in',
      'in',
      'blood-ring',
    ],
    [
      'opened on both, and dead on two days',
      [onEgg(outcome('quitter', 11))],
      [onEgg({ weightG: 50 }), onEgg(outcome('quitter', 17))],
      (egg) => egg.outcome?.deathDay,
      17,
      11,
    ],
    [
      'a crack seen by one and not by the other: it is there',
      [onEgg({ crack: 'leaking' })],
      [onEgg({ weightG: 50 }), onEgg({ crack: 'hairline' })],
      (egg) => egg.crack,
      'leaking',
      'hairline',
    ],
    [
      'two bands',
      [onEgg({ band: 'red 1' })],
      [onEgg({ weightG: 50 }), onEgg({ band: 'blue 4' })],
      (egg) => egg.band,
      'blue 4',
      'red 1',
    ],
    [
      'a chick well on one and weak on the other: it is looked after',
      [onEgg({ chick: { at, state: 'weak', words: '' } })],
      [onEgg({ weightG: 50 }), onEgg({ chick: { at, state: 'well', words: '' } })],
      (egg) => egg.chick?.state,
      'weak',
      'well',
    ],
  ])('%s', (_name, north, south, word, held, other) => {
    const both = apart(north, south)
    const [{ conflicts }] = [merged(both.north.copy(), both.south.copy())]
    const result = expectAskedOnce(both, conflicts[0]!.about)
    expect(word(firstEgg(result.book))).toBe(held)
    // And the other word, where somebody chooses it, holds on both from then on.
    const copy = chosen(result, result.conflicts, 'north')
    expect(word(firstEgg(copy))).toBe(other)
    both.south.merge(copy)
    expect(word(firstEgg(both.south.copy()))).toBe(other)
    expect(merged(both.south.copy(), copy).conflicts).toEqual([])
  })

  it('is asked of again where two people answered apart and not alike', () => {
    const both = apart([onEgg(removed('quitter'))], [onEgg({ weightG: 50 }), onEgg(outcome('hatched'))])
    const one = merged(both.north.copy(), both.south.copy())
    const [north, south] = [chosen(one, one.conflicts, 'north'), chosen(one, [], 'south')]
    expect([firstEgg(north).removed?.grade, firstEgg(north).outcome]).toEqual(['quitter', null])
    expect([firstEgg(south).removed, firstEgg(south).outcome?.found]).toEqual([null, 'hatched'])
    const again = merged(north, south)
    // Who left it at what held wrote nothing: the answer of the one who chose holds.
    expect([again.conflicts, firstEgg(again.book).removed?.grade]).toEqual([[], 'quitter'])
  })

  it('is nothing to ask of where one word explains the other, or both say the same', () => {
    for (const [north, south] of [
      [onEgg(removed('clear')), onEgg(outcome('quitter', 4))],
      [onEgg(removed('clear')), onEgg(removed('clear'))],
      [onEgg({ pipped: { at } }), onEgg(outcome('hatched'))],
      [onEgg({ weightG: 50 }), onEgg({ weightG: 51 })],
    ] as const)
      expect(
        merged(apart([north], [south]).north.copy(), apart([north], [south]).south.copy()).conflicts,
      ).toEqual([])
  })
})

describe('a tray that was carried into two incubators', () => {
  it('stands where it was put last, and is asked about', () => {
    const into =
      (incubatorId: string): Change =>
      ({ trays }) => ({ trays: [{ ...trays[0]!, incubatorId }] })
    const both = apart([into('box-1')], [into('box-2'), into('box-3')])
    const result = expectAskedOnce(both, 'incubator')
    expect(result.book.records.trays[0]!.incubatorId).toBe('box-3')
    expect(chosen(result, result.conflicts, 'north').records.trays[0]!.incubatorId).toBe('box-1')
  })
})

describe('a set that one tablet closed', () => {
  const tick =
    (key: string): Change =>
    ({ sets: [set] }) => ({ sets: [{ ...set!, done: [...set!.done, { key, at }] }] })
  const untick =
    (key: string): Change =>
    ({ sets: [set] }) => ({ sets: [{ ...set!, done: set!.done.filter((one) => one.key !== key) }] })
  const isClosed = ({ records }: Copy): boolean => records.sets[0]!.done.some(({ key }) => key === 'give-up')

  it.each<[string, Change]>([
    ['a chick came out of an egg', onEgg(outcome('hatched'))],
    [
      'a pip was counted',
      ({ sets: [set] }, newId) => ({
        sets: [{ ...set!, counted: [{ id: newId(), at, what: 'pipped', by: 1 }] }],
      }),
    ],
    ['an egg was looked at', ({ looks }, newId) => ({ looks: [{ ...looks[0]!, id: newId() }] })],
    [
      'an egg was added',
      ({ sets: [set] }, newId) => ({ eggs: [newEgg({ id: newId(), setId: set!.id, number: 9 })] }),
    ],
  ])('stays open where on the other %s meanwhile, and is asked about', (_name, goesOn) => {
    const both = apart([goesOn], [tick('give-up')])
    const result = expectAskedOnce(both, 'closed')
    expect(isClosed(result.book)).toBe(false)
    both.south.merge(result.book)
    expect(isClosed(both.south.copy())).toBe(false)
    const copy = chosen(result, result.conflicts, 'north')
    expect(isClosed(copy)).toBe(true)
    both.north.replaceBy(result.book)
    both.north.merge(copy)
    expect(isClosed(both.north.copy())).toBe(true)
  })

  it('is closed unasked where nothing happened on the other', () => {
    const { north, south } = apart([], [tick('give-up')], [onEgg({ weightG: 50 })])
    const { book, conflicts } = merged(north.copy(), south.copy())
    expect([isClosed(book), conflicts]).toEqual([true, []])
  })

  it('does not get a tick back that was taken back, whatever the other ticked meanwhile', () => {
    const { north, south } = apart([untick('candle-7')], [tick('candle-14')], [tick('candle-7')])
    const keys = (copy: Copy): string[] => copy.records.sets[0]!.done.map(({ key }) => key).sort()
    const { book, conflicts } = merged(north.copy(), south.copy())
    expect([keys(book), conflicts]).toEqual([['candle-14', 'set'], []])
    // Ticked once more, later than both: it is there again.
    north.merge(south.copy())
    north.do(tick('candle-7'))
    expect(keys(merged(south.copy(), north.copy()).book)).toEqual(['candle-14', 'candle-7', 'set'])
  })

  it('does not get a tick or a count back that was undone, whatever the other ticked and counted meanwhile', () => {
    const counting =
      (by: 1 | -1): Change =>
      ({ sets: [set] }, newId) => ({
        sets: [{ ...set!, counted: [...set!.counted, { id: newId(), at, what: 'pipped', by }] }],
      })
    const north = new Tablet('north', start())
    north.do(tick('candle-7'))
    north.do(counting(1))
    const south = new Tablet('south', north.copy())
    north.takeBack()
    north.takeBack()
    for (const change of [tick('candle-14'), counting(1), counting(1)]) south.do(change)
    const { book, conflicts } = merged(north.copy(), south.copy())
    const [set] = book.records.sets
    expect(set!.done.map(({ key }) => key).sort()).toEqual(['candle-14', 'set'])
    expect(set!.counted.reduce((sum, { by }) => sum + by, 0)).toBe(2)
    expect(conflicts).toEqual([])
  })
})
