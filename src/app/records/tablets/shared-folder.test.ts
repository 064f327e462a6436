import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { BundleError } from '../../../contracts/files/bundle.ts'
import type { Folder } from '../backups/backup-folder.ts'
import { newsWords } from './news-words.ts'
import { calledOf, sharedFolder, theirsIn } from './shared-folder.ts'

const TABLET = '0a1b2c3d-0000-4000-8000-000000000000'
const content: Readonly<Record<string, string>> = {
  'perlumen-2026-03-14-213005-000001-0a1b2c3d.zip': 'own',
  'perlumen-2026-03-14-213005-000002-ffff0000.zip': 'whole',
  'perlumen-2026-03-15-213005-000003-ffff0000.zip': 'half',
  'perlumen-2026-03-15-213005-000001-eeee0000.zip': 'earlier program',
  'letters.zip': 'letters',
}
const folder: Folder = {
  name: 'stick',
  getFileHandle: async (name) =>
    ({
      getFile: async () => new File([content[name]!], name, { lastModified: 7 }),
    }) as FileSystemFileHandle,
  removeEntry: () => Promise.reject(new Error('not asked for here')),
  async *keys() {
    yield* Object.keys(content)
  },
}

describe('a folder that tablets share', () => {
  it('gives what others wrote, by whom, and which is not whole; never its own', async () => {
    const theirs = await theirsIn(folder, TABLET, async (file) => {
      const text = await file.text()
      if (text === 'half') return null
      return { writer: text === 'whole' ? { line: 'line-7', name: 'Shed' } : null }
    })
    expect(theirs.map(({ tablet, number, line, called }) => [tablet, number, line, called])).toEqual([
      ['ffff0000', 2, 'line-7', 'Shed'],
      ['ffff0000', 3, null, ''],
      ['eeee0000', 1, 'eeee0000', ''],
    ])
    expect(theirs[0]).toMatchObject({ bytes: 5, modifiedMs: 7, time: '2026-03-14T21:30:05' })
    expect(theirs.map(calledOf)).toEqual(['Shed', 'Tablet ffff', 'Tablet eeee'])
  })
})

describe('a backup that is whole and cannot be read', () => {
  it('is read once, named with the reason, and asked again when the file is another one', async () => {
    const [name] = Object.keys(content).filter((file) => content[file] === 'whole')
    const from = {
      name: name!,
      tablet: 'ffff0000',
      number: 2,
      time: '2026-03-14T21:30:05',
      line: 'line-7',
      bytes: 5,
      modifiedMs: 7,
      called: 'Shed',
    }
    let reads = 0
    const { meetingIn, refused } = sharedFolder({
      check: () => {
        reads++
        return Promise.reject(new BundleError('It was written by a newer Perlumen.'))
      },
      previewNews: () => Promise.reject(new Error('not asked for here')),
      merge: () => Promise.reject(new Error('not asked for here')),
    })
    const meeting = meetingIn(folder, TABLET)
    await meeting.theirs()
    expect([await meeting.read(from), await meeting.read(from)]).toEqual([null, null])
    expect(reads).toBe(1)
    expect(refused().map(({ name: file, why }) => [file, why])).toEqual([
      [name, 'It was written by a newer Perlumen.'],
    ])
    expect(await meeting.read({ ...from, modifiedMs: 8 })).toBeNull()
    expect(reads).toBe(2)
  })
})

describe('news of another tablet', () => {
  const none = { changes: [], conflicts: [], settled: [] }
  const change = { come: 0, change: 0, go: 0 }

  it('is one line: what comes and changes, and how much there is to decide', () => {
    const changes = [
      { table: 'looks' as const, ...change, come: 12 },
      { table: 'eggs' as const, ...change, change: 3 },
    ]
    expect(newsWords({ ...none, changes })).toBe('12 looks come; 3 eggs change')
    const settled = [{ eggId: 'e', setId: 's', number: 3, what: 'number-taken' as const, was: '2' }]
    expect(newsWords({ ...none, changes, settled })).toBe('12 looks come; 3 eggs change; 1 thing to decide')
  })

  it('leaves out the rest of many, and says so', () => {
    const tables = ['sets', 'eggs', 'looks', 'trays', 'logs'] as const
    const changes = tables.map((table) => ({ table, ...change, come: 1 }))
    expect(newsWords({ ...none, changes })).toBe('1 set comes; 1 egg comes; 1 look comes; and more')
    expect(newsWords(none)).toBe('decisions made there')
  })
})
