import { RECORDS_VERSION } from '../../contracts/records/records.ts'
import { BookTooOld } from './book-errors.ts'
import { VERSION_KEY, type BookTables } from './book-tables.ts'

/** So long a tab that only follows waits for the other to bring the records up to date, milliseconds. */
const UPGRADE_PATIENCE_MS = 60_000
const UPGRADE_LOOK_MS = 300

/**
 * Waits until the records are of today: a tab that only follows changes nothing, and the one at work may just be
 * bringing them up to date.
 * @throws BookTooOld where it takes too long
 */
export async function broughtToday(tables: BookTables): Promise<void> {
  for (let waited = 0; ; waited += UPGRADE_LOOK_MS) {
    const version = await tables.meta.getItem<number>(VERSION_KEY)
    if (version === RECORDS_VERSION || (version === null && (await tables.of('sets').length()) === 0)) return
    if (waited >= UPGRADE_PATIENCE_MS) throw new BookTooOld()
    await new Promise((go) => setTimeout(go, UPGRADE_LOOK_MS))
  }
}
