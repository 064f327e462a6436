import type { Random } from '../../core/random/random.ts'
import { openZip, buildZip } from './zip-file.ts'

/** `records.json` as anything that somebody could have made of it. */
export type Records = Record<string, unknown> & Record<string, Array<Record<string, unknown>>>

/** Ways to make a bundle that must be refused, for tests: by what is in its records … */
export const HOSTILE_RECORDS: Readonly<Record<string, (records: Records, random: Random) => unknown>> = {
  'a number for a name': (r) => (r['sets']![0]!['name'] = 7),
  'a name without end': (r, random) => (r['sets']![0]!['name'] = 'x'.repeat(whole(random, 200, 100_000))),
  'an id that is a path': (r) => (r['eggs']![0]!['id'] = '../../somewhere'),
  'an id that is markup': (r) => (r['sets']![0]!['id'] = '<img src=x onerror=1>'),
  'a prototype for a field': (r) =>
    (r['eggs']![0] = JSON.parse('{"__proto__":{"number":1},"id":"e"}') as Record<string, unknown>),
  'no fields at all': (r, random) => (pick(r, random, ['sets', 'eggs', 'looks', 'trays'])[0] = {}),
  'nothing for a record': (r, random) =>
    (pick(r, random, ['sets', 'eggs', 'looks', 'trays'])[0] = null as unknown as Record<string, unknown>),
  'text for a list': (r, random) => (r[random.pick(['sets', 'eggs', 'looks'])] = 'all of them' as never),
  'a list that is missing': (r, random) => delete r[random.pick(['sets', 'eggs', 'looks', 'trays'])],
  'a missing field': (r, random) =>
    delete r['eggs']![whole(random, 0, 1)]![random.pick(['number', 'events', 'role', 'setId'])],
  'egg number nought': (r, random) => (r['eggs']![whole(random, 0, 1)]!['number'] = whole(random, -5, 0)),
  'half an egg': (r) => (r['eggs']![0]!['number'] = 1.5),
  'two eggs of one number': (r) => (r['eggs']![1]!['number'] = 1),
  'two records of one id': (r, random) => {
    const list = pick(r, random, ['eggs', 'looks', 'sets', 'trays'])
    list.push(structuredClone(list[0]!))
  },
  'an egg of no set': (r, random) => (r['eggs']![whole(random, 0, 1)]!['setId'] = 'nowhere'),
  'a look at no egg': (r, random) => (r['looks']![whole(random, 0, 1)]!['eggId'] = 'nothing'),
  'a set in no tray': (r) => (r['sets']![0]!['trayIds'] = ['gone']),
  'a set in no trays': (r) => (r['sets']![0]!['trayIds'] = []),
  'a bird that is none': (r) => (r['sets']![0]!['species'] = 'dragon'),
  'a day that is none': (r, random) =>
    (r['sets']![0]!['setAt'] = random.pick(['2026-02-30T08:00:00.000Z', 'yesterday', '', '2026-03-01'])),
  'a time before time': (r) => (r['looks']![0]!['ageDays'] = -3),
  'a chance above one': (r, random) =>
    ((r['looks']![0]!['verdict'] as { probabilities: Record<string, number> }).probabilities['clear'] =
      random.between(1.01, 9)),
  'a grade that is none': (r) => ((r['looks']![0]!['verdict'] as Record<string, unknown>)['grade'] = 'tasty'),
  'an event of no kind': (r) =>
    (r['eggs']![0]!['events'] = [{ id: 'x', at: null, device: null, kind: 'eaten' }]),
  'an egg as heavy as a goose': (r) =>
    (r['eggs']![0]!['events'] = [{ id: 'x', at: null, device: null, kind: 'weighed', weightG: 5000 }]),
  'more events than there is time': (r) =>
    (r['eggs']![0]!['events'] = Array.from({ length: 5001 }, (_, i) => ({
      id: `e${i}`,
      at: null,
      device: null,
      kind: 'marked',
      mark: '',
    }))),
  'a photograph that is a program': (r) =>
    ((r['looks']![0]!['photo'] as Record<string, unknown>)['type'] = 'text/html'),
  'a tray without end': (r, random) => (r['trays']![0]!['rows'] = whole(random, 41, 1e9)),
  'a stamp that counts back': (r) => (r['eggs']![0]!['stamp'] = { revision: -1, device: null, gone: false }),
  'a later version': (r, random) => (r['version'] = whole(random, 10, 99) as never),
  'a version that is none': (r, random) => (r['version'] = random.pick([0, -1, 1.5, '9', null]) as never),
  'another format': (r) => (r['format'] = 'somebody-else' as never),
  'no time of writing': (r) => (r['exportedAt'] = 'today' as never),
}

/** … or in its bytes. */
export const HOSTILE_BYTES: Readonly<Record<string, (file: Uint8Array, random: Random) => Uint8Array>> = {
  'nothing at all': () => new Uint8Array(0),
  noise: (_, random) => Uint8Array.from({ length: 2000 }, () => whole(random, 0, 255)),
  'cut off': (file, random) => file.slice(0, whole(random, 1, file.length - 30)),
  'without its beginning': (file, random) => file.slice(whole(random, 40, file.length >> 1)),
  'another file': () => new TextEncoder().encode('%PDF-1.7 …'),
}

/** A bundle with other records, its manifest made to agree: whoever means harm would do that. */
export async function withRecords(bundle: Blob, change: (records: Records) => void): Promise<Blob> {
  const zip = await openZip(bundle)
  const records = JSON.parse(new TextDecoder().decode(await zip.bytes('records.json', 1e8))) as Records
  change(records)
  const text = JSON.stringify(records)
  const bytes = new TextEncoder().encode(text)
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
  const sha256 = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
  const files = { 'records.json': { bytes: bytes.length, sha256 } }
  const missing = [1, 2].map((n) => ({ photoId: `photo-${n}`, set: '', egg: n, takenAt: '' }))
  const next = buildZip()
  await next.text('records.json', text)
  await next.text(
    'manifest.json',
    JSON.stringify({ format: 'perlumen-manifest', version: 1, files, missing }),
  )
  return next.finish()
}

/** A whole number, both ends among them. */
function whole(random: Random, low: number, high: number): number {
  return low + Math.floor(random.uniform() * (high - low + 1))
}

function pick(records: Records, random: Random, tables: readonly string[]): Array<Record<string, unknown>> {
  return records[random.pick(tables)]!
}
