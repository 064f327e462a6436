import { RECORDS_VERSION } from '../../contracts/records/records.ts'

/** The records were written by a newer version of the program; they are left alone. */
export class BookTooNew extends Error {
  constructor(version: number) {
    super(
      `These records were written by a newer Perlumen (records version ${version}; this one reads up to ${RECORDS_VERSION}). Reload the page to update.`,
    )
  }
}

/** The records are still those of an earlier version, and another tab is at work on them. */
export class BookTooOld extends Error {
  constructor() {
    super('Another tab is using an older Perlumen. Close or reload that tab, then reload this one.')
  }
}

/** The records are of an earlier version, and there is no room to write them in today's. */
export class NoRoomForToday extends Error {
  constructor() {
    super(
      'Browser storage is full, and the records must be updated for this version. Export them below, free some space, then reload the page.',
    )
  }
}
