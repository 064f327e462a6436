import { GRADING_MODEL } from '../../src/core/grade/grading-model.ts'
import type { GradingModel } from '../../src/core/grade/softmax.ts'
import { byOthers, calibrationOf, casesOf, fitModel, fitOn } from './fit.ts'
import { AGE_COUNTED_IN, byKind, graded, type Impressions, type Kept, type Lesson } from './kept.ts'
import { GRADING_FIGURES, type GradedCase } from './score.ts'

/** No divisor of the simulated set's turn of grades. */
const FOLDS = 5
const COLUMN = 12

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

type Fitted = Omit<GradingModel, 'version' | 'impressionByAge'>

function judged(lessons: readonly Lesson[], model: Fitted, which: keyof Impressions): GradedCase[] {
  const tried = { ...model, version: 'tried', impressionByAge: AGE_COUNTED_IN }
  return lessons.map((lesson) => ({ truth: lesson.truth, record: graded(lesson, tried, which) }))
}

/** The table, a column each kind and way of fitting. */
export function sayAcross(across: readonly Across[]): string {
  const columns = across.flatMap(({ kind, leftOut, seen, shipped }) => [
    { head: [kind, 'left out'], set: leftOut },
    { head: ['', 'seen'], set: seen },
    { head: [`(${shipped.length})`, 'shipped'], set: shipped },
  ])
  const row = (name: string, cells: readonly string[]): string =>
    `${name.padEnd(40)}${cells.map((cell) => cell.padStart(COLUMN)).join('')}`
  return [
    row(
      'Grading across kinds of pictures',
      columns.map(({ head }) => head[0]!),
    ),
    row(
      '',
      columns.map(({ head }) => head[1]!),
    ),
    ...GRADING_FIGURES.map(({ name, of, digits }) =>
      row(
        name,
        columns.map(({ set }) => {
          const value = set.length > 0 ? of(set) : null
          return value === null ? '–' : value.toFixed(digits)
        }),
      ),
    ),
  ].join('\n')
}
