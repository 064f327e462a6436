import { fileStampOf } from '../../core/time/local-date.ts'
import { deviceZone } from '../data/hatchery.ts'

/** Today and the hour and minute, as they stand in the name of a file that is taken out. */
export function fileDay(): string {
  return fileStampOf(Date.now(), deviceZone()).slice(0, -2)
}
