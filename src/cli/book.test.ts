import { copyFile, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { writeBundle } from '../contracts/files/bundle.ts'
import { recordsAlone, sampleRecords } from '../contracts/records/sample-records.ts'
import { cases } from '../testing/cases.ts'
import { main } from './main.ts'

const fixture = fileURLToPath(new URL('../../fixtures/books/version-8.zip', import.meta.url))
let folder = ''
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'perlumen-book-'))
})
afterAll(() => rm(folder, { recursive: true }))
const path = (name: string): string => join(folder, name)

async function run(...argv: string[]) {
  let out = ''
  let err = ''
  const code = await main(['book', ...argv], {
    stdout: { write: (text) => (out += text) },
    stderr: { write: (text) => (err += text) },
  })
  return { code, out, err }
}

describe('perlumen book', () => {
  it('lists what a bundle holds', async () => {
    const { code, out } = await run('list', fixture)
    expect(code).toBe(0)
    expect(out).toMatch(/^Skerry Light Hatchery[^]*Saltmarsh ducks: duck, 8 eggs, 16 looks[^]*35 photographs/)
  })

  it('checks bundles one by one, and says which is damaged', async () => {
    const bytes = await readFile(fixture)
    bytes.fill(0, bytes.length >> 1, (bytes.length >> 1) + 3000)
    await writeFile(path('damaged.zip'), bytes)
    const { code, out } = await run('check', fixture, path('damaged.zip'))
    expect(code).toBe(1)
    expect(out).toMatch(/version-8\.zip: sound, 3 sets\n.*damaged\.zip: .*(damaged|no ZIP)/)
  })

  it('exports tables, outlines and photographs', async () => {
    const { code } = await run('export', fixture, '--to', path('out'))
    expect(code).toBe(0)
    expect((await readdir(path('out'))).sort()).toEqual([
      'coco.json',
      'eggs.csv',
      'looks.csv',
      'photos',
      'readings.csv',
    ])
    expect(await readdir(path('out/photos'))).toHaveLength(35)
  })

  it('merges two copies, says what was decided, and the merged one is sound', async () => {
    const copy = async (name: string, notes: string, device: string): Promise<void> => {
      const records = sampleRecords()
      const stamp = { revision: 1, device, gone: false, by: { [device]: 1 }, goneBy: {} }
      records.sets[0] = { ...records.sets[0]!, notes, stamp }
      const { file } = await writeBundle(recordsAlone(records))
      await writeFile(path(name), new Uint8Array(await file.arrayBuffer()))
    }
    await copy('north.zip', 'of the north', 'north')
    await copy('south.zip', 'of the south', 'south')
    const { code, out } = await run('merge', path('north.zip'), path('south.zip'), '--out', path('both.zip'))
    expect([code, out]).toEqual([1, 'sets set-1: both changed notes; newest value used\n'])
    expect((await run('check', path('both.zip'))).code).toBe(0)
    expect((await run('merge', path('both.zip'), path('both.zip'), '--out', path('same.zip'))).code).toBe(0)
  })

  it('merges books of every earlier version, upgraded on reading, with one of the latest: nothing is lost or doubled', async () => {
    for (const version of [1, 7, 3, 5].slice(0, cases(1, 2, 4))) {
      const old = fixture.replace('version-8', `version-${version}`)
      const [before, after] = [await run('list', old), path(`from-${version}.zip`)]
      expect((await run('merge', old, fixture, '--out', after)).code).toBeLessThan(2)
      expect((await run('check', after)).code).toBe(0)
      const sets = (out: string): string[] =>
        [...out.matchAll(/^\d{4}-\d{2}-\d{2} {2}([^:]+)/gm)].map(([, name]) => name!)
      const merged = sets((await run('list', after)).out)
      for (const set of sets(before.out)) expect(merged).toContain(set)
      expect(new Set(merged).size).toBe(merged.length)
    }
  })

  it('never merges over one of the two, and says when the merged one finds no room', async () => {
    await copyFile(fixture, path('mine.zip'))
    const over = await run('merge', fixture, path('mine.zip'), '--out', path('mine.zip'))
    expect([over.code, over.err]).toEqual([2, expect.stringMatching(/would be written over/) as string])
    const full = await run('merge', fixture, path('mine.zip'), '--out', '/dev/full')
    expect([full.code, full.err]).toEqual([3, '/dev/full cannot be written (ENOSPC).\n'])
  })

  it.each([
    [[], /Choose what to do/],
    [['eat', 'a.zip'], /list, check, export, merge/],
    [['list'], /Name a bundle/],
    [['list', '/nowhere.zip'], /There is no file/],
    [['export', fixture], /--to FOLDER/],
    [['merge', fixture, '--out', 'x'], /Name two bundles/],
    [['merge', fixture, fixture], /--out FILE/],
  ])('wrong usage %j ends with 2 and a sentence', async (argv, sentence) => {
    const { code, err } = await run(...argv)
    expect(code).toBe(2)
    expect(err).toMatch(sentence)
  })
})
