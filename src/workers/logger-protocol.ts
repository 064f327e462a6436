import type { LoggerReadings } from '../contracts/files/logger-file.ts'
import type { LoggerColumn } from '../core/climate/logger-columns.ts'

/** What a page needs of a table that stays in the worker. */
export interface LoggerHead {
  head: string[]
  /** Cells of the first row, as written. */
  firstRow: string[]
  columns: LoggerColumn[]
}

/** What is asked about a logger's file: a hundred thousand rows must not hold up the page. */
export interface LoggerTasks {
  read: {
    ask: { file: Blob; known: ReadonlyArray<{ head: string; means: LoggerColumn }> }
    answer: LoggerHead
  }
  readings: {
    ask: { columns: readonly LoggerColumn[]; zone: string; nowMs: number; dayFirst: boolean | null }
    answer: LoggerReadings
  }
}
