import { describe, expect, it } from 'vitest'
import type { LoggerColumn } from '../../core/climate/logger-columns.ts'
import {
  guessColumns,
  LoggerFileError,
  loggerReadings,
  readLoggerTable,
  textOfFile,
  type LoggerReadings,
} from './logger-file.ts'

const zone = 'Europe/Lisbon'
const nowMs = Date.parse('2026-05-01T00:00:00Z')
type Known = ReadonlyArray<{ head: string; means: LoggerColumn }>

function read(text: string, more: { known?: Known; dayFirst?: boolean } = {}): LoggerReadings {
  const table = readLoggerTable(text)
  return loggerReadings(table, guessColumns(table, more.known), { zone, nowMs, dayFirst: more.dayFirst })
}
/** In winter Lisbon’s clocks show UTC. */
const at = (iso: string): number => Date.parse(`${iso}Z`)
const both = (iso: string, celsius: number | null, rhPercent: number | null) => ({
  atMs: at(iso),
  celsius,
  rhPercent,
})

describe('an hour that comes twice', () => {
  // Lisbon’s clocks go from 2:00 back to 1:00 on the 26th of October 2025, at 1:00 UTC.
  const rows = ['00:50', '01:10', '01:40', '01:10', '01:40', '02:10'].map(
    (time, i) => `2025-10-26 ${time},37.${i},50`,
  )
  const times = [
    '2025-10-25T23:50:00',
    '2025-10-26T00:10:00',
    '2025-10-26T00:40:00',
    '2025-10-26T01:10:00',
    '2025-10-26T01:40:00',
    '2025-10-26T02:10:00',
  ].map(at)
  it.each([
    ['forwards', rows],
    ['backwards', [...rows].reverse()],
  ])('loses no row, %s', (_, lines) => {
    const { readings, bad } = read(`time,temp,rh\n${lines.join('\n')}\n`)
    expect(bad).toEqual([])
    expect(readings.map(({ atMs }) => atMs)).toEqual(times)
    expect(readings.map(({ celsius }) => celsius)).toEqual([37, 37.1, 37.2, 37.3, 37.4, 37.5])
  })
})

it('two bytes a letter without a mark are read', () => {
  const text = 'time;temp\n2026-03-14 20:00;37,5\n'
  const wide = Uint8Array.from([...text].flatMap((letter) => [letter.charCodeAt(0), 0]))
  expect(textOfFile(wide)).toBe(text)
  expect(textOfFile(Uint8Array.from([...text].flatMap((letter) => [0, letter.charCodeAt(0)])))).toBe(text)
})

it('a row of which commas do not come out even is named, and no figure is made of it', () => {
  const { readings, bad } = read(
    'Time,Temp C,RH %\n2026-03-14 20:00,37,5,48,2\n2026-03-14 20:10,37,47,0\n2026-03-14 20:20,37,5,48,2\n',
  )
  expect(readings).toHaveLength(2)
  expect(bad).toEqual([{ line: 3, why: 'commas are used both in numbers and between columns' }])
})

describe('a logger’s file', () => {
  const expected = [both('2026-03-14T20:00:00', 37.5, 48.2), both('2026-03-14T20:10:00', 37.6, 47)]

  it.each([
    [
      'commas and points',
      'Time,Temperature (°C),Humidity (%RH)\n2026-03-14 20:00:00,37.5,48.2\n2026-03-14 20:10:00,37.6,47.0\n',
    ],
    [
      'semicolons, decimal commas, days first, German heads, a byte order mark, Windows line ends',
      '\uFEFFDatum;Uhrzeit;Temperatur [°C];rel. Luftfeuchte [%]\r\n14.03.2026;20:00;37,5;48,2\r\n14.03.2026;20:10;37,6;47,0\r\n',
    ],
    [
      'lines of the logger’s own before the heads',
      'Logger XT,,\nSerial no.,00412,\nStarted,never,\n\nDate,Time,Temp C,RH\n2026/03/14,20:00:00,37.5,48.2\n2026/03/14,20:10:00,37.6,47\n',
    ],
    [
      'tabs, °F, hours of twelve, months first',
      'Date/Time\tTemp (°F)\tRH %\n3/14/2026 8:00 PM\t99.5\t48.2\n3/14/2026 8:10:00 PM\t99.68\t47\n',
    ],
    ['seconds since 1970', 'timestamp,temperature,humidity\n1773518400,37.5,48.2\n1773519000,37.6,47\n'],
    [
      'an hour of its own zone',
      'time|temp|hum\n2026-03-14T21:00:00+01:00|37.5|48.2\n2026-03-14T20:10:00Z|37.6|47\n',
    ],
    [
      'quoted figures with decimal commas between commas',
      'Fecha y hora,"Temperatura, °C","Humedad, %"\n14/03/2026 20:00,"37,5","48,2"\n14/03/2026 20:10,"37,6","47"\n',
    ],
    [
      'commas that divide figures as well as cells',
      'Time,Temp C,RH %\n2026-03-14 20:00,37,5,48,2\n2026-03-14 20:10,37,6,47,0\n',
    ],
    [
      'moisture as a share of one, times with points, °F said in the cell alone',
      'Date;Time;Temp;RH\n14.03.2026;20.00;99.5 F;0.482\n14.03.2026;20.10;99.68 F;0.47\n',
    ],
    [
      'the latest row first',
      'Time,Temperature (°C),Humidity (%RH)\n2026-03-14 20:10:00,37.6,47.0\n2026-03-14 20:00:00,37.5,48.2\n',
    ],
    [
      'columns that are not asked for, units in the cells, years of two digits',
      'No;Date et heure;Température;Humidité;Point de rosée\n1;14/03/26 20:00;37,5 °C;48,2 %;24,1\n2;14/03/26 20:10;37,6 °C;47 %;24\n',
    ],
    [
      'the latest first, an empty line between',
      'Time,Temp,RH\n2026-03-14 20:10,37.6,47\n\n2026-03-14 20:00,37.5,48.2\n',
    ],
  ])('with %s', (_name, text) => {
    const { readings, bad } = read(text)
    expect(bad).toEqual([])
    expect(readings).toEqual(expected)
  })

  it('in a language nobody knows is read as it was said once', () => {
    const text = 'Aikaleima;Arvo 1;Arvo 2\n14.3.2026 20.00;37,5;48,2\n'.replace('20.00', '20:00')
    expect(() => read(text)).toThrow(/No column with temperature or humidity/)
    const known: Known = [
      { head: 'Arvo 1', means: 'celsius' },
      { head: 'Arvo 2', means: 'rhPercent' },
    ]
    expect(read(text, { known }).readings).toEqual(expected.slice(0, 1))
  })

  it('in Latin-1 or UTF-16 keeps its degrees', () => {
    const text = 'Zeit;Temp °C\n2026-03-14 20:00;37,5\n'
    const latin = Uint8Array.from(text, (letter) => letter.charCodeAt(0))
    const wide = new Uint8Array(2 + 2 * text.length)
    wide.set([0xff, 0xfe])
    for (const [i, letter] of [...text].entries()) wide[2 + 2 * i] = letter.charCodeAt(0)
    for (const bytes of [latin, wide])
      expect(read(textOfFile(bytes)).readings).toEqual([both('2026-03-14T20:00:00', 37.5, null)])
  })

  it('names the rows that cannot be, by their lines, and reads the others', () => {
    const { readings, bad } = read(
      [
        'Time,Temp °C,RH %',
        '2026-03-14 20:00,37.5,48.2',
        '2026-13-14 20:10,37.5,48',
        '2026-03-14 20:20,warm,48',
        '2026-03-14 20:30,37.5,120',
        '2027-03-14 20:40,37.5,48',
        '2026-03-14 20:50,,',
        '2026-03-14 21:00,---,47',
        '2026-03-14 21:10,37.6,47',
        '2026-03-14 21:20,37.6,47',
        '2026-03-14 21:30,37.6,47',
        '2026-03-14 21:40,37.6,47',
      ].join('\n'),
    )
    expect(readings).toHaveLength(6)
    expect(readings[1]).toEqual(both('2026-03-14T21:00:00', null, 47))
    expect(bad).toEqual([
      { line: 3, why: '“2026-13-14 20:10” is not a time' },
      { line: 4, why: '“warm” is not a number' },
      { line: 5, why: '120 % is not a humidity' },
      { line: 6, why: '“2027-03-14 20:40” is in the future' },
      { line: 7, why: 'it has neither temperature nor humidity' },
    ])
  })

  it('of °F that calls itself °C is refused with the row and the guess', () => {
    expect(() => read('Time,Temp °C\n2026-03-14 20:00,99.5\n')).toThrow(
      'Most rows cannot be read. First problem, line 2: 99.5 °C is not an incubator temperature; is it °F?',
    )
  })

  it('whose days might be months is asked about, unless its course tells', () => {
    const one = 'Time,Temp\n3/4/2026 20:00,37.5\n'
    expect(read(one).dayFirst).toBeNull()
    expect(read(one, { dayFirst: false }).readings[0]!.atMs).toBe(at('2026-03-04T20:00:00'))
    // The 3rd, 4th and 5th of April; not of March, April and May.
    const run = 'Time,Temp\n3/4/2026 20:00,37.5\n4/4/2026 20:00,37.5\n5/4/2026 20:00,37.5\n'
    expect(read(run).dayFirst).toBe(true)
    // Clocks of Lisbon are an hour ahead by then.
    expect(read(run).readings[0]!.atMs).toBe(at('2026-04-03T19:00:00'))
  })

  it('that writes each second is thinned to one in ten', () => {
    const rows = Array.from({ length: 60 }, (_, i) => `2026-03-14 20:00:${String(i).padStart(2, '0')},37.5`)
    expect(read(['Time,Temp', ...rows].join('\n')).readings).toHaveLength(6)
  })

  it.each([
    ['', /No row with a time/],
    ['PK\u0003\u0004\0\0', /not a text file/],
    ['name,eggs\nBeacon,12\n', /No row with a time/],
    ['Time,Battery\n2026-03-14 20:00,98\n', /No column with temperature or humidity/],
  ])('%j is refused in words', (text, sentence) => {
    expect(() => read(text)).toThrow(LoggerFileError)
    expect(() => read(text)).toThrow(sentence)
  })
})
