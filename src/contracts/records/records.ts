import type { Egg } from './egg-state.ts'
import type { Hatchery } from './hatchery-record.ts'
import type { IncubatorLog } from './incubator-log.ts'
import type { LookRecord } from './look-record.ts'
import type { PracticeRecord } from './practice-record.ts'
import type { ProbeRecord } from './probe-record.ts'
import type { Session } from './session-record.ts'
import type { EggSet } from './set-record.ts'
import type { Tray } from './tray-record.ts'

/** Raised when a stored or exported shape changes; older ones are converted on reading. */
export const RECORDS_VERSION = 16

/** The records of a book as the program works with them, each with what follows from the others. */
export interface HatcheryRecords {
  hatchery: Hatchery
  probes: ProbeRecord[]
  trays: Tray[]
  sets: EggSet[]
  eggs: Egg[]
  looks: LookRecord[]
  sessions: Session[]
  logs: IncubatorLog[]
  practice: PracticeRecord[]
}
