import { describe, expect, it } from 'vitest'
import { celsiusFromBytes, rhPercentFromBytes } from './environmental-sensing.ts'
import { asChosen, MOST_FIELDS, readSensorMessage } from './sensor-message.ts'

describe('what a sensor says as text', () => {
  it.each([
    ['{"celsius":37.5,"rhPercent":48}', '', 37.5, 48],
    ['{"temperature":37.5,"humidity":48}', '', 37.5, 48],
    ['{"temp_c":"37.5","hum":"48 %"}', '', 37.5, 48],
    ['{"state":{"env":{"Temperature":37.5,"RH":48}}}', '', 37.5, 48],
    // 99.5 °F: (99.5 − 32) ÷ 1.8 = 37.5.
    ['{"temperature":99.5,"humidity":48,"unit":"°F"}', '', 37.5, 48],
    ['{"tempF":99.5}', '', 37.5, null],
    // Words that only look like it: a switch is no unit, an hour no moisture, a battery no egg.
    ['{"temperature":37.5,"humidity":48,"unit":"off"}', '', 37.5, 48],
    ['{"time":{"h":21,"m":5},"temperature":37.5}', '', 37.5, null],
    ['{"battery":{"temperature":25},"probe":{"temperature":37.5}}', '', 37.5, null],
    ['{"inner":{"temperature":20},"temperature":37.5}', '', 37.5, null],
    ['{"temperature":99.5,"unit":"degF"}', '', 37.5, null],
    ['37.5', 'hatchery/oak/temperature', 37.5, null],
    ['48', 'hatchery/oak/humidity', null, 48],
  ])('%s', (text, address, celsius, rhPercent) => {
    const said = readSensorMessage(text, address)!
    expect(said.rhPercent).toBe(rhPercent)
    if (celsius === null) expect(said.celsius).toBeNull()
    else expect(said.celsius).toBeCloseTo(celsius)
  })
  it('with its own time, in seconds, milliseconds or words', () => {
    const atMs = Date.parse('2026-03-14T20:00:00Z')
    for (const at of [atMs / 1000, atMs, '2026-03-14T20:00:00Z'])
      expect(readSensorMessage(JSON.stringify({ t: 37.5, timestamp: at }))!.atMs).toBe(atMs)
  })
  it('names the fields that it took, and what else could be meant where there is more', () => {
    const simple = readSensorMessage('{"env":{"temp":37.5,"hum":48}}')!
    expect([simple.taken, simple.fields]).toEqual([{ celsius: 'env.temp', rhPercent: 'env.hum' }, []])
    const two = readSensorMessage('{"shelf":{"t":24.1},"egg":{"core":37.6,"h":51},"battery":{"v":3.1}}')!
    expect([two.celsius, two.taken.celsius]).toEqual([24.1, 'shelf.t'])
    expect(two.fields.map(({ path }) => path)).toEqual(['shelf.t', 'egg.core', 'egg.h', 'battery.v'])
    expect(asChosen(two, { celsius: 'egg.core', rhPercent: null })).toMatchObject({
      celsius: 37.6,
      rhPercent: 51,
    })
    // What was chosen and is not said is not there: no other field steps in for it.
    const other = readSensorMessage('{"shelf":{"t":24.1},"egg":{"h":51}}')!
    expect(asChosen(other, { celsius: 'egg.core', rhPercent: null }).celsius).toBeNull()
    // Chosen by hand as it would be by name, it is there also where nothing else is said.
    expect(asChosen(simple, { celsius: 'env.temp', rhPercent: null }).celsius).toBe(37.5)
    // Of fields by other names nothing is taken until somebody says so; degrees are as the message has them.
    const strange = readSensorMessage('{"a":99.5,"unit":"°F"}')!
    expect([strange.celsius, strange.rhPercent]).toEqual([null, null])
    expect(asChosen(strange, { celsius: 'a', rhPercent: null }).celsius).toBeCloseTo(37.5)
    expect(
      readSensorMessage(JSON.stringify(Object.fromEntries([...Array(99).keys()].entries())))!.fields,
    ).toHaveLength(MOST_FIELDS)
  })
  it.each(['', 'hello', '{"temperature":850}', '{"a":-5}', 'null', '[]', '{"temperature":null}', '"48 m"'])(
    '%j is no reading',
    (text) => expect(readSensorMessage(text, 'hatchery/oak')).toBeNull(),
  )
})

describe('what a sensor says in bytes', () => {
  const bytes = (...values: number[]): DataView => new DataView(Uint8Array.from(values).buffer)
  it('warmth: hundredths of °C, signed, least byte first', () => {
    // 3750 = 0x0EA6; −5.00 °C = −500 = 0xFE0C.
    expect(celsiusFromBytes(bytes(0xa6, 0x0e))).toBeCloseTo(37.5)
    expect(celsiusFromBytes(bytes(0x0c, 0xfe))).toBeCloseTo(-5)
    expect(celsiusFromBytes(bytes(0x00, 0x80))).toBeNull()
    expect(celsiusFromBytes(bytes(0xa6))).toBeNull()
  })
  it('moisture: hundredths of a percent, unsigned', () => {
    // 4825 = 0x12D9.
    expect(rhPercentFromBytes(bytes(0xd9, 0x12))).toBeCloseTo(48.25)
    expect(rhPercentFromBytes(bytes(0xff, 0xff))).toBeNull()
    // 10,001 would be more than all.
    expect(rhPercentFromBytes(bytes(0x11, 0x27))).toBeNull()
    expect(rhPercentFromBytes(bytes())).toBeNull()
  })
})
