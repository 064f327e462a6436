import Papa from 'papaparse'
import { sayReason } from '../../words/reasons.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { neutraliseFormula } from './csv-cell.ts'
import { breedOf, shellOf } from '../records/egg-kind.ts'
import { isPictured, type EyeLook, type PicturedLook } from '../records/look-record.ts'
import type { HatcheryRecords } from '../records/records.ts'

/** In this order in every file; what a look by eye does not have is empty. */
const COLUMNS = [
  'set',
  'species',
  'breed',
  'shell',
  'egg',
  'position',
  'taken at',
  'age days',
  'by eye',
  'suggested',
  'own grade',
  'action',
  'developing',
  'clear',
  'blood ring',
  'quitter',
  'air cell depth %',
  'air cell volume %',
  'shadow %',
  'air cell depth by hand %',
  'air cell volume by hand %',
  'air cell depth by eye mm',
  'shadow by hand %',
  'vessels %',
  'moved in film',
  'heartbeats a second',
  'readable',
  'replaced',
  'removed at',
  'reasons',
]

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
        breed: set && egg ? breedOf(egg, set) : '',
        shell: set && egg ? shellOf(egg, set) : '',
        egg: egg?.number ?? '',
        position: set && egg ? nameOfPlace(set.trays, egg.place) : '',
        'taken at': look.takenAt,
        'age days': Number(look.ageDays.toFixed(2)),
        'by eye': isPictured(look) ? 'no' : 'yes',
        'own grade': look.own?.grade ?? '',
        ...(isPictured(look) ? ofPicture(look) : cellByEye(look)),
        replaced: look.replaced ? 'yes' : 'no',
        'removed at': egg?.removed?.lookId === look.id ? egg.removed.at : '',
      }
    })
  const safe = rows.map((row) =>
    Object.fromEntries(Object.entries(row).map(([key, value]) => [key, neutraliseFormula(value)])),
  )
  return `\uFEFF${Papa.unparse(safe, { newline: '\r\n', columns: COLUMNS })}\r\n`
}

/** What a photograph says. */
function ofPicture({
  verdict,
  reading,
  correction,
  movement,
}: PicturedLook): Record<string, string | number> {
  return {
    suggested: verdict.grade,
    action: verdict.action,
    developing: percent(verdict.probabilities.developing),
    clear: percent(verdict.probabilities.clear),
    'blood ring': percent(verdict.probabilities['blood-ring']),
    quitter: percent(verdict.probabilities.quitter),
    'air cell depth %': percentOrEmpty(reading.airCell?.depth.value),
    'air cell volume %': percentOrEmpty(reading.airCell?.volume.value),
    'shadow %': percent(reading.shadow.area.value),
    'air cell depth by hand %': percentOrEmpty(correction?.figures.airCell?.depth),
    'air cell volume by hand %': percentOrEmpty(correction?.figures.airCell?.volume),
    'shadow by hand %': percentOrEmpty(correction?.figures.shadowArea),
    'vessels %': percent(reading.vessels.coverage.value),
    'moved in film': movement ? (movement.moving ? 'yes' : 'not seen') : '',
    'heartbeats a second': movement?.heartbeat?.found ? Number(movement.heartbeat.hz.toFixed(1)) : '',
    readable: verdict.readable ? 'yes' : 'no',
    reasons: verdict.reasons.map(sayReason).join('; '),
  }
}

/** What the candler told of the air cell without a photograph. */
function cellByEye({ airCell, action }: EyeLook): Record<string, string | number> {
  return {
    action,
    'air cell depth by hand %': airCell?.by === 'drawn' ? percent(airCell.depth) : '',
    'air cell depth by eye mm': airCell?.by === 'millimetres' ? airCell.depthMm : '',
  }
}

function percent(fraction: number): number {
  return Number((100 * fraction).toFixed(1))
}

function percentOrEmpty(fraction: number | undefined): number | '' {
  return fraction === undefined ? '' : percent(fraction)
}
