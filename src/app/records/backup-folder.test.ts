import { describe, expect, it } from 'vitest'
import { backupName, backupsIn, freeName, mayWrite, type Folder } from './backup-folder.ts'

const DEVICE = '0a1b2c3d-0000-4000-8000-000000000000'
const OTHER = 'ffff0000-0000-4000-8000-000000000000'
const atMs = new Date(2026, 2, 14, 21, 30, 5).getTime()

/** A folder in which these lie, and that answers so when it is asked for leave. */
function folder(names: string[], leave: Partial<Record<'query' | 'request', PermissionState>> = {}): Folder {
  return {
    name: 'stick',
    ...(leave.query ? { queryPermission: async () => leave.query! } : {}),
    ...(leave.request ? { requestPermission: async () => leave.request! } : {}),
    getFileHandle: () => Promise.reject(new Error('not asked for here')),
    removeEntry: () => Promise.reject(new Error('not asked for here')),
    async *keys() {
      yield* names
    },
  }
}

describe('a folder of backups', () => {
  it('gives them the newest first, tells its own from another tablet’s, and leaves everything else alone', async () => {
    const names = [
      'perlumen-2026-03-12-210000-0a1b2c3d.zip',
      'letters.zip',
      'perlumen-2026-03-13-080000-ffff0000.zip',
      'perlumen-2026-03-14-213005-0a1b2c3d.zip',
      'perlumen-2026-03-14.zip',
      'perlumen-for-other-tools-2026-03-14.zip',
    ]
    expect(await backupsIn(folder(names), DEVICE)).toEqual([
      { name: names[3], time: '2026-03-14T21:30:05', own: true },
      { name: names[2], time: '2026-03-13T08:00:00', own: false },
      { name: names[0], time: '2026-03-12T21:00:00', own: true },
    ])
  })

  it('has a name for each moment and tablet, and a later one where that is taken', async () => {
    expect(backupName(atMs, DEVICE)).toBe('perlumen-2026-03-14-213005-0a1b2c3d.zip')
    const taken = [0, 1000].map((ms) => backupName(atMs + ms, DEVICE))
    expect(await freeName(folder([]), atMs, DEVICE)).toBe(taken[0])
    expect(await freeName(folder(taken), atMs, DEVICE)).toBe('perlumen-2026-03-14-213007-0a1b2c3d.zip')
    expect(await freeName(folder(taken), atMs, OTHER)).toBe('perlumen-2026-03-14-213005-ffff0000.zip')
  })

  it('is written to with leave only, and leave is asked for only when somebody pressed a button', async () => {
    expect(await mayWrite(folder([]), false)).toBe(true)
    expect(await mayWrite(folder([], { query: 'granted' }), false)).toBe(true)
    const asks = folder([], { query: 'prompt', request: 'granted' })
    expect([await mayWrite(asks, false), await mayWrite(asks, true)]).toEqual([false, true])
    expect(await mayWrite(folder([], { query: 'prompt', request: 'denied' }), true)).toBe(false)
  })
})
