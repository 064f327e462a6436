import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { gunzipSync, gzipSync } from 'node:zlib'
import { gradeEgg } from '../../src/core/grade/grade.ts'
import type { GradingModel } from '../../src/core/grade/softmax.ts'
import { perGrade, type Verdict } from '../../src/core/grade/types.ts'
import type { EggFigures } from '../../src/core/measure/reading.ts'
import { MEASURING_VERSION } from '../../src/core/measure/version.ts'
import type { Line, Truth } from './line.ts'

/** Readings of one kind of picture, kept in the repository: what models are fitted on, and judged on. */
export const KEPT_FOLDER = fileURLToPath(new URL('../../data/readings/', import.meta.url))

/** What grading has to do with of a photograph: what is true, and what was measured. */
export interface Lesson {
  truth: Pick<
    Truth,
    'file' | 'species' | 'day' | 'shell' | 'f' | 'grade' | 'readable' | 'lamp' | 'conditions'
  >
  /** Null where no single egg was found. */
  seen: EggFigures | null
}

export interface Kept {
  /** Which painter made the pictures and, after a stroke, what sort of pictures they are, where there are others. */
  kind: string
  /** How, with seeds and count, so that they can be made again. */
  made: string
  /** Version of the measuring that read them. */
  measuring: number
  /** SHA-256 of the file. */
  hash: string
  lessons: Lesson[]
}

export function lessonOf({ truth, seen }: Pick<Line, 'truth' | 'seen'>): Lesson {
  const { file, species, day, shell, f, grade, readable, lamp, conditions } = truth
  return { truth: { file, species, day, shell, f, grade, readable, lamp, conditions }, seen }
}

/** @param name - of the file: the kind, then what tells this part from others of it */
export function keepReadings(
  name: string,
  { kind, made, lessons }: Pick<Kept, 'kind' | 'made' | 'lessons'>,
): void {
  const lines = [{ kind, made, measuring: MEASURING_VERSION }, ...lessons].map((line) =>
    // Four digits are more than any measure is good for.
    JSON.stringify(line, (_key, value: unknown) =>
      typeof value === 'number' && !Number.isInteger(value) ? Number(value.toPrecision(4)) : value,
    ),
  )
  writeFileSync(`${KEPT_FOLDER}${name}.jsonl.gz`, gzipSync(lines.join('\n'), { level: 9 }))
}

/** All that is kept, a kind each. @throws Error where a file was read by another measuring than that of now */
export function keptReadings(): Kept[] {
  return readdirSync(KEPT_FOLDER)
    .filter((name) => name.endsWith('.jsonl.gz'))
    .sort()
    .map((name) => {
      const bytes = readFileSync(KEPT_FOLDER + name)
      const [head, ...lines] = gunzipSync(bytes).toString('utf8').split('\n')
      const { kind, made, measuring } = JSON.parse(head!) as Pick<Kept, 'kind' | 'made' | 'measuring'>
      if (measuring !== MEASURING_VERSION)
        throw new Error(
          `${name} was read by measuring ${measuring}, now it is ${MEASURING_VERSION}: read its pictures again.`,
        )
      return {
        kind,
        made,
        measuring,
        hash: createHash('sha256').update(bytes).digest('hex'),
        lessons: lines.map((line) => JSON.parse(line) as Lesson),
      }
    })
}

/** What is kept of each kind. */
export type Kinds = ReadonlyMap<string, readonly Lesson[]>

/** Files of one kind together. */
export function byKind(kept: readonly Kept[]): Kinds {
  const kinds = new Map<string, Lesson[]>()
  for (const { kind, lessons } of kept) kinds.set(kind, [...(kinds.get(kind) ?? []), ...lessons])
  return kinds
}

/** What a model says of a reading now; of a picture in which no egg was found, nothing. */
export function graded(
  { truth, seen }: Lesson,
  model: GradingModel,
): Pick<Verdict, 'grade' | 'action' | 'probabilities' | 'readable'> {
  if (!seen)
    return { grade: 'unsure', action: 'recheck', probabilities: perGrade(() => 0.25), readable: false }
  return gradeEgg(seen, { species: truth.species, ageDays: truth.day, shell: truth.shell }, model)
}
