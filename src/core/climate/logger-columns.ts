/** What a column of a logger's file may hold. */
export const LOGGER_COLUMNS = [
  'when',
  'date',
  'time',
  'celsius',
  'fahrenheit',
  'rhPercent',
  'nothing',
] as const
export type LoggerColumn = (typeof LOGGER_COLUMNS)[number]
