import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { backupName, backupsIn, mayWrite, nextNumber, tornIn, type Folder } from './backup-folder.ts'

const TABLET = '0a1b2c3d-0000-4000-8000-000000000000'
const OTHER = 'ffff0000-0000-4000-8000-000000000000'
const atMs = new Date(2026, 2, 14, 21, 30, 5).getTime()

/** A folder in which these lie, those of `empty` with nothing in them, and that answers so when it is asked for leave. */
function folder(
  names: string[],
  leave: Partial<Record<'query' | 'request', PermissionState>> = {},
  empty: readonly string[] = [],
): Folder {
  return {
    name: 'stick',
    ...(leave.query ? { queryPermission: async () => leave.query! } : {}),
    ...(leave.request ? { requestPermission: async () => leave.request! } : {}),
    getFileHandle: async (name) =>
      ({
        getFile: async () => new File([empty.includes(name) ? '' : 'a book'], name),
      }) as FileSystemFileHandle,
    removeEntry: () => Promise.reject(new Error('not asked for here')),
    async *keys() {
      yield* names
    },
  }
}

describe('a folder of backups', () => {
  it('gives its own by their running number, then another tablet’s, and leaves everything else alone', async () => {
    const names = [
      'perlumen-2026-03-12-210000-0a1b2c3d.zip',
      'letters.zip',
      'perlumen-2026-03-13-080000-000004-ffff0000.zip',
      'perlumen-2026-03-14-213005-000001-0a1b2c3d.zip',
      // The clock was set back between the two.
      'perlumen-2026-03-14-203005-000002-0a1b2c3d.zip',
      'perlumen-2026-03-14.zip',
      'perlumen-2026-03-14-213005-12-0a1b2c3d.zip',
      'perlumen-for-other-tools-2026-03-14.zip',
    ]
    expect(await backupsIn(folder(names), TABLET)).toEqual([
      { name: names[4], number: 2, time: '2026-03-14T20:30:05', own: true },
      { name: names[3], number: 1, time: '2026-03-14T21:30:05', own: true },
      { name: names[0], number: 0, time: '2026-03-12T21:00:00', own: true },
      { name: names[2], number: 4, time: '2026-03-13T08:00:00', own: false },
    ])
  })

  it('has a name for each backup, numbered on from this tablet’s own', async () => {
    expect(backupName(atMs, 17, TABLET)).toBe('perlumen-2026-03-14-213005-000017-0a1b2c3d.zip')
    const there = [backupName(atMs, 4, TABLET), backupName(atMs, 9, OTHER)]
    expect(await nextNumber(folder([]), TABLET)).toBe(1)
    expect(await nextNumber(folder(['perlumen-2026-03-12-210000-0a1b2c3d.zip']), TABLET)).toBe(1)
    expect([await nextNumber(folder(there), TABLET), await nextNumber(folder(there), OTHER)]).toEqual([5, 10])
  })

  it('counts none that was cut off while it was written, and names this tablet’s own of them to be cleared away', async () => {
    const [good, torn, others] = [
      backupName(atMs, 1, TABLET),
      backupName(atMs, 2, TABLET),
      backupName(atMs, 3, OTHER),
    ]
    const there = folder([good, torn, others, `${torn}.crswap`, `${others}.crswap`, 'letters.zip'], {}, [
      torn,
      others,
      'letters.zip',
    ])
    expect((await backupsIn(there, TABLET)).map(({ name }) => name)).toEqual([good])
    expect(await nextNumber(there, TABLET)).toBe(2)
    expect(await tornIn(there, TABLET)).toEqual([torn, `${torn}.crswap`])
  })

  it('is written to with leave only, and leave is asked for only when somebody pressed a button', async () => {
    expect(await mayWrite(folder([]), false)).toBe(true)
    expect(await mayWrite(folder([], { query: 'granted' }), false)).toBe(true)
    const asks = folder([], { query: 'prompt', request: 'granted' })
    expect([await mayWrite(asks, false), await mayWrite(asks, true)]).toEqual([false, true])
    expect(await mayWrite(folder([], { query: 'prompt', request: 'denied' }), true)).toBe(false)
  })
})
