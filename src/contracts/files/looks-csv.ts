import Papa from 'papaparse'
import { sayReason } from '../../words/reasons.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { neutraliseFormula } from './csv-cell.ts'
import type { HatcheryRecords } from '../records/records.ts'

/** All looks as a table, oldest first, one line each; UTF-8 with a byte order mark, so that spreadsheets see it. */
export function looksToCsv(records: Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>): string {
  const sets = new Map(records.sets.map((set) => [set.id, set]))
  const eggs = new Map(records.eggs.map((egg) => [egg.id, egg]))
  const rows = [...records.looks]
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt) || a.id.localeCompare(b.id))
    .map((look) => {
      const set = sets.get(look.setId)
      const egg = eggs.get(look.eggId)
      return {
        set: set?.name ?? '',
        species: set?.species ?? '',
        breed: set?.breed ?? '',
        shell: set?.shell ?? '',
        egg: egg?.number ?? '',
        position: set && egg ? nameOfPlace(set.trays, egg.place) : '',
        'taken at': look.takenAt,
        'age days': Number(look.ageDays.toFixed(2)),
        suggested: look.verdict.grade,
        'own grade': look.own?.grade ?? '',
        action: look.verdict.action,
        developing: percent(look.verdict.probabilities.developing),
        clear: percent(look.verdict.probabilities.clear),
        'blood ring': percent(look.verdict.probabilities['blood-ring']),
        quitter: percent(look.verdict.probabilities.quitter),
        'air cell depth %': percentOrEmpty(look.reading.airCell?.depth.value),
        'air cell volume %': percentOrEmpty(look.reading.airCell?.volume.value),
        'shadow %': percent(look.reading.shadow.area.value),
        'air cell depth by hand %': percentOrEmpty(look.correction?.figures.airCell?.depth),
        'air cell volume by hand %': percentOrEmpty(look.correction?.figures.airCell?.volume),
        'shadow by hand %': percentOrEmpty(look.correction?.figures.shadowArea),
        'vessels %': percent(look.reading.vessels.coverage.value),
        'moved in film': look.movement ? (look.movement.moving ? 'yes' : 'not seen') : '',
        'heartbeats a second': look.movement?.heartbeat?.found
          ? Number(look.movement.heartbeat.hz.toFixed(1))
          : '',
        readable: look.verdict.readable ? 'yes' : 'no',
        replaced: look.replaced ? 'yes' : 'no',
        'removed at': egg?.removed?.lookId === look.id ? egg.removed.at : '',
        reasons: look.verdict.reasons.map(sayReason).join('; '),
      }
    })
  const safe = rows.map((row) =>
    Object.fromEntries(Object.entries(row).map(([key, value]) => [key, neutraliseFormula(value)])),
  )
  return `\uFEFF${Papa.unparse(safe, { newline: '\r\n' })}\r\n`
}

function percent(fraction: number): number {
  return Number((100 * fraction).toFixed(1))
}

function percentOrEmpty(fraction: number | undefined): number | '' {
  return fraction === undefined ? '' : percent(fraction)
}
