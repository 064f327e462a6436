import { describe, expect, it } from 'vitest'
import type { SuggestedGrade } from '../core/grade-names.ts'
import { readPaper, type NamedEgg } from './paper-looks.ts'

const WORDS: Record<SuggestedGrade, string> = {
  developing: 'Entwickelt sich',
  clear: 'Klar',
  'blood-ring': 'Blutring',
  quitter: 'Abgestorben',
  unsure: 'Unsicher',
}
const eggs: NamedEgg[] = ['A1', 'A2', 'A3', 'B1', 'B2', 'B3'].map((place, i) => ({
  id: place,
  number: i + 11,
  place,
}))
const read = (text: string, list = eggs) =>
  readPaper(text, list, { words: WORDS, toMm: (written) => written })
const short = (text: string, list = eggs) =>
  read(text, list).looks.map(({ eggId, grade, depthMm }) => [eggId, grade, depthMm].filter(Boolean).join(' '))

describe('a list from paper', () => {
  it.each([
    ['A1 clear', 'A1 clear'],
    ['b3\tblood ring', 'B3 blood-ring'],
    ['12; quitter; 6.5', 'A2 quitter 6.5'],
    ['#13, not sure, 7,5 mm', 'A3 unsure 7.5'],
    ['A2 4 6,5', 'A2 quitter 6.5'],
    ['B1 Blutring', 'B1 blood-ring'],
    ['A1 entwickelt sich 5mm', 'A1 developing 5'],
    ['B2,?', 'B2 unsure'],
    ['12,1', 'A2 developing'],
    ['A1,clear,5.0', 'A1 clear 5'],
    ['A1 clear 0.25 in', 'A1 clear 6.35'],
    ['A1 clear 0.25"', 'A1 clear 6.35'],
  ])('reads %j', (line, look) => {
    expect(short(line)).toEqual([look])
    expect(read(line).problems).toEqual([])
  })

  it('gives a column of grades to the eggs in the order of candling, and goes on after one that is named', () => {
    expect(short('developing\nclear\n1')).toEqual(['A1 developing', 'A2 clear', 'A3 developing'])
    expect(short('B1 ring\n1\n?')).toEqual(['B1 blood-ring', 'B2 developing', 'B3 unsure'])
  })

  it('skips a line that names its columns, and empty ones', () => {
    expect(short('Egg,Grade,Air cell\n\nA1,clear,5.0\r\nA2,developing,\n')).toEqual([
      'A1 clear 5',
      'A2 developing',
    ])
  })

  it.each([
    ['A1 clear out', 'clear', 'graded'],
    ['A1 quitter 6,5 out', 'quitter', 'graded'],
    ['A1 ring leaking', 'blood-ring', 'rotten'],
    ['A1 developing dropped', 'developing', 'broken'],
    ['A1 broken', null, 'broken'],
  ])('knows why an egg left: %j', (line, grade, out) => {
    expect(read(line).looks).toMatchObject([{ eggId: 'A1', grade, out }])
  })

  it.each(['A1 out', 'A1 developing out', 'A1 ? out'])('takes nobody out by half a word: %j', (line) => {
    expect(read(line)).toMatchObject({ looks: [], problems: [{ why: 'grade' }] })
  })

  it('takes a depth without a unit in the keeper’s own', () => {
    const { looks } = readPaper('A1 clear 0.2', eggs, { words: WORDS, toMm: (written) => written * 25.4 })
    expect(looks[0]!.depthMm).toBeCloseTo(5.08)
  })

  it('says which lines it cannot understand, and reads the others', () => {
    const { looks, problems } = read('A1 clear\nC9 clear\nA2 purple\nA1 quitter\nA3 clear 400')
    expect(looks.map(({ eggId }) => eggId)).toEqual(['A1'])
    expect(problems.map(({ line, why }) => [line, why])).toEqual([
      [2, 'egg'],
      [3, 'grade'],
      [4, 'twice'],
      [5, 'grade'],
    ])
    expect(read('1\n1\n1\n1\n1\n1\n1').problems).toEqual([{ line: 7, text: '1', why: 'too-many' }])
  })

  it('knows an egg in several trays by its tray, or by its place where that is clear', () => {
    const two = ['Tray 1, A1', 'Tray 1, A2', 'Tray 2, A1'].map((place, i) => ({
      id: place,
      number: i + 1,
      place,
    }))
    expect(short('Tray 2, A1 clear', two)).toEqual(['Tray 2, A1 clear'])
    expect(short('A2 clear', two)).toEqual(['Tray 1, A2 clear'])
    expect(read('A1 clear', two).looks).toEqual([])
  })
})
