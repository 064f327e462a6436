import { lastWrittenFirst, type BackupTime } from '../../core/backup/grandfather.ts'
import type { Settled } from '../merge/merge-books.ts'
import type { Conflict } from '../merge/questions.ts'
import type { TableChange } from '../merge/what-changes.ts'

/** A backup that another tablet wrote into the folder that all share. */
export interface TheirBackup extends BackupTime {
  name: string
  /** Mark of the tablet that wrote it. */
  tablet: string
  /**
   * The name under which it was writing: each backup of one line holds all of those before it. A restored book begins a new
   * line, and what came before lies in the old one alone. Null where the file is not whole.
   */
  line: string | null
  bytes: number
  modifiedMs: number
}

/** What merging a book into this one would do. Nothing is changed by asking. */
export interface Preview {
  changes: TableChange[]
  conflicts: Conflict[]
  settled: Settled[]
  /** This book holds all of it already, down to who wrote what. */
  isHeld: boolean
}

/** What another tablet's book would bring. */
export interface News<B> extends Preview {
  from: TheirBackup
  book: B
}

/** The folder and this tablet's book, as meeting sees them. */
export interface Meeting<B> {
  /** All backups of other tablets that lie there now, in any order. */
  theirs: () => Promise<readonly TheirBackup[]>
  /** @returns null where the file turns out to be damaged */
  read: (backup: TheirBackup) => Promise<B | null>
  preview: (book: B) => Promise<Preview>
  /** Merges by the rules alone. Called only where there is nothing to ask. */
  merge: (book: B) => Promise<void>
}

/** By line, the backup that was last dealt with. Holds for this writer only: a restored book knows less. */
export type Dealt = Readonly<Record<string, string>>

/** How tablets in one folder come together: on a person’s yes, or by themselves where nothing must be asked. */
export const MEETING_MODES = ['ask', 'by-itself'] as const
export type MeetingMode = (typeof MEETING_MODES)[number]

export interface Met<B> {
  /** What waits for a person, at most one for each line. */
  news: Array<News<B>>
  /** Not whole, and written after all whole ones of their tablet. */
  unfinished: TheirBackup[]
  /** What was merged without asking. */
  merged: Array<News<B>>
  dealt: Dealt
}

/** Same content as far as can be told without reading it. */
export function fingerprint({ name, bytes, modifiedMs }: TheirBackup): string {
  return `${name}/${bytes}/${modifiedMs}`
}

/** What was known before a look into the folder. */
export interface KnownBefore<B> {
  dealt: Dealt
  /** What waited already; it is previewed again, and not read again. */
  waiting: ReadonlyArray<News<B>>
}

/**
 * Looks into the shared folder once: of each line of each other tablet the newest whole backup that was not dealt with
 * yet. Merging is idempotent and its order does not matter, so nothing hangs on clocks, or on files that come late or twice.
 */
export async function meet<B>(
  meeting: Meeting<B>,
  { dealt, waiting }: KnownBefore<B>,
  mode: MeetingMode,
): Promise<Met<B>> {
  const theirs = [...(await meeting.theirs())].sort(lastWrittenFirst)
  const met: Met<B> = { news: [], unfinished: unfinishedOf(theirs), merged: [], dealt }
  for (const line of new Set(theirs.flatMap((backup) => backup.line ?? []))) {
    const ofLine = theirs.filter((backup) => backup.line === line)
    const still = waiting.find(({ from }) => fingerprint(from) === fingerprint(ofLine[0]!))
    // This book may have changed since: what was nothing to ask then may be a question now.
    const news = still
      ? { ...still, ...(await meeting.preview(still.book)) }
      : await newestNews(meeting, ofLine, dealt[line])
    if (!news) continue
    if (mode === 'by-itself' && !news.isHeld && !mustAsk(news)) {
      await meeting.merge(news.book)
      met.merged.push(news)
    } else if (mustAsk(news) || news.changes.length > 0) {
      met.news.push(news)
      continue
    }
    // What shows nowhere comes with the line's next backup that has news.
    met.dealt = { ...met.dealt, [line]: fingerprint(news.from) }
  }
  return met
}

/** What nobody but a person may decide, or must at least have read. */
export function mustAsk({ conflicts, settled }: Pick<Preview, 'conflicts' | 'settled'>): boolean {
  return conflicts.length + settled.length > 0
}

function unfinishedOf(newestFirst: readonly TheirBackup[]): TheirBackup[] {
  const tablets = [...new Set(newestFirst.map(({ tablet }) => tablet))]
  return tablets.flatMap((tablet) => {
    const newest = newestFirst.find((backup) => backup.tablet === tablet)!
    return newest.line === null ? [newest] : []
  })
}

/** Of the newest whole one; null where that was dealt with: older ones of its line hold nothing more. */
async function newestNews<B>(
  { read, preview }: Meeting<B>,
  newestFirst: readonly TheirBackup[],
  dealt: string | undefined,
): Promise<News<B> | null> {
  for (const from of newestFirst) {
    if (dealt === fingerprint(from)) return null
    const book = await read(from)
    if (book) return { ...(await preview(book)), from, book }
  }
  return null
}
