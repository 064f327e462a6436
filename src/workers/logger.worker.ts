import {
  guessColumns,
  loggerReadings,
  readLoggerTable,
  textOfFile,
  type LoggerTable,
} from '../contracts/files/logger-file.ts'
import type { LoggerTasks } from './logger-protocol.ts'
import { answerTasks } from './tasks.ts'

let table: LoggerTable = { head: [], rows: [] }

answerTasks<LoggerTasks>(self, {
  read: async ({ file, known }) => {
    table = readLoggerTable(textOfFile(new Uint8Array(await file.arrayBuffer())))
    return { head: table.head, firstRow: table.rows[0]?.cells ?? [], columns: guessColumns(table, known) }
  },
  readings: ({ columns, ...how }) => loggerReadings(table, columns, how),
})
