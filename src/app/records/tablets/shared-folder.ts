import type { Bundle, BundleWriter } from '../../../contracts/files/bundle.ts'
import { fingerprint, type Meeting, type TheirBackup } from '../../../domain/meeting/meet.ts'
import type { useImportExportStore } from '../../data/import-export.ts'
import { bundling, OtherBook } from '../../data/taking-out.ts'
import { markOf, namedIn, readFrom, type Folder } from '../backups/backup-folder.ts'
import { t } from './words.ts'

/** A book out of the folder, and how large its file is. */
export interface FoundBook {
  bundle: Bundle
  bytes: number
}

/** A backup of another tablet, with what people call that. */
export interface NamedBackup extends TheirBackup {
  called: string
}

/** The chosen folder, read for what other tablets wrote there. */
export interface SharedFolder {
  meetingIn: (folder: Folder, tablet: string) => Meeting<FoundBook>
  /** What lay there at the last look. */
  lastSeen: () => readonly NamedBackup[]
  /** Those of them that are whole and still could not be read, and why. */
  refused: () => ReadonlyArray<NamedBackup & { why: string }>
}

export function sharedFolder(
  importExport: Pick<ReturnType<typeof useImportExportStore>, 'check' | 'previewNews' | 'merge'>,
): SharedFolder {
  const whoWrote = askedOnce()
  let seen: readonly NamedBackup[] = []
  /** Why, by fingerprint: the same file is not read again and again. */
  const whyNot = new Map<string, string>()
  return {
    lastSeen: () => seen,
    refused: () =>
      seen.flatMap((backup) => {
        const why = whyNot.get(fingerprint(backup))
        return why === undefined || why === '' ? [] : [{ ...backup, why }]
      }),
    meetingIn: (folder, tablet) => ({
      theirs: async () => {
        seen = await theirsIn(folder, tablet, whoWrote)
        return seen
      },
      read: async (backup) => {
        if (whyNot.has(fingerprint(backup))) return null
        const file = await readFrom(folder, backup.name)
        const { BundleError } = await bundling()
        const bundle = await importExport.check(file).catch((error: unknown) => {
          // Of the demo, damaged, or of a newer Perlumen: none of it keeps other tablets' news away. The demo's is no news to anybody.
          if (!(error instanceof BundleError || error instanceof OtherBook)) throw error
          whyNot.set(fingerprint(backup), error instanceof OtherBook ? '' : error.message)
          return null
        })
        return bundle && { bundle, bytes: file.size }
      },
      preview: ({ bundle }) => importExport.previewNews(bundle),
      merge: ({ bundle, bytes }) => importExport.merge(bundle, [], bytes),
    }),
  }
}

/**
 * Backups of other tablets that lie there, whole or not.
 * @param whoWrote - null where a file is not whole; asked once of each file as it lies there
 */
export async function theirsIn(
  folder: Folder,
  tablet: string,
  whoWrote: (file: File) => Promise<{ writer: BundleWriter | null } | null>,
): Promise<NamedBackup[]> {
  const theirs = (await namedIn(folder)).filter(({ mark }) => mark !== markOf(tablet))
  const lying: NamedBackup[] = []
  // One after the other: each may fill a good part of the memory.
  for (const { mark, ...backup } of theirs) {
    // Another tablet may have tidied it away meanwhile.
    const file = await readFrom(folder, backup.name).catch(() => null)
    if (!file) continue
    const wrote = await whoWrote(file)
    lying.push({
      ...backup,
      tablet: mark,
      bytes: file.size,
      modifiedMs: file.lastModified,
      // Earlier programs did not say who wrote: all of such a tablet is one line.
      line: wrote && (wrote.writer?.line ?? mark),
      called: wrote?.writer?.name ?? '',
    })
  }
  return lying
}

/** What people call the tablet, or the beginning of its own mark. */
export function calledOf({ tablet, called }: { tablet: string; called?: string }): string {
  return called || t('news.tablet', { mark: tablet.slice(0, 4) })
}

/** A file that was whole is asked once who wrote it; one that was not is asked again. */
function askedOnce() {
  const known = new Map<string, { writer: { line: string; name: string } | null }>()
  return async (file: File) => {
    const key = `${file.name}/${file.size}/${file.lastModified}`
    const { whoWrote } = await bundling()
    const wrote = known.get(key) ?? (await whoWrote(file))
    if (wrote) known.set(key, wrote)
    return wrote
  }
}
