import { format } from 'date-fns'
import localforage from 'localforage'

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
const shelf = localforage.createInstance({ name: 'perlumen-backup', storeName: 'folder' })
const KEY = 'handle'
const SECOND_MS = 1000
const HOW = { mode: 'readwrite' } as const
/** The day, the time, and the beginning of the name of the device that wrote it. */
const NAME = /^perlumen-(\d{4}-\d{2}-\d{2})-(\d{2})(\d{2})(\d{2})-([0-9a-f]{8})\.zip$/

/** A backup that lies in the folder. */
export interface KeptBackup {
  name: string
  /** When it was written, local date and time (`2026-03-14T21:30:05`). */
  time: string
  /** Written by this device: what another one wrote into the same folder is never cleared away. */
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
  if (folder) await shelf.setItem(KEY, folder)
  return folder
}

export function keptFolder(): Promise<Folder | null> {
  return shelf.getItem<Folder>(KEY).catch(() => null)
}

export function forgetFolder(): Promise<void> {
  return shelf.removeItem(KEY)
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

export function backupName(nowMs: number, device: string): string {
  return `perlumen-${format(nowMs, 'yyyy-MM-dd-HHmmss')}-${markOf(device)}.zip`
}

/** A name that is not there yet: none is ever written over, so that one that goes wrong takes no good one with it. */
export async function freeName(folder: Folder, nowMs: number, device: string): Promise<string> {
  const taken = new Set((await backupsIn(folder, device)).map(({ name }) => name))
  let ms = nowMs
  while (taken.has(backupName(ms, device))) ms += SECOND_MS
  return backupName(ms, device)
}

/** Backups that lie there, the newest first; nothing else is touched. @param device - this one */
export async function backupsIn(folder: Folder, device: string): Promise<KeptBackup[]> {
  const found: KeptBackup[] = []
  for await (const name of folder.keys()) {
    const [, day, hour, minute, second, mark] = NAME.exec(name) ?? []
    if (day) found.push({ name, time: `${day}T${hour}:${minute}:${second}`, own: mark === markOf(device) })
  }
  return found.sort((a, b) => (a.time < b.time ? 1 : -1))
}

/** Enough of a device's name to tell a handful of tablets apart. */
function markOf(device: string): string {
  return device.replaceAll('-', '').slice(0, 8)
}

export type { Folder }
