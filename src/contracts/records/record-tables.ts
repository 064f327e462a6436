/** The kinds of records of a book, each in a table of its own. Those later in the list refer to those before. */
export const RECORD_TABLES = [
  'hatchery',
  'incubators',
  'probes',
  'trays',
  'sets',
  'eggs',
  'looks',
  'sessions',
  'logs',
  'practice',
] as const
export type RecordTable = (typeof RECORD_TABLES)[number]

/** What a set holds by the dozen: it is fetched a set at a time. */
export const CHAPTER_TABLES = ['eggs', 'looks'] as const satisfies readonly RecordTable[]
export type ChapterTable = (typeof CHAPTER_TABLES)[number]

export function isOfChapter(table: RecordTable): table is ChapterTable {
  return table === 'eggs' || table === 'looks'
}
