import { describe, expect, it } from 'vitest'
import { buildZip, openZip } from './zip-file.ts'

const MEGABYTE = 1_000_000
const zipOf = async (parts: Readonly<Record<string, string>>): Promise<Uint8Array<ArrayBuffer>> => {
  const zip = buildZip()
  for (const [name, text] of Object.entries(parts)) await zip.text(name, text)
  return new Uint8Array(await (await zip.finish()).arrayBuffer())
}
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes)

describe('a ZIP file', () => {
  it('gives its parts back', async () => {
    const zip = await openZip(new Blob([await zipOf({ 'a.json': '{"a":1}', 'b/c.txt': 'käfig' })]))
    expect(zip.names).toEqual(['a.json', 'b/c.txt'])
    expect(text(await zip.bytes('b/c.txt', MEGABYTE))).toBe('käfig')
    await expect(zip.bytes('b/c.txt', 3)).rejects.toThrow(/too large/)
    await expect(zip.bytes('d', MEGABYTE)).rejects.toThrow(/holds no d/)
  })

  it('that is a bomb is refused before it is unpacked, and one that lies about its size while it is', async () => {
    const bomb = await zipOf({ 'records.json': ' '.repeat(60 * MEGABYTE) })
    const zip = await openZip(new Blob([bomb]))
    await expect(zip.bytes('records.json', 500 * MEGABYTE)).rejects.toThrow(/compressed beyond/)
    // The sizes lie in the list at the end of the file, 20 and 24 bytes after each entry's mark.
    const view = new DataView(bomb.buffer)
    const at = [...bomb.keys()].findLast((i) => i + 4 <= bomb.length && view.getUint32(i) === 0x504b0102)!
    view.setUint32(at + 24, 1000, true)
    const liar = await openZip(new Blob([bomb]))
    await expect(liar.bytes('records.json', 500 * MEGABYTE)).rejects.toThrow(/damaged/)
  })

  it('whose records shrink as records do is read', async () => {
    const record = (i: number): string =>
      JSON.stringify(
        { id: `egg-${i}`, weightG: (i * 7919) % 97, mark: '', events: [], note: 'as the day before' },
        null,
        1,
      )
    const records = Array.from({ length: 20_000 }, (_, i) => record(i)).join()
    const zip = await openZip(new Blob([await zipOf({ 'records.json': records })]))
    expect(text(await zip.bytes('records.json', 500 * MEGABYTE))).toBe(records)
  })
})
