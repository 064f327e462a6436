import type { CandlingMethod } from './incubation/candling-methods.ts'
import type { TurningStop } from './incubation/timetable.ts'
import type { Crack } from './intake/cracks.ts'
import type { Shell, SpeciesName } from '../species/species.ts'
import type { LocalDate } from '../time/local-date.ts'
import type { LayoutTray, Numbering, Place } from '../tray/layout.ts'

/** Eggs of one hen house or one parcel, as they lie in the basket. */
export interface DraftBatch {
  id: string
  source: string
  breed: string
  species: SpeciesName
  shell: Shell
  /** First and last day of laying; the same for eggs of one day, null where nobody wrote it down. */
  laidFrom: LocalDate | null
  laidTo: LocalDate | null
  posted: boolean
  /** Of posted eggs: when the parcel came, local date. */
  arrivedOn: LocalDate | null
  turnedInStorage: boolean
}

/** `advice` follows the program; the others are the keeper's word. */
export const EGG_CHOICES = ['advice', 'set', 'leave', 'reference'] as const
export type EggChoice = (typeof EGG_CHOICES)[number]

export interface DraftEgg {
  id: string
  batchId: string
  /** Pencilled on the shell; counted through the whole basket. */
  number: number
  mark: string
  laidOn: LocalDate | null
  crack: Crack
  waxed: boolean
  weightG: number | null
  lengthMm: number | null
  breadthMm: number | null
  choice: EggChoice
}

export interface DraftTray extends LayoutTray {
  name: string
  species: SpeciesName
  incubatorId: string
  numbering: Numbering
}

/** What fixes the day: the hatch, the setting, or that the eggs are in already. */
export type DraftTiming =
  | { by: 'hatch'; date: LocalDate; hour: number }
  | { by: 'set'; date: LocalDate; time: string }
  | { by: 'already'; date: LocalDate; time: string }

/** A plan on the way, before it becomes sets. Nothing computed is kept in it. */
export interface PlanDraft {
  batches: DraftBatch[]
  eggs: DraftEgg[]
  timing: DraftTiming
  method: CandlingMethod
  ownDays: number[]
  turningStop: TurningStop
  /** Own number of days by species, where the keeper has one. */
  incubationDays: Partial<Record<SpeciesName, number>>
  trays: DraftTray[]
  /** Eggs that the keeper moved, by egg id; the others are dealt in order. */
  moved: Record<string, Place>
  names: Partial<Record<SpeciesName, string>>
  notes: string
}

/** Dates of laying spread evenly over a batch, earliest first. @returns nulls where the batch has none */
export function spreadLaidDates(
  batch: Pick<DraftBatch, 'laidFrom' | 'laidTo'>,
  count: number,
  datesBetween: (from: LocalDate, to: LocalDate) => LocalDate[],
): Array<LocalDate | null> {
  const { laidFrom, laidTo } = batch
  if (laidFrom === null) return Array.from({ length: count }, () => null)
  const days = datesBetween(laidFrom, laidTo !== null && laidTo > laidFrom ? laidTo : laidFrom)
  return Array.from({ length: count }, (_, i) => days[Math.floor((i * days.length) / count)] ?? laidFrom)
}
