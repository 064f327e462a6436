import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { neutraliseFormula, plainText } from './csv-cell.ts'
import { gradeRecordSchema, toErrorRecord, toGradeRecord } from './grade-record.ts'
import { looksToCsv } from './looks-csv.ts'
import { fileOf, rawRecordsOf, sortOut } from '../records/book.ts'
import { setRecordOf } from '../records/set-record.ts'
import { sampleReading, sampleRecords } from '../records/sample-records.ts'

const records = sampleRecords()

describe('cells', () => {
  it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\tx', '\rx'])('keeps a spreadsheet from computing %j', (text) => {
    expect(neutraliseFormula(text)).toBe(`'${text}`)
  })
  it.each(['hen', 'a=b', '', 12, -3, true, null])('leaves %j alone', (value) => {
    expect(neutraliseFormula(value)).toBe(value)
  })
  it('gives every text back as it was, those with apostrophes of their own too', () => {
    const text = fc.string({ unit: fc.constantFrom("'", '=', '+', ' ', 'a', '1', '\t') })
    fc.assert(
      fc.property(text, (one) => {
        const cell = neutraliseFormula(one)
        expect(cell).not.toMatch(/^[ \t]*[=+]/)
        expect(plainText(cell)).toBe(one)
      }),
    )
    expect(plainText(neutraliseFormula("'=1"))).toBe("'=1")
  })
})

describe('instants', () => {
  it.each(['0001-01-01T00:00:00.000Z', '1900-06-01T00:00:00.000Z', '9999-12-31T00:00:00.000Z'])(
    'of a time at which nobody hatches (%s) are refused in words',
    (setAt) => {
      const [set] = records.sets
      const { quarantined } = sortOut(
        rawRecordsOf({ ...fileOf(records), sets: [{ ...setRecordOf(set!), setAt }] }),
        'UTC',
      )
      const problem = quarantined.find(({ table }) => table === 'sets')!.problems[0]!
      expect(problem.sentence).toMatch(/no time between 1950 and 2100/)
    },
  )
})

describe('table of looks', () => {
  it('has one line for each look, with position, both grades and figures', () => {
    const csv = looksToCsv({
      ...records,
      looks: [
        { ...records.looks[0]!, own: { grade: 'clear', at: records.looks[0]!.takenAt } },
        records.looks[1]!,
      ],
    })
    const { data } = Papa.parse<Record<string, string>>(csv.replace('\uFEFF', ''), {
      header: true,
      skipEmptyLines: true,
    })
    expect(data).toHaveLength(2)
    expect(data[0]).toMatchObject({
      set: 'North shelf',
      position: 'A1',
      suggested: 'developing',
      'own grade': 'clear',
      'age days': '10',
    })
    expect(Number(data[0]!['shadow %'])).toBeGreaterThan(5)
    expect(data[1]).toMatchObject({ position: 'A2', 'own grade': '' })
  })

  it('defuses a set that is named like a formula', () => {
    const csv = looksToCsv({ ...records, sets: [{ ...records.sets[0]!, name: '=HYPERLINK("x")' }] })
    expect(csv).toContain("'=HYPERLINK")
    expect(csv).not.toMatch(/(^|[\n,])"?=HYPERLINK/)
  })
})

describe('schemas', () => {
  it('take what the program makes, also after a journey through JSON', () => {
    const file = JSON.parse(JSON.stringify(fileOf(records))) as Record<string, unknown>
    const { records: read, quarantined } = sortOut(rawRecordsOf(file), 'UTC')
    expect([quarantined, read]).toEqual([[], records])
  })

  it('take the command line’s records, with and without an egg', () => {
    const look = records.looks[0]!
    const record = toGradeRecord({
      file: 'a.jpg',
      egg: sampleReading(records.eggs[0]!),
      verdict: look.verdict,
      elapsedMs: { decode: 1, measure: 2 },
    })
    expect(gradeRecordSchema.parse(record)).toEqual(record)
    expect(record.airCell!.tilt).toBeCloseTo((look.reading.airCell!.tiltRad * 180) / Math.PI, 1)
    const error = toErrorRecord('b.txt', 'No photograph.', { decode: 1, measure: 0 })
    expect(gradeRecordSchema.parse(error)).toMatchObject({
      outline: null,
      grade: 'unsure',
      action: 'recheck',
      readable: false,
    })
  })
})
