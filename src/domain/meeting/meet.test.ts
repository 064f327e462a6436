import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '../../core/time/durations.ts'
import { fileOf } from '../../contracts/records/book.ts'
import { newEgg } from '../../contracts/records/egg-state.ts'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { Tablet } from '../../testing/tablet.ts'
import { cases } from '../../testing/cases.ts'
import { mergeBooks, type Copy } from '../merge/merge-books.ts'
import { conflictKey, type Conflict } from '../merge/questions.ts'
import { holdsAll, whatChanges } from '../merge/what-changes.ts'
import { fingerprint, meet, type Dealt, type MeetingMode, type News, type TheirBackup } from './meet.ts'

const ZONE = 'Europe/Lisbon'
const at = '2026-03-21T08:00:00.000Z'
const YEAR_HOURS = 365 * 24

/** A file in one tablet’s view of the folder: whole or only a beginning. */
interface Lying {
  backup: TheirBackup
  copy: Copy
  isWhole: boolean
}

/** A tablet with its own view of the shared folder, and what it remembers of it. */
class Sharing {
  readonly folder = new Map<string, Lying>()
  readonly tablet: Tablet
  /** What a person was asked here, as often as it was asked. */
  readonly asked: string[] = []
  readonly old: Copy[] = []
  private dealt: { writer: string; by: Dealt } = { writer: '', by: {} }
  private waiting: Array<News<Copy>> = []
  private number = 0

  constructor(
    readonly name: string,
    start: Copy,
    private readonly clockOffHours: number,
    readonly mode: MeetingMode,
  ) {
    this.tablet = new Tablet(name, start, clockOffHours * HOUR_MS)
  }

  /** A backup, as it lies in its own view at once and in others’ when it gets there. */
  backUp(): Lying {
    const copy = this.tablet.copy()
    this.old.push(copy)
    const number = ++this.number
    const time = new Date(Date.parse(at) + (this.clockOffHours + number) * HOUR_MS).toISOString()
    const name = `${time}-${number}-${this.name}`
    const bytes = heldIn(copy).length
    return {
      backup: { name, number, time, tablet: this.name, line: this.tablet.device, bytes, modifiedMs: number },
      copy,
      isWhole: true,
    }
  }

  /** One look into the folder. @param answers - for each question, whether the other’s word is to hold; null: not now */
  async look(answers: ((conflict: Conflict) => boolean) | null): Promise<void> {
    const { tablet } = this
    if (this.dealt.writer !== tablet.device) this.dealt = { writer: tablet.device, by: {} }
    const met = await meet<Copy>(
      {
        theirs: async () =>
          [...this.folder.values()]
            .map(({ backup, isWhole }) => ({ ...backup, line: isWhole ? backup.line : null }))
            .filter((backup) => backup.tablet !== this.name),
        read: async ({ name }) => {
          const { isWhole, copy } = this.folder.get(name)!
          return isWhole ? copy : null
        },
        preview: async (copy) => {
          const here = tablet.copy()
          const { book, conflicts, settled } = mergeBooks(here, copy, ZONE)
          const changes = whatChanges(here.records, book.records)
          return { changes, conflicts, settled, isHeld: holdsAll(here, book) }
        },
        merge: async (copy) => {
          expect(mergeBooks(tablet.copy(), copy, ZONE).conflicts).toEqual([])
          tablet.merge(copy)
        },
      },
      { dealt: this.dealt.by, waiting: this.waiting },
      this.mode,
    )
    this.dealt = { writer: tablet.device, by: met.dealt }
    this.waiting = met.news
    if (!answers) return
    this.waiting = []
    for (const { book, from } of met.news) {
      // Asked of the books as they are now: an earlier yes may have settled it.
      const { conflicts } = mergeBooks(tablet.copy(), book, ZONE)
      for (const one of conflicts)
        this.asked.push(JSON.stringify([conflictKey(one), one.fields, one.kept, one.other]))
      tablet.merge(book, conflicts.filter(answers))
      this.dealt = { writer: tablet.device, by: { ...this.dealt.by, [from.line!]: fingerprint(from) } }
    }
  }

  /** An old backup takes the place of the book; what it loses was taken out before. */
  restore(n: number): void {
    const copy = this.old[n % Math.max(1, this.old.length)]
    if (copy) this.tablet.replaceBy(copy)
  }
}

type Deed = (who: Sharing, n: number, all: Sharing[]) => Promise<void> | void
const eggDeed =
  (change: (n: number) => object): Deed =>
  ({ tablet }, n) =>
    tablet.do(({ eggs }) =>
      eggs.length > 0 ? { eggs: [{ ...eggs[n % eggs.length]!, ...change(n) }] } : null,
    )

/** A file gets into another’s view: whole, or a beginning of it. */
const arrive =
  (isWhole: boolean): Deed =>
  (who, n, all) => {
    const others = all
      .filter((one) => one !== who)
      .flatMap((one) => [...one.folder.values()].filter(({ backup }) => backup.tablet === one.name))
    const file = others[n % Math.max(1, others.length)]
    if (!file || who.folder.get(file.backup.name)?.isWhole) return
    const bytes = isWhole ? file.backup.bytes : 1
    who.folder.set(file.backup.name, { ...file, backup: { ...file.backup, bytes }, isWhole })
  }

const DEEDS: readonly Deed[] = [
  eggDeed((n) => ({ weightG: 50 + n })),
  eggDeed((n) => ({ pipped: { at: n % 2 === 0 ? at : '2026-03-21T09:00:00.000Z' } })),
  eggDeed((n) => ({ outcome: { at, found: n % 2 === 0 ? 'hatched' : 'quitter' } })),
  ({ tablet }, n) =>
    tablet.do(({ eggs }) =>
      eggs.length > 0 ? { notes: [{ eggId: eggs[n % eggs.length]!.id, text: `note ${n}` }] } : null,
    ),
  ({ tablet }, n) =>
    tablet.do(({ eggs }, newId) =>
      eggs.length > 0
        ? { looks: [{ ...sampleRecords().looks[0]!, id: newId(), eggId: eggs[n % eggs.length]!.id }] }
        : null,
    ),
  ({ tablet }) =>
    tablet.do(({ sets, eggs }, newId) => ({
      eggs: [
        newEgg({
          id: newId(),
          setId: sets[0]!.id,
          number: Math.max(0, ...eggs.map(({ number }) => number)) + 1,
        }),
      ],
    })),
  ({ tablet }, n) => tablet.do(({ sets: [set] }) => ({ sets: [{ ...set!, notes: `notes ${n}` }] })),
  ({ tablet }) => tablet.takeBack(),
  (who) => void who.folder.set(...keyed(who.backUp())),
  (who) => void who.folder.set(...keyed(who.backUp())),
  arrive(true),
  arrive(true),
  arrive(false),
  (who) => who.look(null),
  (who, n) => who.look(() => n % 2 === 0),
  (who, n) => who.look(() => n % 3 === 0),
  (who, n) => {
    who.folder.set(...keyed(who.backUp()))
    who.restore(n)
  },
]
function keyed(file: Lying): [string, Lying] {
  return [file.backup.name, file]
}

const heldIn = ({ records, tombstones }: Copy): string[] => {
  const all = [...records.eggs, ...records.looks, ...tombstones.map(({ value }) => value as { id: string })]
  return all.flatMap((record) => [
    record.id,
    ...('events' in record ? (record.events as Array<{ id: string }>).map(({ id }) => id) : []),
  ])
}

/** Everybody backs up, every file gets everywhere, and everybody looks, until nothing is new to anybody. */
async function settleDown(all: Sharing[]): Promise<number> {
  for (let round = 1; round <= 12; round++) {
    for (const who of all) who.folder.set(...keyed(who.backUp()))
    for (const who of all)
      for (const other of all)
        for (const [name, file] of other.folder)
          if (file.backup.tablet === other.name) who.folder.set(name, file)
    for (const who of all) await who.look(() => false)
    const texts = all.map(({ tablet }) => factsOf(tablet.copy()))
    if (texts.every((text) => text === texts[0])) return round
  }
  return Infinity
}
/** What a keeper sees of it. */
function factsOf({ records }: Copy): string {
  const plain = JSON.stringify(fileOf(records), (key, value: unknown) =>
    key === 'stamp' || key === 'rev' ? undefined : value,
  )
  const { eggs, looks, ...others } = JSON.parse(plain) as Record<string, Array<{ id: string }>>
  const sorted = (list: Array<{ id: string }>) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1))
  return JSON.stringify({ eggs: sorted(eggs!), looks: sorted(looks!), others })
}

describe('three tablets and a folder', () => {
  const deeds = fc.array(fc.tuple(fc.nat(2), fc.nat(DEEDS.length - 1), fc.nat(11)), {
    minLength: 10,
    maxLength: 60,
  })
  const clocks = fc.array(fc.integer({ min: -YEAR_HOURS, max: YEAR_HOURS }), { minLength: 3, maxLength: 3 })
  const modes = fc.array(fc.constantFrom<MeetingMode>('ask', 'by-itself'), { minLength: 3, maxLength: 3 })

  it(
    'files late, half written, books restored, clocks wrong by a year: nothing lost, doubled, or asked twice',
    async () => {
      await fc.assert(
        fc.asyncProperty(deeds, clocks, modes, async (script, offHours, ways) => {
          const start: Copy = { records: sampleRecords(), tombstones: [], quarantined: [] }
          const all = ['north', 'south', 'west'].map(
            (name, i) => new Sharing(name, start, offHours[i]!, ways[i]!),
          )
          for (const [k, deed, n] of script) await DEEDS[deed]!(all[k]!, n, all)
          const written = all.flatMap(({ tablet, old }) => [tablet.copy(), ...old]).flatMap(heldIn)

          // All show the same; that something was taken back again is news to nobody who never saw it.
          expect(await settleDown(all)).toBeLessThan(8)
          const held = new Set(all.flatMap(({ tablet }) => heldIn(tablet.copy())))
          expect(written.filter((id) => !held.has(id))).toEqual([])
          for (const { tablet, asked } of all) {
            const copy = tablet.copy()
            expect(copy.quarantined).toEqual([])
            for (const list of [copy.records.looks, ...copy.records.eggs.map(({ events }) => events)])
              expect(new Set(list.map(({ id }) => id)).size).toBe(list.length)
            expect(asked.filter((question, i) => asked.indexOf(question) !== i)).toEqual([])
          }
          const before = all.map(({ asked }) => asked.length)
          await settleDown(all)
          expect(all.map(({ asked }) => asked.length)).toEqual(before)
        }),
        { numRuns: cases(8, 25, 1000), seed: 20261130 },
      )
    },
    cases(300_000, 300_000, 3 * HOUR_MS),
  )
})
