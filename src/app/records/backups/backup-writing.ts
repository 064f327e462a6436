import { keptBackups } from '../../../core/backup/grandfather.ts'
import type { Bundle } from '../../../contracts/files/bundle.ts'
import { saveFile } from '../../shared/save-file.ts'
import {
  backupName,
  backupsIn,
  nextNumber,
  removeFrom,
  tornIn,
  writeInto,
  type Folder,
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

/** Takes away what is no longer kept by day, week, month and year, and what was cut off. @param newest - which stays */
export async function tidyFolder(folder: Folder, tablet: string, newest: string): Promise<void> {
  const own = (await backupsIn(folder, tablet)).filter((backup) => backup.own)
  const keep = keptBackups(own)
  const old = own.filter((backup) => !keep.has(backup) && backup.name !== newest)
  await removeFrom(
    folder,
    old.map(({ name }) => name),
  )
  await removeFrom(folder, await tornIn(folder, tablet))
}
