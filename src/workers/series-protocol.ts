import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import type { Span } from '../contracts/records/readings-record.ts'
import type { ClimateBand } from '../core/climate/band.ts'
import type { ProbeDifference } from '../core/climate/compare-probes.ts'
import type { Excursion } from '../core/climate/excursions.ts'
import type { Opening } from '../core/climate/openings.ts'
import type { TimeInBand } from '../core/climate/time-in-band.ts'

export type ClimateQuantity = 'celsius' | 'rhPercent'

interface Window {
  fromMs: number
  toMs: number
}

/** Which readings are fetched: of these probes, corrected by what they were found to show too much. */
export interface SeriesSource extends Window {
  database: string
  probes: readonly ProbeRecord[]
}

/** What is seen of one probe's one quantity; NaN breaks the line. */
export interface SeenSeries {
  probeId: string
  what: ClimateQuantity
  times: Float64Array
  values: Float64Array
}

/** What one probe's readings come to. */
export interface ClimateFacts {
  probeId: string
  celsius: { time: TimeInBand; excursions: Excursion[] } | null
  rhPercent: { time: TimeInBand; excursions: Excursion[]; openings: Opening[]; everyMs: number | null } | null
}

export interface HourOfProbe {
  probeId: string
  atMs: number
  celsius: Span | null
  rhPercent: Span | null
}

/** By kind: what is asked, and what is answered. */
export interface SeriesTasks {
  open: { ask: SeriesSource; answer: { readings: number; firstMs: number | null; lastMs: number | null } }
  view: { ask: Window & { columns: number }; answer: SeenSeries[] }
  facts: { ask: Window & { band: ClimateBand }; answer: ClimateFacts[] }
  compare: {
    ask: Window & { one: string; other: string }
    answer: Record<ClimateQuantity, ProbeDifference | null>
  }
  hours: { ask: Window; answer: HourOfProbe[] }
}
export type SeriesTask = keyof SeriesTasks
