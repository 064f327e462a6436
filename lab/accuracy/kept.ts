import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { gunzipSync, gzipSync } from 'node:zlib'
import { gradeEgg } from '../../src/core/grade/grade.ts'
import type { GradingModel } from '../../src/core/grade/softmax.ts'
import { GRADES, perGrade, type PerGrade } from '../../src/core/grade-names.ts'
import { type Verdict } from '../../src/core/grade/types.ts'
import type { EggFigures } from '../../src/core/measure/reading.ts'
import { MEASURING_VERSION } from '../../src/core/measure/version.ts'
import type { Line, Truth } from './line.ts'

/** Readings of one kind of picture, kept in the repository: what models are fitted on, and judged on. */
export const KEPT_FOLDER = fileURLToPath(new URL('../../data/readings/', import.meta.url))

/** What networks made of the same eggs, a file for each of those; written by lab/network/train.py. */
const LOGITS_FOLDER = fileURLToPath(new URL('../../data/network-logits/', import.meta.url))

/** What grading has to do with of a photograph: what is true, and what was measured. */
export interface Lesson {
  truth: Pick<
    Truth,
    'file' | 'species' | 'day' | 'shell' | 'f' | 'grade' | 'readable' | 'lamp' | 'conditions'
  >
  /** Null where no single egg was found. The network's logits are not in it: see {@link logits}. */
  seen: EggFigures | null
  /** What networks made of it that had not learnt from this picture. */
  logits?: KeptLogits
}

/** Log odds with the age counted in. */
export interface KeptLogits {
  /** By a network that saw nothing of this painter's. */
  strange: PerGrade
  /** By one that saw others of the kind, but not this picture. */
  seen: PerGrade
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
  return {
    truth: { file, species, day, shell, f, grade, readable, lamp, conditions },
    // What is learnt from must not hang on what was learnt before.
    seen: seen && { ...seen, networkLogits: null },
  }
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
      const logits = logitsOf(name)
      return {
        kind,
        made,
        measuring,
        hash: createHash('sha256').update(bytes).digest('hex'),
        lessons: lines.map((line) => {
          const lesson = JSON.parse(line) as Lesson
          return { ...lesson, logits: logits(lesson.truth.file) }
        }),
      }
    })
}

/** @throws Error where there are none, or not of a picture */
function logitsOf(name: string): (file: string) => KeptLogits {
  const kept = JSON.parse(readFileSync(LOGITS_FOLDER + name.replace('.jsonl.gz', '.json'), 'utf8')) as Record<
    string,
    Record<keyof KeptLogits, number[]>
  >
  return (file) => {
    const odds = kept[file]
    if (!odds) throw new Error(`No network has looked at ${file} of ${name}: train again.`)
    const byGrade = (values: readonly number[]): PerGrade =>
      perGrade((grade) => values[GRADES.indexOf(grade)]!)
    return { strange: byGrade(odds.strange), seen: byGrade(odds.seen) }
  }
}

/** What is kept of each kind. */
export type Kinds = ReadonlyMap<string, readonly Lesson[]>

/** Files of one kind together. */
export function byKind(kept: readonly Kept[]): Kinds {
  const kinds = new Map<string, Lesson[]>()
  for (const { kind, lessons } of kept) kinds.set(kind, [...(kinds.get(kind) ?? []), ...lessons])
  return kinds
}

/** The kept logits have the age in them: their networks’ own. */
export const AGE_COUNTED_IN = perGrade((): [number, number] => [0, 0])

/**
 * What a model says of a reading now; of a picture in which no egg was found, nothing.
 * @param which - networks of those kept say what the picture as a whole looks like
 */
export function graded(
  { truth, seen, logits }: Lesson,
  model: GradingModel,
  which: keyof KeptLogits = 'seen',
): Pick<Verdict, 'grade' | 'action' | 'probabilities' | 'readable' | 'unreadable'> {
  if (!seen)
    return {
      grade: 'unsure',
      action: 'recheck',
      probabilities: perGrade(() => 0.25),
      readable: false,
      unreadable: [],
    }
  const figures = { ...seen, networkLogits: logits?.[which] ?? null }
  return gradeEgg(figures, { species: truth.species, ageDays: truth.day, shell: truth.shell }, model)
}
