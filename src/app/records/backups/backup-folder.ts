import localforage from 'localforage'
import { fileStampOf } from '../../../core/time/local-date.ts'
import { deviceZone } from '../../data/hatchery.ts'
import { nameInBook } from '../../data/which-book.ts'
import { lastWrittenFirst, type BackupTime } from '../../../core/backup/grandfather.ts'

/** A folder that the keeper chose for backups; the browser keeps the leave to write there, and asks again now and then. */
interface Folder {
  name: string
  queryPermission?(how: { mode: 'readwrite' }): Promise<PermissionState>
  requestPermission?(how: { mode: 'readwrite' }): Promise<PermissionState>
  getFileHandle(name: string, how?: { create: boolean }): Promise<FileSystemFileHandle>
  removeEntry(name: string): Promise<void>
  keys(): AsyncIterable<string>
}
type Picker = (how: { id: string; mode: 'readwrite' }) => Promise<Folder>

/** Apart from the book: what is brought in or erased there leaves it alone. */
const shelf = (): LocalForage =>
  localforage.createInstance({ name: nameInBook('backup'), storeName: 'folder' })
const KEY = 'handle'
const HOW = { mode: 'readwrite' } as const
/** The day, the time, a running number (none in names of earlier versions), and the beginning of the tablet's name. */
const NAME = /^perlumen-(\d{4}-\d{2}-\d{2})-(\d{2})(\d{2})(\d{2})-(?:(\d{6})-)?([0-9a-f]{8})\.zip$/
const NUMBER_DIGITS = 6

/** What Chromium leaves beside a file that was still being written when the power went. */
const UNFINISHED = /^(.*\.zip)\.crswap$/

/** A backup that lies in the folder. */
export interface KeptBackup extends BackupTime {
  name: string
  /** Written by this tablet: what another one wrote into the same folder is never cleared away. */
  own: boolean
}

export function canChooseFolder(): boolean {
  return 'showDirectoryPicker' in globalThis
}

/** @returns null where the keeper chose none after all */
export async function chooseFolder(): Promise<Folder | null> {
  const pick = (globalThis as unknown as { showDirectoryPicker: Picker }).showDirectoryPicker
  const folder = await pick({ id: 'perlumen', ...HOW }).catch((error: Error) => {
    if (error.name === 'AbortError') return null
    throw error
  })
  if (folder) await shelf().setItem(KEY, folder)
  return folder
}

export function keptFolder(): Promise<Folder | null> {
  return shelf()
    .getItem<Folder>(KEY)
    .catch(() => null)
}

export function forgetFolder(): Promise<void> {
  return shelf().removeItem(KEY)
}

/** Whether it may be written to. @param ask - only where somebody has just pressed a button */
export async function mayWrite(folder: Folder, ask: boolean): Promise<boolean> {
  if ((await (folder.queryPermission?.(HOW) ?? 'granted')) === 'granted') return true
  return ask && (await (folder.requestPermission?.(HOW) ?? 'granted')) === 'granted'
}

/** @returns what lies there now, to be read back. @throws Error when the disk is full or the folder gone */
export async function writeInto(folder: Folder, name: string, bundle: Blob): Promise<File> {
  const handle = await folder.getFileHandle(name, { create: true })
  const writing = await handle.createWritable()
  await writing.write(bundle)
  await writing.close()
  return handle.getFile()
}

export async function readFrom(folder: Folder, name: string): Promise<File> {
  return (await folder.getFileHandle(name)).getFile()
}

export async function removeFrom(folder: Folder, names: readonly string[]): Promise<void> {
  for (const name of names) await folder.removeEntry(name)
}

/** @param number - see {@link BackupTime} @param tablet - its name */
export function backupName(nowMs: number, number: number, tablet: string): string {
  const running = String(number).padStart(NUMBER_DIGITS, '0')
  return `perlumen-${fileStampOf(nowMs, deviceZone())}-${running}-${markOf(tablet)}.zip`
}

/** The number after all that lie there: none is ever written over, and what was written last is known whatever the clock says. */
export async function nextNumber(folder: Folder, tablet: string): Promise<number> {
  const own = (await backupsIn(folder, tablet)).filter((backup) => backup.own)
  return Math.max(0, ...own.map(({ number }) => number)) + 1
}

/**
 * Backups that lie there, the one written last first, this tablet's before others'; nothing else is touched. A name with
 * nothing behind it is none: the program was ended while it wrote there (see {@link tornIn}).
 */
export async function backupsIn(folder: Folder, tablet: string): Promise<KeptBackup[]> {
  const named = (await namedIn(folder)).map(({ mark, ...backup }): KeptBackup => ({
    ...backup,
    own: mark === markOf(tablet),
  }))
  const sizes = await Promise.all(named.map(({ name }) => sizeOf(folder, name)))
  return (
    named
      .filter((_, i) => sizes[i]! > 0)
      // Numbers of different tablets say nothing of each other.
      .sort((a, b) => Number(b.own) - Number(a.own) || lastWrittenFirst(a, b))
  )
}

/** Backups by what their names say. */
export async function namedIn(folder: Folder): Promise<Array<BackupTime & { name: string; mark: string }>> {
  const named: Array<BackupTime & { name: string; mark: string }> = []
  for await (const name of folder.keys()) {
    const [, day, hour, minute, second, number, mark] = NAME.exec(name) ?? []
    const time = `${day}T${hour}:${minute}:${second}`
    if (mark) named.push({ name, number: Number(number ?? 0), time, mark })
  }
  return named
}

/** Names of this tablet's own that hold nothing, or only a beginning: it was ended while it wrote them. */
export async function tornIn(folder: Folder, tablet: string): Promise<string[]> {
  const isOwn = (name: string): boolean => NAME.exec(name)?.at(-1) === markOf(tablet)
  const torn: string[] = []
  for await (const name of folder.keys()) {
    const unfinished = UNFINISHED.exec(name)?.[1]
    if (isOwn(unfinished ?? name) && (unfinished || (await sizeOf(folder, name)) === 0)) torn.push(name)
  }
  return torn
}

async function sizeOf(folder: Folder, name: string): Promise<number> {
  return (await readFrom(folder, name)).size
}

/** Enough of a tablet's name to tell a handful of them apart. */
export function markOf(tablet: string): string {
  return tablet.replaceAll('-', '').slice(0, 8)
}

export type { Folder }
