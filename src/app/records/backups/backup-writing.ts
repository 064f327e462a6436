import { keptBackups } from '../../../core/backup/grandfather.ts'
import type { Bundle } from '../../../contracts/files/bundle.ts'
import { bundling } from '../../data/taking-out.ts'
import { saveFile } from '../../shared/save-file.ts'
import {
  backupName,
  backupsIn,
  nextNumber,
  readFrom,
  removeFrom,
  tornIn,
  writeInto,
  type Folder,
  type KeptBackup,
} from './backup-folder.ts'

/** What writing a backup needs. */
export interface BackupWriter {
  importExport: {
    exportBundle: () => Promise<{ file: Blob }>
    /** @throws Error where a bundle cannot be read back */
    check: (file: Blob) => Promise<Bundle>
  }
  tablet: () => string
  nowMs: () => number
}

/** Gives a backup to the browser's downloads, once it was read back. */
export async function downloadBackup({ importExport, tablet, nowMs }: BackupWriter): Promise<void> {
  const { file } = await importExport.exportBundle()
  await importExport.check(file)
  // Downloads lie wherever the browser puts them: no number can be counted on.
  saveFile(file, backupName(nowMs(), 0, tablet()))
}

/** Writes a backup into a folder and reads it back. @returns its name */
export async function writeBackup(
  into: Folder,
  { importExport, tablet, nowMs }: BackupWriter,
): Promise<string> {
  const { file } = await importExport.exportBundle()
  const name = backupName(nowMs(), await nextNumber(into, tablet()), tablet())
  const written = await writeInto(into, name, file)
  // What cannot be read back is no backup: it must not stand for a good one of its day when old ones go.
  await importExport.check(written).catch(async (error: unknown) => {
    await removeFrom(into, [name]).catch(() => undefined)
    throw error
  })
  return name
}

/**
 * Takes away what is no longer kept by day, week, month and year, and what was cut off. The last backup of an earlier line
 * stays: what was noted before a restore may lie there alone, and another tablet may not have seen it yet.
 * @param newest - which stays @param line - under which this tablet writes now
 */
export async function tidyFolder(
  folder: Folder,
  { tablet, newest, line }: { tablet: string; newest: string; line: string },
): Promise<void> {
  const own = (await backupsIn(folder, tablet)).filter((backup) => backup.own)
  const keep = keptBackups(own)
  const old = own.filter((backup) => !keep.has(backup) && backup.name !== newest)
  const ended: string[] = []
  for (const { name } of old) {
    const its = await lineOf(folder, name)
    // Without a line it is of an earlier program; of the line of now the newest holds all of it.
    if (its === null || its === line || (await isFollowed(folder, own, { name, line: its }))) ended.push(name)
  }
  await removeFrom(folder, ended)
  await removeFrom(folder, await tornIn(folder, tablet))
}

/** Whether a later backup of the same line lies there. @param newestFirst - this tablet's */
async function isFollowed(
  folder: Folder,
  newestFirst: readonly KeptBackup[],
  { name, line }: { name: string; line: string },
): Promise<boolean> {
  const at = newestFirst.findIndex((backup) => backup.name === name)
  // One after the other: each may fill a good part of the memory.
  for (const later of newestFirst.slice(0, at)) if ((await lineOf(folder, later.name)) === line) return true
  return false
}

async function lineOf(folder: Folder, name: string): Promise<string | null> {
  const { whoWrote } = await bundling()
  return (await whoWrote(await readFrom(folder, name)))?.writer?.line ?? null
}
