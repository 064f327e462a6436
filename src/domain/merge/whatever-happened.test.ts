import fc from 'fast-check'
import { expect, it } from 'vitest'
import { HOUR_MS } from '../../core/time/durations.ts'
import { newEgg } from '../../contracts/records/egg-state.ts'
import { type Egg } from '../../contracts/records/egg-state.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import type { SetRecord } from '../../contracts/records/set-record.ts'
import { Tablet } from '../../testing/tablet.ts'
import { cases } from '../../testing/cases.ts'
import { countedOn } from '../hatch-of-set.ts'
import { mergeBooks, type Copy } from './merge-books.ts'

const ZONE = 'Europe/Lisbon'
const at = '2026-03-21T08:00:00.000Z'
const NAMES = ['north', 'south', 'west'] as const

/** What the test itself keeps of what was acknowledged, in terms of its own. */
interface Ledger {
  /** Taps of +1 and -1, by the name of the count that the program wrote for each. */
  taps: Map<string, { what: 'pipped' | 'out'; by: number }>
  /** Events, looks and notes that the program acknowledged, by id. */
  noted: Set<string>
  /** Whether each tablet's own tick stands, as its hand last left it. */
  ticks: Map<string, boolean>
}

interface Play {
  tablets: Tablet[]
  /** Every bundle that was ever taken out, each with what it held then. */
  bundles: Copy[]
  ledger: Ledger
}
type Act = (tablet: Tablet, play: Play) => void

const heldIn = ({ records, tombstones }: Copy): Set<string> => {
  const alive = [...records.eggs, ...records.looks, ...records.sets]
  const dead = tombstones.map(({ value }) => value as Egg)
  const ids = [...alive, ...dead].flatMap((record) => [
    record.id,
    ...('events' in record ? record.events.map(({ id }) => id) : []),
    ...('counted' in record ? (record as SetRecord).counted.map(({ id }) => id) : []),
  ])
  return new Set(ids)
}
const countsOf = ({ sets }: HatcheryRecords) => sets[0]!.counted
const isTicked = ({ sets }: HatcheryRecords, key: string): boolean =>
  sets[0]!.done.some((one) => one.key === key)

/** One step of the program, and what came of it in the ledger. */
function act(tablet: Tablet, { ledger }: Play, change: Parameters<Tablet['do']>[0]): void {
  const before = heldIn(tablet.copy())
  const counts = new Set(countsOf(tablet.records).map(({ id }) => id))
  tablet.do(change)
  for (const { id, what, by } of countsOf(tablet.records))
    if (!counts.has(id)) ledger.taps.set(id, { what, by })
  for (const id of heldIn(tablet.copy())) if (!before.has(id)) ledger.noted.add(id)
  ledger.ticks.set(tablet.name, isTicked(tablet.records, `of-${tablet.name}`))
}

const pick = <T>(list: readonly T[], n: number): T | undefined => list[n % Math.max(1, list.length)]
const onEgg =
  (n: number, change: (egg: Egg) => Egg): Act =>
  (tablet, play) =>
    act(tablet, play, ({ eggs }) => (eggs.length > 0 ? { eggs: [change(pick(eggs, n)!)] } : null))
const withTick = (set: HatcheryRecords['sets'][number], key: string) => ({
  ...set,
  done: set.done.some((one) => one.key === key)
    ? set.done.filter((one) => one.key !== key)
    : [...set.done, { key, at }],
})
const removed = (grade: 'clear' | 'quitter'): Pick<Egg, 'removed'> => ({
  removed: { at, why: 'graded' as const, grade, reason: '', lookId: 'look-1', againstPolicy: false },
})

/** What hands do, by the program's own steps. */
const DEEDS: ReadonlyArray<(n: number) => Act> = [
  (n) => onEgg(n, (egg) => ({ ...egg, weightG: 50 + n })),
  (n) => onEgg(n, (egg) => ({ ...egg, ...removed(n % 2 === 0 ? 'clear' : 'quitter') })),
  (n) => onEgg(n, (egg) => ({ ...egg, pipped: { at } })),
  (n) => onEgg(n, (egg) => ({ ...egg, outcome: { at, found: n % 2 === 0 ? 'hatched' : 'quitter' } })),
  (n) => (tablet, play) =>
    act(tablet, play, ({ eggs }) =>
      eggs.length > 0 ? { notes: [{ eggId: pick(eggs, n)!.id, text: `note ${n}` }] } : null,
    ),
  () => (tablet, play) =>
    act(tablet, play, ({ sets, eggs }, newId) => ({
      eggs: [
        newEgg({
          id: newId(),
          setId: sets[0]!.id,
          number: Math.max(0, ...eggs.map(({ number }) => number)) + 1,
        }),
      ],
    })),
  (n) => (tablet, play) =>
    act(tablet, play, ({ eggs }, newId) =>
      eggs.length > 0
        ? { looks: [{ ...sampleRecords().looks[0]!, id: newId(), eggId: pick(eggs, n)!.id }] }
        : null,
    ),
  // Counting is what two tablets do at once the most.
  ...[0, 1, 2].map(
    () =>
      (n: number): Act =>
      (tablet, play) =>
        act(tablet, play, ({ sets: [set] }, newId) => ({
          sets: [
            {
              ...set!,
              counted: [
                ...countedOn(set!.counted, {
                  what: n % 2 === 0 ? 'pipped' : 'out',
                  more: n === 5 ? -1 : 1,
                  told: { pipped: 0, out: 0 },
                  most: 40,
                  at,
                  newId,
                }),
              ],
            },
          ],
        })),
  ),
  () => (tablet, play) =>
    act(tablet, play, ({ sets: [set] }) => ({ sets: [withTick(set!, `of-${tablet.name}`)] })),
  () => (tablet, play) => act(tablet, play, ({ sets: [set] }) => ({ sets: [withTick(set!, 'give-up')] })),
  (n) => (tablet, play) =>
    act(tablet, play, ({ trays }) => ({ trays: [{ ...trays[0]!, incubatorId: `box-${n}` }] })),
  () =>
    (tablet, { ledger }) => {
      const before = new Set(countsOf(tablet.records).map(({ id }) => id))
      tablet.takeBack()
      for (const { id, what, by } of countsOf(tablet.records))
        if (!before.has(id)) ledger.taps.set(id, { what, by })
      ledger.ticks.set(tablet.name, isTicked(tablet.records, `of-${tablet.name}`))
    },
]

/** What is done with whole books. */
const CUSTODY: ReadonlyArray<(n: number) => Act> = [
  () =>
    (tablet, { bundles }) =>
      void bundles.push(tablet.copy()),
  (n) =>
    (tablet, { bundles }) => {
      const bundle = pick(bundles, n)
      if (bundle) tablet.merge(bundle)
    },
  (n) =>
    (tablet, { tablets }) =>
      tablet.merge(pick(tablets, n)!.copy()),
  // By an older export of one's own or of another, or by a backup.
  (n) =>
    (tablet, { bundles }) => {
      const bundle = pick(bundles, n)
      if (bundle) {
        // What is replaced is kept as the candler is told to: taken out before.
        bundles.push(tablet.copy())
        tablet.replaceBy(bundle)
      }
    },
  // The storage was cleared, and what was in memory is written back.
  () => (tablet) => tablet.replaceBy(tablet.copy()),
]

const acts: fc.Arbitrary<Act> = fc.oneof(
  { weight: 5, arbitrary: fc.tuple(fc.nat(DEEDS.length - 1), fc.nat(5)).map(([k, n]) => DEEDS[k]!(n)) },
  { weight: 2, arbitrary: fc.tuple(fc.nat(CUSTODY.length - 1), fc.nat(9)).map(([k, n]) => CUSTODY[k]!(n)) },
)

it(
  'three tablets with wrong clocks, bundles, replaced and written-back books: whatever was acknowledged and kept anywhere is there once',
  () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(2), acts), { minLength: 10, maxLength: 60 }),
        fc.array(fc.integer({ min: -48, max: 48 }), { minLength: 3, maxLength: 3 }),
        fc.infiniteStream(fc.nat(1000)),
        (script, clocks, order) => {
          const start: Copy = { records: sampleRecords(), tombstones: [], quarantined: [] }
          const tablets = NAMES.map((name, i) => new Tablet(name, start, clocks[i]! * HOUR_MS))
          const play: Play = {
            tablets,
            bundles: [],
            ledger: { taps: new Map(), noted: new Set(), ticks: new Map() },
          }
          for (const [k, deed] of script) deed(tablets[k]!, play)

          const copies = [...tablets.map((tablet) => tablet.copy()), ...play.bundles]
          const kept = new Set(copies.flatMap((copy) => [...heldIn(copy)]))
          const shuffled = copies
            .map((copy) => ({ copy, place: order.next().value }))
            .sort((x, y) => x.place - y.place)
            .map(({ copy }) => copy)
          const books = [copies, shuffled].map((list) =>
            list.reduce<Copy>((book, copy) => mergeBooks(book, copy, ZONE).book, list[0]!),
          )
          for (const book of books) {
            expect(book.quarantined).toEqual([])
            const held = heldIn(book)
            for (const id of play.ledger.noted) if (kept.has(id)) expect(held.has(id), id).toBe(true)
            for (const what of ['pipped', 'out'] as const) {
              const sum = (list: Iterable<{ what: string; by: number }>): number =>
                [...list].reduce((total, one) => total + (one.what === what ? one.by : 0), 0)
              const taps = [...play.ledger.taps].flatMap(([id, tap]) => (kept.has(id) ? tap : []))
              expect(sum(countsOf(book.records))).toBe(sum(taps))
            }
            // No count, event or look is there twice.
            const ids = [
              countsOf(book.records),
              book.records.looks,
              ...book.records.eggs.map((egg) => egg.events),
            ]
            for (const list of ids) expect(new Set(list.map(({ id }) => id)).size).toBe(list.length)
            for (const { name, device } of tablets)
              if (device === name && play.ledger.ticks.has(name))
                expect(isTicked(book.records, `of-${name}`), `tick of ${name}`).toBe(
                  play.ledger.ticks.get(name),
                )
            // Everything has met: nothing is left to ask with any of them.
            for (const copy of copies) expect(mergeBooks(book, copy, ZONE).conflicts).toEqual([])
          }
          const facts = ({ records }: Copy) => ({
            eggs: records.eggs.map(({ id }) => id).sort(),
            looks: records.looks.map(({ id }) => id).sort(),
            counted: countsOf(records)
              .map(({ id }) => id)
              .sort(),
          })
          expect(facts(books[1]!)).toEqual(facts(books[0]!))
        },
      ),
      { numRuns: cases(15, 50, 1000), seed: 20261130 },
    )
  },
  cases(300_000, 300_000, HOUR_MS),
)
