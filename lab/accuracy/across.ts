import { GRADING_MODEL } from '../../src/core/grade/grading-model.ts'
import type { GradingModel } from '../../src/core/grade/softmax.ts'
import { bootstrapInterval } from './intervals.ts'
import { byOthers, calibrationOf, casesOf, fitModel, fitOn } from './fit.ts'
import { AGE_COUNTED_IN, byKind, graded, type KeptLogits, type Kept, type Lesson } from './kept.ts'
import { GRADING_FIGURES, type GradedCase } from './score.ts'

/** No divisor of the simulated set's turn of grades. */
const FOLDS = 5
/** Drawings of a set from itself, for intervals. */
const ROUNDS = 100

/** One kind of picture as a model sees it that was fitted without it, one that was fitted on others of it too, and the one that is shipped. */
export interface Across {
  kind: string
  leftOut: GradedCase[]
  seen: GradedCase[]
  shipped: GradedCase[]
}

/** Fits on all kinds but one and judges on the one left out, for each in turn: what counts is a kind that took no part. */
export function acrossKinds(kept: readonly Kept[], shippedModel = GRADING_MODEL): Across[] {
  const kinds = byKind(kept)
  // Two numbers, the same for all folds: found once, on each kind by a fit on the others.
  const calibration = calibrationOf(kinds)
  return [...kinds].map(([kind, lessons]) => {
    const others = [...kinds].filter(([name]) => name !== kind).map(([, list]) => list)
    const strange = byOthers(kinds, kind)
    const folds = Array.from({ length: FOLDS }, (_, fold) =>
      judged(
        lessons.filter((_l, i) => i % FOLDS === fold),
        {
          ...fitModel(casesOf([...others, lessons.filter((_l, i) => i % FOLDS !== fold)])),
          calibration,
        },
        'seen',
      ),
    )
    return {
      kind,
      leftOut: strange.size > 0 ? judged(lessons, fitOn(strange), 'strange') : [],
      seen: folds.flat(),
      shipped: judged(lessons, shippedModel, 'seen'),
    }
  })
}

type Fitted = Omit<GradingModel, 'version' | 'networkByAge'>

function judged(lessons: readonly Lesson[], model: Fitted, which: keyof KeptLogits): GradedCase[] {
  const tried = { ...model, version: 'tried', networkByAge: AGE_COUNTED_IN }
  return lessons.map((lesson) => ({ truth: lesson.truth, record: graded(lesson, tried, which) }))
}

const WIDE = 22
const NAMES: Readonly<Record<string, string>> = {
  'grade right, %': 'right',
  'grade right when decided, %': 'when decided',
  'not sure, %': 'not sure',
  'readable called unreadable, %': 'refused',
  'calibration error (ECE)': 'calibration',
  'unreadable given a confident grade, %': 'sure, unreadable',
  'living eggs marked for removal': 'living to be removed',
}

/** What a person asks, a row for each kind of picture and way of fitting; in brackets where the figure lies with 95 %. */
export function sayAcross(across: readonly Across[]): string {
  const figures = Object.keys(NAMES).map((name) => GRADING_FIGURES.find((figure) => figure.name === name)!)
  const row = (kind: string, way: string, cells: readonly string[]): string =>
    `${kind.padEnd(18)}${way.padEnd(10)}${cells.map((cell) => cell.padStart(WIDE)).join('')}`
  const cell = (set: readonly GradedCase[], { of, digits }: (typeof figures)[number]): string => {
    const value = set.length > 0 ? of(set) : null
    if (value === null) return '–'
    const interval = digits === 0 ? null : bootstrapInterval(set, of, ROUNDS)
    const ends = interval ? ` (${interval.map((end) => end.toFixed(digits)).join('…')})` : ''
    return `${value.toFixed(digits)}${ends}`
  }
  return [
    'Grading across kinds of pictures: shares of the readable ones, %',
    row('', '', Object.values(NAMES)),
    ...across.flatMap(({ kind, leftOut, seen, shipped }) =>
      (
        [
          ['left out', leftOut],
          ['seen', seen],
          ['shipped', shipped],
        ] as const
      ).map(([way, set]) =>
        row(
          way === 'left out' ? `${kind} (${shipped.length})` : '',
          way,
          figures.map((figure) => cell(set, figure)),
        ),
      ),
    ),
  ].join('\n')
}
