import Papa from 'papaparse'
import { neutraliseFormula } from './csv-cell.ts'
import type { HatcheryRecords } from '../records/records.ts'
import { readingsOf, type ReadingsRecord } from '../records/readings-record.ts'
import { incubatorAt } from '../records/whereabouts.ts'

export const READINGS_HEADING = '\uFEFFtime,incubator,probe,celsius,relative humidity %\r\n'

/** The lines of one probe's day, to follow {@link READINGS_HEADING}; as the probe said it, uncorrected. */
export function readingsToCsv(
  day: ReadingsRecord,
  { probes, hatchery }: Pick<HatcheryRecords, 'probes' | 'hatchery'>,
): string {
  const probe = probes.find(({ id }) => id === day.probeId)
  const incubators = new Map(hatchery.incubators.map(({ id, name }) => [id, name]))
  const rows = readingsOf(day).map(({ atMs, celsius, rhPercent }) => {
    const incubatorId = probe ? incubatorAt(probe.events, atMs) : null
    return [
      new Date(atMs).toISOString(),
      incubatorId === null ? '' : (incubators.get(incubatorId) ?? ''),
      probe?.name ?? day.probeId,
      celsius ?? '',
      rhPercent ?? '',
    ].map(neutraliseFormula)
  })
  return rows.length === 0 ? '' : `${Papa.unparse(rows, { newline: '\r\n' })}\r\n`
}
