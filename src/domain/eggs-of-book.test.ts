import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { labelCode } from '../contracts/files/label-code.ts'
import { eggsOfBook, eggsWith } from './eggs-of-book.ts'
import { findInBook } from './find-in-book.ts'

const { sets, looks } = sampleRecords()
const set = sets[0]!
const at = '2026-03-20T10:00:00.000Z'
const place = (column: number) => ({ trayId: set.trays[0]!.id, row: 0, column })
const eggs = [
  newEgg({ id: 'second', setId: set.id, number: 10, place: place(1), mark: 'hen 4' }),
  newEgg({ id: 'first', setId: set.id, number: 2, place: place(0) }),
  newEgg({ id: 'kept', setId: set.id, number: 3, role: 'reference' }),
  newEgg({ id: 'chick', setId: set.id, number: 4, outcome: { at, found: 'hatched' } }),
  newEgg({ id: 'dead', setId: set.id, number: 5, outcome: { at, found: 'quitter' } }),
  newEgg({
    id: 'gone',
    setId: set.id,
    number: 6,
    removed: { at, why: 'graded' as const, grade: 'clear', reason: '', lookId: 'x', againstPolicy: false },
  }),
]
const look = { ...looks[0]!, eggId: 'first' }
const rows = eggsOfBook([set], new Map([[set.id, eggs]]), new Map([['first', [look]]]))
const ids = (list: ReadonlyArray<{ egg: { id: string } }>): string[] => list.map(({ egg }) => egg.id)

describe('all eggs of a book', () => {
  it('come as they are candled, those without a place last by number', () => {
    expect(ids(rows)).toEqual(['first', 'second', 'kept', 'chick', 'dead', 'gone'])
  })

  it('say what became of each, and what was last seen in it', () => {
    expect(Object.fromEntries(rows.map(({ egg, standing }) => [egg.id, standing]))).toEqual({
      first: 'in',
      second: 'in',
      kept: 'reference',
      chick: 'hatched',
      dead: 'opened',
      gone: 'removed',
    })
    expect(rows[0]!.grade).toBe(look.own?.grade ?? look.verdict.grade)
    expect(rows[1]!.grade).toBeNull()
  })

  it('are found by all of the words together: place, mark, number, set', () => {
    expect(ids(eggsWith(rows, 'HEN 4'))).toEqual(['second'])
    expect(ids(eggsWith(rows, '#2'))).toEqual(['first'])
    expect(ids(eggsWith(rows, `${set.name.split(' ')[0]} a2`))).toEqual(['second'])
    expect(eggsWith(rows, 'no such thing')).toEqual([])
    expect(eggsWith(rows, '  ')).toBe(rows)
  })
})

describe('anything', () => {
  const places = { pages: [['/plan', 'Plan']] as const, sets: [set], eggs: rows }
  it('is a page, a set or an egg by some letters; all pages before any letter', () => {
    expect(findInBook('', places)).toEqual([{ kind: 'page', id: '/plan', name: 'Plan', path: '/plan' }])
    expect(findInBook('pla', places).map(({ kind }) => kind)).toContain('page')
    expect(findInBook(set.name, places).map(({ kind }) => kind)).toContain('set')
    expect(findInBook('hen 4', places).map(({ id }) => id)).toEqual(['second'])
  })

  it('is what the code of a label stands for, and nothing else', () => {
    expect(findInBook(labelCode({ kind: 'egg', id: 'first' }), places).map(({ id }) => id)).toEqual(['first'])
    const tray = set.trays[0]!
    expect(findInBook(` ${labelCode({ kind: 'tray', id: tray.id })}`, places)).toMatchObject([
      { kind: 'tray', id: tray.id, set: { id: set.id } },
    ])
    expect(findInBook(labelCode({ kind: 'egg', id: 'of-another-book' }), places)).toEqual([])
  })
})
