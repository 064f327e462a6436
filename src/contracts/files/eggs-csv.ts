import Papa from 'papaparse'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { neutraliseFormula, plainText } from './csv-cell.ts'
import { breedOf, shellOf, sourceOf } from '../records/egg-kind.ts'
import { lengthField, markField, weightField } from '../records/egg-record.ts'
import { notesOf } from '../records/egg-state.ts'
import { type Egg } from '../records/egg-state.ts'
import type { HatcheryRecords } from '../records/records.ts'

/** Columns that may be edited in a spreadsheet and brought back; `new note` is empty when it goes out. */
const EDITABLE = ['mark', 'weight g', 'length mm', 'breadth mm', 'new note'] as const
type Editable = (typeof EDITABLE)[number]
const ID = 'egg id'

/** All eggs as a table; UTF-8 with a byte order mark, so that spreadsheets see it. */
export function eggsToCsv({ sets, eggs }: Pick<HatcheryRecords, 'sets' | 'eggs'>): string {
  const setById = new Map(sets.map((set) => [set.id, set]))
  const rows = eggs.map((egg) => {
    const set = setById.get(egg.setId)
    return {
      [ID]: egg.id,
      set: set?.name ?? '',
      egg: egg.number,
      position: set ? nameOfPlace(set.trays, egg.place) : '',
      breed: set ? breedOf(egg, set) : '',
      shell: set ? shellOf(egg, set) : '',
      hen: egg.hen ?? '',
      cock: egg.cock ?? '',
      source: set ? sourceOf(egg, set) : '',
      'laid on': egg.laidOn ?? '',
      ...editableOf(egg),
      crack: egg.crack,
      waxed: egg.waxed ? 'yes' : 'no',
      dirty: egg.dirty ? 'yes' : 'no',
      'removed at': egg.removed?.at ?? '',
      'removed as': egg.removed ? (egg.removed.why === 'graded' ? egg.removed.grade : egg.removed.why) : '',
      outcome: egg.outcome?.found ?? '',
      band: egg.band ?? '',
      notes: notesOf(egg)
        .map(({ text }) => text)
        .join('; '),
    }
  })
  const safe = rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([key, value]) => [key, neutraliseFormula(value as string | number)]),
    ),
  )
  return `\uFEFF${Papa.unparse(safe, { newline: '\r\n' })}\r\n`
}

function editableOf(egg: Egg): Record<Editable, string | number> {
  return {
    mark: egg.mark,
    'weight g': egg.weightG ?? '',
    'length mm': egg.lengthMm ?? '',
    'breadth mm': egg.breadthMm ?? '',
    'new note': '',
  }
}

/** A cell that says otherwise than the book. */
export interface EggEdit {
  eggId: string
  set: string
  number: number
  field: Editable
  was: string
  becomes: string
}

/** What a table that comes back would change, and what cannot be understood in it. */
export interface EggEdits {
  edits: EggEdit[]
  /** Sentences, each naming its line. */
  problems: string[]
}

/** Reads a table of eggs that was edited; other columns, and the order of all, are as the spreadsheet likes. */
export function readEggsCsv(text: string, { sets, eggs }: Pick<HatcheryRecords, 'sets' | 'eggs'>): EggEdits {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  })
  const edits: EggEdit[] = []
  const problems: string[] = []
  if (!meta.fields?.includes(ID))
    return { edits, problems: [`The table has no column “${ID}”. Export the egg table and edit that one.`] }
  const eggById = new Map(eggs.map((egg) => [egg.id, egg]))
  const setById = new Map(sets.map((set) => [set.id, set]))
  const seen = new Set<string>()
  for (const [i, row] of data.entries()) {
    const line = `Line ${i + 2}`
    const egg = eggById.get((row[ID] ?? '').trim())
    if (!egg) {
      problems.push(`${line}: there is no egg “${row[ID] ?? ''}” in these records.`)
      continue
    }
    if (seen.has(egg.id)) {
      problems.push(`${line}: egg ${egg.number} comes twice.`)
      continue
    }
    seen.add(egg.id)
    const now = editableOf(egg)
    for (const field of EDITABLE) {
      if (row[field] === undefined) continue
      const cell = plainText(row[field]).trim()
      const was = String(now[field])
      const read = readCell(field, cell)
      if (read === null) problems.push(`${line}: “${cell}” is no ${field}.`)
      else if (read !== was)
        edits.push({
          eggId: egg.id,
          set: setById.get(egg.setId)?.name ?? '',
          number: egg.number,
          field,
          was,
          becomes: read,
        })
    }
  }
  return { edits, problems }
}

/** A cell in the book's own words; null where it cannot be understood. */
function readCell(field: Editable, cell: string): string | null {
  if (field === 'mark') return markField.safeParse(cell).success ? cell : null
  if (field === 'new note') return cell.length <= 1000 ? cell : null
  if (cell === '') return ''
  // A spreadsheet of another country writes a comma.
  const value = /^\d+([.,]\d+)?$/.test(cell) ? Number(cell.replace(',', '.')) : NaN
  const sound = (field === 'weight g' ? weightField : lengthField).safeParse(value)
  return sound.success ? String(sound.data) : null
}

/** The eggs as they are to stand after the edits, and the notes that come with them. */
export function editedEggs(
  edits: readonly EggEdit[],
  eggs: readonly Egg[],
): { eggs: Egg[]; notes: Array<{ eggId: string; text: string }> } {
  const next = new Map<string, Egg>()
  const notes: Array<{ eggId: string; text: string }> = []
  const byId = new Map(eggs.map((egg) => [egg.id, egg]))
  const number = (text: string): number | null => (text === '' ? null : Number(text))
  for (const { eggId, field, becomes } of edits) {
    const egg = next.get(eggId) ?? byId.get(eggId)
    if (!egg) continue
    if (field === 'new note') notes.push({ eggId, text: becomes })
    else if (field === 'mark') next.set(eggId, { ...egg, mark: becomes })
    else if (field === 'weight g') next.set(eggId, { ...egg, weightG: number(becomes) })
    else if (field === 'length mm') next.set(eggId, { ...egg, lengthMm: number(becomes) })
    else next.set(eggId, { ...egg, breadthMm: number(becomes) })
  }
  return { eggs: [...next.values()], notes }
}
