import { RECORDS_VERSION } from '../../contracts/records/records.ts'
import { t } from './words.ts'

/** The records were written by a newer version of the program; they are left alone. */
export class BookTooNew extends Error {
  constructor(version: number) {
    super(t('book.newer', { version, readable: RECORDS_VERSION }))
  }
}

/** The records are still those of an earlier version, and another tab is at work on them. */
export class BookTooOld extends Error {
  constructor() {
    super(t('book.olderTab'))
  }
}

/** The records are of an earlier version, and there is no room to write them in today's. */
export class NoRoomForToday extends Error {
  constructor() {
    super(t('book.full'))
  }
}
