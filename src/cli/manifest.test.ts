import { describe, expect, it } from 'vitest'
import { matchManifest, readManifest } from './manifest.ts'

const read = (...lines: string[]) => readManifest(lines.join('\n'), 'm.csv')

describe('a manifest', () => {
  it('takes headings with spaces and capitals, blanks for unknown, decimal commas, and other columns as they are', () => {
    const { rows, extraColumns } = read(
      '\uFEFFFile, Species ,day,hen',
      'a.jpg, Duck ,"7,5",=Ruth\r',
      '',
      'b.jpg,,  ,',
    )
    expect(rows).toEqual([
      { file: 'a.jpg', line: 2, species: 'duck', ageDays: 7.5, extra: { hen: '=Ruth' } },
      { file: 'b.jpg', line: 4, extra: { hen: '' } },
    ])
    expect(extraColumns).toEqual(['hen'])
  })

  it.each([
    [['file,day', 'a.jpg,0x10'], /line 2: day must be a number/],
    [['file,day', 'a.jpg,1e1'], /line 2: day/],
    [['file,day', 'a.jpg,7', '"b.jpg,8', 'c.jpg,9'], /line 3: a quotation mark is not closed/],
    [['file,day', 'a.jpg,7,white'], /line 2 has 3 cells, the heading 2/],
    [['file,day', ',7'], /line 2 names no file/],
    [['file,day,Day', 'a.jpg,7,8'], /the column “day” twice/],
    [['file,day', 'a.jpg,7', './a.jpg,9'], /lines 2 and 3 are both about/],
    [['name,day', 'a.jpg,7'], /no column “file”/],
  ])('refuses %j', (lines, sentence) => {
    expect(() => read(...lines)).toThrow(sentence)
  })

  it('passes on a column of any name', () => {
    expect(read('file,__proto__,constructor', 'a.jpg,x,y').rows[0]!.extra).toEqual(
      Object.fromEntries([
        ['__proto__', 'x'],
        ['constructor', 'y'],
      ]),
    )
  })
})

describe('which row is about which photograph', () => {
  const match = (manifestFiles: string[], files: string[]) => {
    const { rowOf, unmatched } = matchManifest(read('file', ...manifestFiles), files, 'm.csv')
    return { rows: files.map((file) => rowOf.get(file)?.file), unmatched: unmatched.map(({ file }) => file) }
  }

  it('goes by name, and by folder where names are the same', () => {
    expect(match(['a.jpg', 'sub/b.jpg'], ['/photos/a.jpg', '/other/b.jpg'])).toEqual({
      rows: ['a.jpg', 'sub/b.jpg'],
      unmatched: [],
    })
    expect(match(['tray1/a.jpg', 'tray2/a.jpg'], ['x/tray2/a.jpg', 'x/tray1/a.jpg'])).toEqual({
      rows: ['tray2/a.jpg', 'tray1/a.jpg'],
      unmatched: [],
    })
    expect(match(['tray1/a.jpg'], ['tray2/a.jpg', 'tray1/a.jpg'])).toEqual({
      rows: [undefined, 'tray1/a.jpg'],
      unmatched: [],
    })
  })

  it('names rows that are about no photograph', () => {
    expect(match(['a.jpg', 'b.jpg', 'c.jpg'], ['b.jpg'])).toEqual({
      rows: ['b.jpg'],
      unmatched: ['a.jpg', 'c.jpg'],
    })
  })

  it('is asked for where it cannot be told', () => {
    expect(() => match(['a.jpg'], ['tray1/a.jpg', 'tray2/a.jpg'])).toThrow(
      /line 2: a.jpg may be tray1\/a.jpg or tray2\/a.jpg/,
    )
    expect(() => match(['x/a.jpg', 'y/a.jpg'], ['z/a.jpg'])).toThrow(
      /lines 2 and 3 may both be about z\/a.jpg/,
    )
  })
})
