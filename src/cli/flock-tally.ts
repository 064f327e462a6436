import type { GradeRecord } from '../contracts/files/grade-record.ts'
import type { ManifestRow } from './manifest.ts'

/** Eggs of one group by what they were graded as. */
export interface GroupTally {
  name: string
  eggs: number
  grades: Record<GradeRecord['grade'], number>
  /** Of those not sure: pictures in which nothing could be read. */
  unreadable: number
}

export interface Tally {
  photographs: number
  eggs: number
  /** Each list in the order of its names, numbers as numbers. */
  by: Record<'flock' | 'day' | 'shell', GroupTally[]>
  /** Photographs that could not be opened or held no egg, by why; the most frequent first. */
  failures: Array<{ why: string; photographs: number; files: string[] }>
  /** The readable eggs that the program was least sure of. */
  leastSure: GradeRecord[]
}

const MOST_SHOWN = 24
const MOST_FILES = 10
/** Of eggs of which the column says nothing. */
export const NO_NAME = '–'

/**
 * Counts results as they come: of a million photographs no more is held than the counts and a few of the worst.
 * @param by - column of the manifest that tells flocks apart
 */
export async function tallied(
  records: AsyncIterable<GradeRecord>,
  { rowOf, by }: { rowOf: (file: string) => ManifestRow | undefined; by: string },
): Promise<Tally> {
  const groups = { flock: new Map(), day: new Map(), shell: new Map() } as Record<
    keyof Tally['by'],
    Map<string, GroupTally>
  >
  const failures = new Map<string, Tally['failures'][number]>()
  const leastSure: GradeRecord[] = []
  let [photographs, eggs] = [0, 0]
  for await (const record of records) {
    if (record.egg === 1) photographs++
    if (record.error !== undefined) {
      addFailure(failures, record.error, record.file)
      continue
    }
    eggs++
    const row = rowOf(record.file)
    addTo(groups.flock, record.extra?.[by] ?? NO_NAME, record)
    addTo(groups.day, row?.ageDays === undefined ? NO_NAME : String(Math.floor(row.ageDays)), record)
    addTo(groups.shell, row?.shell ?? NO_NAME, record)
    if (record.readable) keepLeastSure(leastSure, record)
  }
  return {
    photographs,
    eggs,
    by: { flock: sorted(groups.flock), day: sorted(groups.day), shell: sorted(groups.shell) },
    failures: [...failures.values()].sort((a, b) => b.photographs - a.photographs),
    leastSure,
  }
}

export const surenessOf = ({ probabilities }: GradeRecord): number =>
  Math.max(...Object.values(probabilities))

function addTo(groups: Map<string, GroupTally>, name: string, { grade, readable }: GradeRecord): void {
  const group = groups.get(name) ?? {
    name,
    eggs: 0,
    grades: { developing: 0, clear: 0, 'blood-ring': 0, quitter: 0, unsure: 0 },
    unreadable: 0,
  }
  groups.set(name, group)
  group.eggs++
  group.grades[grade]++
  if (!readable) group.unreadable++
}

function addFailure(failures: Map<string, Tally['failures'][number]>, why: string, file: string): void {
  const failure = failures.get(why) ?? { why, photographs: 0, files: [] }
  failures.set(why, failure)
  failure.photographs++
  if (failure.files.length < MOST_FILES) failure.files.push(file)
}

function keepLeastSure(kept: GradeRecord[], record: GradeRecord): void {
  const at = kept.findIndex((other) => surenessOf(other) > surenessOf(record))
  if (at < 0 && kept.length >= MOST_SHOWN) return
  kept.splice(at < 0 ? kept.length : at, 0, record)
  kept.length = Math.min(kept.length, MOST_SHOWN)
}

function sorted(groups: Map<string, GroupTally>): GroupTally[] {
  return [...groups.values()].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
}
