import { describe, expect, it, vi } from 'vitest'
import { BundleError, writeBundle, type BundleSource } from './bundle.ts'
import { readBundle, whoWrote } from './read-bundle.ts'
import type { EggRecord } from '../records/egg-record.ts'
import type { Egg } from '../records/egg-state.ts'
import { shapesOf } from '../../core/measure/reading.ts'
import { withReadings } from '../records/readings-record.ts'
import { sampleReading, sampleRecords } from '../records/sample-records.ts'
import { buildZip, openZip } from './zip-file.ts'

const sample = sampleRecords()
const photos = new Map(
  sample.looks.map((look, i) => [look.photo.id, Uint8Array.from([0xff, 0xd8, i, 1, 2, 3])]),
)
const shapes = new Map(
  sample.looks.map((look, i) => [look.id, { id: look.id, ...shapesOf(sampleReading(sample.eggs[i]!)) }]),
)
const day = withReadings(null, [
  {
    probeId: 'sensor-incubator-1',
    atMs: Date.parse('2026-03-11T20:00:00.000Z'),
    celsius: 37.6,
    rhPercent: 52,
  },
])
const voice = new Blob([Uint8Array.from([1, 2, 3])], { type: 'audio/webm;codecs=opus' })
sample.eggs[0]!.events.push({
  id: 'said',
  at: null,
  device: null,
  kind: 'spoken',
  voiceId: 'voice-1',
  seconds: 2.4,
  type: voice.type,
})
const picture = new Blob([Uint8Array.from([9, 8, 7])], { type: 'image/jpeg' })
sample.eggs[0]!.events.push({
  id: 'seen',
  at: null,
  device: null,
  kind: 'pictured',
  pictureId: 'picture-1',
  type: picture.type,
})
const source: BundleSource = {
  records: sample,
  quarantined: [],
  tombstones: [],
  shapes: async (lookId) => shapes.get(lookId) ?? null,
  attachment: async (id) => (id === 'voice-1' ? voice : picture),
  readingIds: [day.id],
  readings: async () => day,
  photo: async (id) => photos.get(id) ?? null,
}
const written = async (): Promise<Blob> => (await writeBundle(source)).file
const MANY = 100_000_000
const invert = (bytes: Uint8Array, at: number): void => void (bytes[at] = bytes[at]! ^ 0xff)

/** Where an egg of a file was put. */
function placeOf({ events }: EggRecord): NonNullable<Egg['place']> {
  const moved = events.find((event) => event.kind === 'moved')
  if (!moved?.place) throw new Error('the sample’s eggs have places')
  return moved.place
}

async function unpacked(file: Blob): Promise<Record<string, Uint8Array>> {
  const zip = await openZip(file)
  return Object.fromEntries(
    await Promise.all(zip.names.map(async (name) => [name, await zip.bytes(name, MANY)])),
  )
}
async function packed(files: Record<string, Uint8Array>): Promise<Blob> {
  const zip = buildZip()
  for (const [name, bytes] of Object.entries(files)) await zip.stored(name, bytes)
  return zip.finish()
}
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text)
/** The sample as a ZIP with one thing changed; without its manifest, as earlier versions wrote it. */
async function tampered(
  change: (records: ReturnType<typeof sampleRecords>, files: Record<string, Uint8Array>) => void,
  { manifest = false } = {},
): Promise<Blob> {
  const files = await unpacked(await written())
  if (!manifest) delete files['manifest.json']
  const records = JSON.parse(new TextDecoder().decode(files['records.json'])) as ReturnType<
    typeof sampleRecords
  >
  change(records, files)
  if (files['records.json']) files['records.json'] = utf8(JSON.stringify(records, null, 1))
  return packed(files)
}

describe('bundle', () => {
  it('reads back what was written, photographs and all', async () => {
    const back = await readBundle(await written(), 'UTC')
    expect(back.records).toEqual(sample)
    expect([...back.photoTypes]).toEqual([...photos.keys()].map((id) => [id, 'image/jpeg']))
    for (const [id, bytes] of photos) expect(await back.photo(id)).toEqual(bytes)
    expect([back.readingIds, await back.readings(day.id)]).toEqual([[day.id], day])
    expect(back.attachmentIds).toEqual(['voice-1', 'picture-1'])
    for (const [id, kept] of [
      ['voice-1', voice],
      ['picture-1', picture],
    ] as const) {
      const again = (await back.attachment(id))!
      expect([again.type, await again.arrayBuffer()]).toEqual([kept.type, await kept.arrayBuffer()])
    }
  })

  it('says who wrote it without being read; half of one, or no bundle, says nothing', async () => {
    const writer = { line: 'tablet-7', name: 'Shed' }
    const { file } = await writeBundle({ ...source, writer })
    expect(await whoWrote(file)).toEqual({ writer })
    expect(await whoWrote(await written())).toEqual({ writer: null })
    for (const part of [file.slice(0, file.size >> 1), file.slice(0, file.size - 1), new Blob(['letters'])])
      expect(await whoWrote(part)).toBeNull()
    await expect(readBundle(file, 'UTC')).resolves.toMatchObject({ isChecked: true })
  })

  it('of an earlier version, without a manifest, is read', async () => {
    expect((await readBundle(await tampered(() => undefined), 'UTC')).records).toEqual(sample)
  })

  it('names a photograph that was gone when it was written, and needs it no more', async () => {
    const { file, missing } = await writeBundle({
      ...source,
      photo: async (id) => (id === 'photo-1' ? null : photos.get(id)!),
    })
    expect(missing).toMatchObject([{ photoId: 'photo-1', set: 'North shelf', egg: 1 }])
    const back = await readBundle(file, 'UTC')
    expect([back.missing, [...back.photoTypes.keys()]]).toEqual([missing, ['photo-2']])
  })

  it('is the same where the browser has no digest of its own, as over plain HTTP', async () => {
    vi.setSystemTime('2026-03-11T08:00:00.000Z')
    const withOwn = await written()
    vi.stubGlobal('crypto', { getRandomValues: crypto.getRandomValues.bind(crypto) })
    try {
      expect(await unpacked(await written())).toEqual(await unpacked(withOwn))
      expect((await readBundle(withOwn, 'UTC')).records.looks).toHaveLength(2)
    } finally {
      vi.unstubAllGlobals()
      vi.useRealTimers()
    }
  })

  it('offers the rest where only a photograph is damaged', async () => {
    const hurt = await tampered(
      (_r, files) => {
        invert(files['photos/photo-1.jpg']!, 4)
      },
      { manifest: true },
    )
    const error = await readBundle(hurt, 'UTC').then(
      () => null,
      (caught: unknown) => caught as BundleError,
    )
    expect(error!.message).toBe('The photograph photos/photo-1.jpg is damaged.')
    expect([
      error!.rest!.records.looks.length,
      [...error!.rest!.photoTypes.keys()],
      error!.rest!.missing.length,
    ]).toEqual([2, ['photo-2'], 1])
  })

  it('can be given up on the way', async () => {
    const file = await written()
    await expect(readBundle(file, 'UTC', { signal: AbortSignal.abort() })).rejects.toThrow(/abort/i)
  })

  it.each<[string, () => Promise<Blob>, RegExp]>([
    ['no ZIP', async () => new Blob(['not a zip at all']), /not a ZIP file/],
    ['empty', async () => new Blob([]), /not a ZIP file/],
    ['cut short', async () => (await written()).slice(0, 200), /not a ZIP file/],
    ['another ZIP', () => packed({ 'a.txt': utf8('hello') }), /has no records\.json/],
    ['broken JSON', () => packed({ 'records.json': utf8('{"format":') }), /damaged/],
    [
      'another program’s JSON',
      () => packed({ 'records.json': utf8('{"format":"x","version":1}') }),
      /not a Perlumen bundle/,
    ],
    [
      'from the future',
      () =>
        tampered((r) => {
          ;(r as unknown as { version: number }).version = 99
        }),
      /newer Perlumen/,
    ],
    [
      'of a negative version',
      () =>
        tampered((r) => {
          ;(r as unknown as { version: number }).version = -3
        }),
      /version -3/,
    ],
    [
      'without its eggs',
      () =>
        tampered((r) => {
          delete (r as Partial<typeof r>).eggs
        }),
      /no list of eggs/,
    ],
    [
      'a missing photograph',
      () =>
        tampered((_r, files) => {
          delete files['photos/photo-1.jpg']
        }),
      /lacks the photograph/,
    ],
    [
      'a changed number, by its manifest',
      () =>
        tampered(
          (r) => {
            r.eggs[0]!.number = 8
          },
          { manifest: true },
        ),
      /was changed or damaged/,
    ],
    [
      'an egg without its set',
      () =>
        tampered((r) => {
          r.eggs[0]!.setId = 'gone'
        }),
      /belongs to a set/,
    ],
    [
      'an egg in a tray that is not there',
      () =>
        tampered((r) => {
          placeOf(r.eggs[0]!).trayId = 'gone'
        }),
      /is in a tray/,
    ],
    [
      'an egg outside of its tray',
      () =>
        tampered((r) => {
          placeOf(r.eggs[0]!).row = 7
        }),
      /is outside its tray/,
    ],
    [
      'two eggs in one place',
      () =>
        tampered((r) => {
          Object.assign(placeOf(r.eggs[1]!), placeOf(r.eggs[0]!))
        }),
      /in the same place as another/,
    ],
    [
      'two eggs of one number',
      () =>
        tampered((r) => {
          r.eggs[1]!.number = 1
        }),
      /another egg 1/,
    ],
    [
      'a look without its egg',
      () =>
        tampered((r) => {
          r.looks[0]!.eggId = 'gone'
        }),
      /belongs to an egg/,
    ],
    [
      'a look of another set',
      () =>
        tampered((r) => {
          r.looks[0]!.setId = 'gone'
        }),
      /a different set/,
    ],
    [
      'the same egg twice',
      () =>
        tampered((r) => {
          r.eggs.push(r.eggs[0]!)
        }),
      /is there twice/,
    ],
    [
      'a probability of two',
      () =>
        tampered((r) => {
          r.looks[0]!.verdict.probabilities.clear = 2
        }),
      /Clear must be at most 1, not 2/,
    ],
    [
      'a path for an id',
      () =>
        tampered((r) => {
          r.looks[0]!.photo.id = '../../x'
        }),
      /looks.*cannot be “..\/..\/x”/,
    ],
  ])('says what is wrong: %s', async (_, file, sentence) => {
    const error = await readBundle(await file(), 'UTC').then(
      () => null,
      (caught: unknown) => caught,
    )
    expect(error).toBeInstanceOf(BundleError)
    expect((error as Error).message).toMatch(sentence)
  })

  it('notices any byte of a photograph that is not as it was, by the ZIP’s own checksum', async () => {
    const bytes = new Uint8Array(await (await tampered(() => undefined)).arrayBuffer())
    const at = bytes.findIndex((byte, i) => byte === 0xff && bytes[i + 1] === 0xd8)
    invert(bytes, at + 4)
    await expect(readBundle(new Blob([bytes]), 'UTC')).rejects.toThrow(/photo-1.jpg is damaged/)
  })
})
