import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { BundleError, readBundle, writeBundle, type Bundle } from './bundle.ts'
import { sampleRecords } from './sample-records.ts'

function sampleBundle(): Bundle {
  const records = sampleRecords()
  return { records, photos: new Map(records.looks.map((look, i) => [look.photo.id, Uint8Array.from([0xff, 0xd8, i, 1, 2, 3])])) }
}
/** The sample as a ZIP with one thing changed. */
function tampered(change: (records: ReturnType<typeof sampleRecords>, files: Record<string, Uint8Array>) => void): Uint8Array {
  const files = unzipSync(writeBundle(sampleBundle()))
  const records = JSON.parse(strFromU8(files['records.json']!)) as ReturnType<typeof sampleRecords>
  change(records, files)
  if (files['records.json']) files['records.json'] = strToU8(JSON.stringify(records))
  return zipSync(files)
}

describe('bundle', () => {
  it('reads back what was written, photographs and all', () => {
    const bundle = sampleBundle()
    const back = readBundle(writeBundle(bundle), 'UTC')
    expect(back.records).toEqual(bundle.records)
    expect([...back.photos]).toEqual([...bundle.photos])
  })

  it('will not write a look without its photograph', () => {
    expect(() => writeBundle({ ...sampleBundle(), photos: new Map() })).toThrow(BundleError)
  })

  it.each([
    ['no ZIP', strToU8('not a zip at all'), /no ZIP file/],
    ['empty', new Uint8Array(0), /no ZIP file/],
    ['cut short', writeBundle(sampleBundle()).slice(0, 200), /no ZIP file/],
    ['another ZIP', zipSync({ 'a.txt': strToU8('hello') }), /holds no records\.json/],
    ['broken JSON', zipSync({ 'records.json': strToU8('{"format":') }), /damaged/],
    ['another program’s JSON', zipSync({ 'records.json': strToU8('{"format":"x","version":1}') }), /no Perlumen bundle/],
    ['from the future', tampered((r) => { (r as { version: number }).version = 99 }), /newer Perlumen/],
    ['a missing photograph', tampered((_r, files) => { for (const name of Object.keys(files)) if (name.startsWith('photos/')) delete files[name] }), /lacks the photograph/],
    ['an egg without its set', tampered((r) => { r.eggs[0]!.setId = 'gone' }), /belongs to a set/],
    ['an egg in a tray that is not there', tampered((r) => { r.eggs[0]!.place!.trayId = 'gone' }), /lies in a tray/],
    ['a look without its egg', tampered((r) => { r.looks[0]!.eggId = 'gone' }), /belongs to an egg/],
    ['the same egg twice', tampered((r) => { r.eggs.push(r.eggs[0]!) }), /same egg twice/],
    ['a probability of two', tampered((r) => { r.looks[0]!.verdict.probabilities.clear = 2 }), /looks\.0\.verdict\.probabilities\.clear/],
    ['a path for an id', tampered((r) => { r.looks[0]!.photo.id = '../../x' }), /looks\.0\.photo\.id/],
  ])('says what is wrong: %s', (_, bytes, sentence) => {
    expect(() => readBundle(bytes, 'UTC')).toThrow(BundleError)
    expect(() => readBundle(bytes, 'UTC')).toThrow(sentence)
  })
})
