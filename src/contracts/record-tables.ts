/** The kinds of records of a book, each in a table of its own. */
export const RECORD_TABLES = ['hatchery', 'sets', 'eggs', 'looks', 'sessions'] as const
export type RecordTable = (typeof RECORD_TABLES)[number]
