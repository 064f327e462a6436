import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { writeBundle } from '../../../contracts/files/bundle.ts'
import { recordsAlone, sampleRecords } from '../../../contracts/records/sample-records.ts'
import { backupName, type Folder } from './backup-folder.ts'
import { tidyFolder } from './backup-writing.ts'

const TABLET = '0a1b2c3d-0000-4000-8000-000000000000'
const atMs = new Date(2026, 2, 14, 21, 30, 5).getTime()

/** A folder in memory. */
function folderOf(files: Map<string, File>): Folder {
  return {
    name: 'stick',
    getFileHandle: async (name) => ({ getFile: async () => files.get(name)! }) as FileSystemFileHandle,
    removeEntry: async (name) => {
      files.delete(name)
    },
    async *keys() {
      yield* [...files.keys()]
    },
  }
}

async function bundleOf(line: string | null): Promise<File> {
  const writer = line === null ? {} : { writer: { line, name: '' } }
  const { file } = await writeBundle({ ...recordsAlone(sampleRecords()), ...writer })
  return new File([file], 'any')
}

describe('tidying a folder of backups', () => {
  it('keeps the last backup of an earlier line, though a later one is of the same day', async () => {
    const lines = ['before', 'before', 'now', 'now'] as const
    const files = new Map<string, File>()
    const names = lines.map((_, i) => backupName(atMs + 60_000 * i, i + 1, TABLET))
    for (const [i, line] of lines.entries()) files.set(names[i]!, await bundleOf(line))
    await tidyFolder(folderOf(files), { tablet: TABLET, newest: names[3]!, line: 'now' })
    expect([...files.keys()]).toEqual([names[1], names[3]])
  })

  it('lets those of earlier programs, which have no line, go by their day', async () => {
    const names = [1, 2].map((number) => backupName(atMs + 60_000 * number, number, TABLET))
    const files = new Map([
      [names[0]!, await bundleOf(null)],
      [names[1]!, await bundleOf('now')],
    ])
    await tidyFolder(folderOf(files), { tablet: TABLET, newest: names[1]!, line: 'now' })
    expect([...files.keys()]).toEqual([names[1]])
  })
})
