import { readFile } from 'node:fs/promises'
import Ajv2020 from 'ajv/dist/2020.js'
import { parse } from 'csv-parse/sync'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { sampleReading, sampleRecords } from '../records/sample-records.ts'
import { readBundle } from './read-bundle.ts'
import { cocoOf } from './coco.ts'
import { editedEggs, eggsToCsv, readEggsCsv } from './eggs-csv.ts'
import { notesOf } from '../records/egg-state.ts'
import { exchangeFiles } from './exchange.ts'
import { RECORDS_VERSION } from '../records/records.ts'
import { recordsJsonSchema } from './records-schema.ts'
import { openZip } from './zip-file.ts'

const fixture = new URL('../../../fixtures/books/version-8.zip', import.meta.url)
const bundle = async () => readBundle(new Blob([await readFile(fixture)]), 'Europe/Lisbon')

describe('the JSON Schema', () => {
  const committed = new URL(`../../../docs/schema/records-${RECORDS_VERSION}.schema.json`, import.meta.url)
  it('that is shipped is the one that the program reads by', async () => {
    expect(JSON.parse(await readFile(committed, 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(recordsJsonSchema())),
    )
  })
  it('is understood by an independent validator, which takes our records and refuses others', async () => {
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(recordsJsonSchema())
    const { writeBundle } = await import('./bundle.ts')
    const read = await bundle()
    const { file } = await writeBundle({ ...read, photo: async () => null })
    const zip = await openZip(file)
    const records = JSON.parse(new TextDecoder().decode(await zip.bytes('records.json', 5e8))) as {
      eggs: object[]
    }
    expect(validate(records), JSON.stringify(validate.errors?.slice(0, 2))).toBe(true)
    expect(validate({ ...records, version: 3 })).toBe(false)
    expect(validate({ ...records, eggs: [{ ...records.eggs[0], number: 'twelve' }] })).toBe(false)
  })
})

describe('the table of eggs', () => {
  const records = sampleRecords()
  const edited = (change: (rows: Array<Record<string, string>>) => void, config = {}): string => {
    const rows = parse<Record<string, string>>(eggsToCsv(records), { bom: true, columns: true })
    change(rows)
    return Papa.unparse(rows, config)
  }
  it('comes back unchanged as no change, also with the semicolons and line ends of another spreadsheet', () => {
    expect(readEggsCsv(eggsToCsv(records), records)).toEqual({ edits: [], problems: [] })
    const other = edited(() => undefined, { delimiter: ';', newline: '\n' })
    expect(readEggsCsv(other, records)).toEqual({ edits: [], problems: [] })
  })
  it('brings back weights with a comma, marks, and new notes', () => {
    const text = edited((rows) => {
      rows[0]!['weight g'] = '58,4'
      rows[0]!['new note'] = 'thin shell'
      rows[1]!['mark'] = '2b'
      rows.reverse()
    })
    const { edits, problems } = readEggsCsv(text, records)
    expect(problems).toEqual([])
    const { eggs, notes } = editedEggs(edits, records.eggs)
    expect(eggs.map(({ number, weightG, mark }) => [number, weightG, mark])).toEqual([
      [2, null, '2b'],
      [1, 58.4, ''],
    ])
    expect(notes).toEqual([{ eggId: 'egg-1', text: 'thin shell' }])
    expect(notesOf(records.eggs[0]!)).toEqual([])
  })
  it('names what cannot be understood and changes nothing by it', () => {
    const text = edited((rows) => {
      rows[0]!['weight g'] = 'heavy'
      rows[1]!['egg id'] = 'egg-99'
    })
    expect(readEggsCsv(text, records)).toEqual({
      edits: [],
      problems: ['Line 2: “heavy” is no weight g.', 'Line 3: there is no egg “egg-99” in these records.'],
    })
    expect(readEggsCsv('a,b\n1,2', records).problems[0]).toContain('no column “egg id”')
  })
  it('lets no formula into a spreadsheet, and gives the words back without their apostrophe', () => {
    const marked = {
      ...records,
      sets: [{ ...records.sets[0]!, name: '=HYPERLINK("x")' }],
      eggs: [{ ...records.eggs[0]!, mark: '=1+1' }],
    }
    const text = eggsToCsv(marked)
    for (const row of parse(text, { bom: true })) for (const cell of row) expect(cell).not.toMatch(/^[=+\-@]/)
    expect(readEggsCsv(text, marked)).toEqual({ edits: [], problems: [] })
  })
})

describe('every table', () => {
  // Held to the letter: a line with a cell too many or too few, or a quote out of place, is refused by this reader.
  const strictly = (text: string): Array<Record<string, string>> => parse(text, { bom: true, columns: true })
  const tables = async (): Promise<Record<string, string>> => {
    const read = await bundle()
    const nasty = { name: 'Hens; "the brown"\r\n, and ducks', breed: '\t=SUM(A1)' }
    const records = { ...read.records, sets: read.records.sets.map((set) => ({ ...set, ...nasty })) }
    const texts: Record<string, string> = {}
    for await (const { path, content } of exchangeFiles({ ...read, records }, { year: 2026 }))
      if (typeof content === 'string' && path.endsWith('.csv')) texts[path] = content
    return texts
  }

  it('is read by an independent reader, line by line and with every word', async () => {
    const { records } = await bundle()
    const texts = await tables()
    expect(Object.keys(texts)).toEqual(['eggs.csv', 'looks.csv', 'readings.csv'])
    const [eggs, looks, readings] = Object.values(texts).map(strictly)
    expect([eggs!.length, looks!.length]).toEqual([records.eggs.length, records.looks.length])
    for (const row of [...eggs!, ...looks!]) expect(row.set).toBe('Hens; "the brown"\r\n, and ducks')
    for (const { time, celsius } of readings!) expect([Date.parse(time!), Number(celsius)]).not.toContain(NaN)
  })
  it('lets no formula through', async () => {
    for (const text of Object.values(await tables()))
      for (const row of strictly(text))
        for (const cell of Object.values(row)) expect(cell).not.toMatch(/^\s*[=@]|^\s*[+-](?![\d.]+$)/)
  })
})

describe('COCO', () => {
  it('is read by a reader of its own: polygons in their boxes, areas as they are, every id there', async () => {
    const records = sampleRecords()
    const shapes = new Map(
      records.eggs.map((egg) => {
        const { outline: _, ...reading } = sampleReading(egg)
        return [
          `look-${egg.number}`,
          {
            id: `look-${egg.number}`,
            polygon: reading.polygon,
            cellEdge: reading.airCell?.edge ?? [],
            shadow: reading.shadow.contours,
            ring: [],
            crack: [],
          },
        ]
      }),
    )
    const coco = await cocoOf(records, {
      shapesOf: async (id) => shapes.get(id) ?? null,
      fileName: ({ photo }) => `photos/${photo.id}.jpg`,
      year: 2026,
    })
    expect(coco.images).toHaveLength(2)
    const areas = new Map<string, number>()
    for (const one of coco.annotations) {
      const image = coco.images.find(({ id }) => id === one.image_id)!
      expect(coco.categories.some(({ id }) => id === one.category_id)).toBe(true)
      const [flat] = one.segmentation
      const [x, y, width, height] = one.bbox
      const xs = flat!.filter((_, i) => i % 2 === 0)
      const ys = flat!.filter((_, i) => i % 2 === 1)
      expect([Math.min(...xs), Math.max(...xs)]).toEqual([x, expect.closeTo(x + width, 0)])
      expect([Math.min(...ys), Math.max(...ys)]).toEqual([y, expect.closeTo(y + height, 0)])
      expect(x + width).toBeLessThanOrEqual(image.width + 1)
      expect(one.area).toBeLessThanOrEqual(width * height)
      areas.set(`${one.image_id}/${one.category_id}`, one.area)
    }
    // The air cell's share of the picture is what was measured, near enough: its volume is less than its area.
    const share = areas.get('1/2')! / areas.get('1/1')!
    const depth = records.looks[0]!.reading.airCell!.depth.value
    expect(share).toBeGreaterThan(0.4 * depth)
    expect(share).toBeLessThan(1.2 * depth)
  })
})

describe('photographs that are handed on', () => {
  it('lie beside their tables', async () => {
    const paths: string[] = []
    for await (const { path } of exchangeFiles(await bundle(), { year: 2026 })) paths.push(path)
    expect(paths.slice(0, 4)).toEqual(['eggs.csv', 'looks.csv', 'readings.csv', 'coco.json'])
    expect(paths.filter((path) => path.startsWith('photos/'))).toHaveLength(35)
  })
})
