import { polygonOverlap } from './overlap.ts'
import { GRADES, type Grade } from '../../src/core/grade-names.ts'
import type { GradeRecord } from '../../src/contracts/files/grade-record.ts'
import type { Truth } from './line.ts'

/** One photograph scored; undefined where a figure does not apply. Lengths and areas as shares, angles in degrees. */
export interface Scored {
  truth: Truth
  record: GradeRecord
  overlap: number
  bluntRight?: boolean
  axisError?: number
  depthError?: number
  depthWithin?: boolean
  volumeError?: number
  shadowError?: number
  shadowWithin?: boolean
}

export function scoreOne(truth: Truth, record: GradeRecord): Scored {
  const { outline, airCell, shadow } = record
  const scored: Scored = {
    truth,
    record,
    overlap: outline ? polygonOverlap(outline.points, truth.outline) : 0,
  }
  if (outline) {
    scored.bluntRight =
      distance(outline.bluntPole, truth.bluntPole) < distance(outline.bluntPole, truth.smallPole)
    const turned = Math.abs(axisOf(outline) - axisOf(truth)) % 180
    scored.axisError = Math.min(turned, 180 - turned)
  }
  if (!truth.readable) return scored
  if (airCell && truth.airCell.visible) {
    scored.depthError = Math.abs(airCell.depth - truth.airCell.depth)
    scored.depthWithin = scored.depthError <= 2 * airCell.uncertainty.depth
    scored.volumeError = Math.abs(airCell.volume - truth.airCell.volume)
  }
  if (shadow) {
    scored.shadowError = Math.abs(shadow.area - truth.shadow.area)
    scored.shadowWithin = scored.shadowError <= 2 * shadow.uncertainty
  }
  return scored
}

type Pair = readonly [number, number]

function distance(a: Pair, b: Pair): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1])
}

function axisOf({ bluntPole: b, smallPole: s }: { bluntPole: Pair; smallPole: Pair }): number {
  return (Math.atan2(b[1] - s[1], b[0] - s[0]) * 180) / Math.PI
}

/** A figure of a set of photographs; `better` says which way and `target` how far. */
export interface Figure<Case = Scored> {
  name: string
  of: (set: readonly Case[]) => number | null
  target?: number
  better: 'high' | 'low'
  digits: number
}

/** What it takes to say how right a grade is. */
export interface GradedCase {
  truth: Pick<Truth, 'grade' | 'readable'>
  record: Pick<GradeRecord, 'grade' | 'action' | 'probabilities' | 'readable'>
}

const readable = <T extends GradedCase>(set: readonly T[]): T[] => set.filter((item) => item.truth.readable)
const decided = (set: readonly GradedCase[]): GradedCase[] =>
  readable(set).filter((item) => item.record.grade !== 'unsure')
const living = (set: readonly GradedCase[]): GradedCase[] =>
  set.filter((item) => item.truth.grade === 'developing')

function mean(values: readonly number[]): number | null {
  return values.length === 0 ? null : values.reduce((a, b) => a + b, 0) / values.length
}

function percentile(values: readonly number[], percent: number): number | null {
  if (values.length === 0) return null
  const sorted = [...values].sort((a, b) => a - b)
  const at = ((sorted.length - 1) * percent) / 100
  const low = sorted[Math.floor(at)]!
  return low + (at - Math.floor(at)) * (sorted[Math.ceil(at)]! - low)
}

/** Share in per cent. */
function share(set: readonly unknown[], of: number): number | null {
  return of === 0 ? null : (100 * set.length) / of
}

function known<K extends keyof Scored>(set: readonly Scored[], key: K): Array<NonNullable<Scored[K]>> {
  return set.flatMap((item) => (item[key] === undefined ? [] : [item[key] as NonNullable<Scored[K]>]))
}

function times100(value: number | null): number | null {
  return value === null ? null : 100 * value
}

function best({ probabilities }: GradedCase['record']): Grade {
  return GRADES.reduce((a, b) => (probabilities[b] > probabilities[a] ? b : a))
}

/** Expected calibration error over ten bins of the greatest probability (Naeini et al. 2015, AAAI 29, 2901–2907). */
function calibrationError(set: readonly GradedCase[]): number | null {
  const bins = Array.from({ length: 10 }, () => ({ n: 0, said: 0, right: 0 }))
  for (const { truth, record } of readable(set)) {
    const said = record.probabilities[best(record)]
    const bin = bins[Math.min(9, Math.floor(10 * said))]!
    bin.n++
    bin.said += said
    if (best(record) === truth.grade) bin.right++
  }
  const n = bins.reduce((sum, bin) => sum + bin.n, 0)
  return n === 0 ? null : bins.reduce((sum, bin) => sum + Math.abs(bin.said - bin.right), 0) / n
}

const right = (set: readonly GradedCase[]): GradedCase[] =>
  set.filter(({ truth, record }) => record.grade === truth.grade)

const MEASURING_FIGURES: readonly Figure[] = [
  {
    name: 'outline overlap (IoU), mean',
    target: 0.985,
    better: 'high',
    digits: 4,
    of: (set) => mean(set.map((item) => item.overlap)),
  },
  {
    name: 'outline overlap, 5th percentile',
    target: 0.96,
    better: 'high',
    digits: 4,
    of: (set) =>
      percentile(
        set.map((item) => item.overlap),
        5,
      ),
  },
  {
    name: 'blunt end right, %',
    target: 99.5,
    better: 'high',
    digits: 1,
    of: (set) => share(known(set, 'bluntRight').filter(Boolean), known(set, 'bluntRight').length),
  },
  {
    name: 'axis angle error, 95th percentile, °',
    target: 3,
    better: 'low',
    digits: 2,
    of: (set) => percentile(known(set, 'axisError'), 95),
  },
  {
    name: 'air cell measured, %',
    better: 'high',
    digits: 1,
    of: (set) =>
      share(known(set, 'depthError'), readable(set).filter((item) => item.truth.airCell.visible).length),
  },
  {
    name: 'air cell depth error, mean, % of length',
    target: 1,
    better: 'low',
    digits: 2,
    of: (set) => times100(mean(known(set, 'depthError'))),
  },
  {
    name: 'air cell depth error, 95th percentile',
    target: 2.5,
    better: 'low',
    digits: 2,
    of: (set) => times100(percentile(known(set, 'depthError'), 95)),
  },
  {
    name: 'air cell volume error, mean, points',
    target: 0.8,
    better: 'low',
    digits: 2,
    of: (set) => times100(mean(known(set, 'volumeError'))),
  },
  {
    name: 'depth within two stated uncertainties, %',
    target: 92,
    better: 'high',
    digits: 1,
    of: (set) => share(known(set, 'depthWithin').filter(Boolean), known(set, 'depthWithin').length),
  },
  {
    name: 'shadow error, mean, points',
    target: 3,
    better: 'low',
    digits: 2,
    of: (set) => times100(mean(known(set, 'shadowError'))),
  },
  {
    name: 'shadow within two stated uncertainties, %',
    target: 92,
    better: 'high',
    digits: 1,
    of: (set) => share(known(set, 'shadowWithin').filter(Boolean), known(set, 'shadowWithin').length),
  },
]

/** Of the grading alone. */
export const GRADING_FIGURES: ReadonlyArray<Figure<GradedCase>> = [
  {
    name: 'grade right, %',
    target: 97,
    better: 'high',
    digits: 1,
    of: (set) => share(right(readable(set)), readable(set).length),
  },
  {
    name: 'grade right when decided, %',
    target: 99,
    better: 'high',
    digits: 1,
    of: (set) => share(right(decided(set)), decided(set).length),
  },
  {
    name: 'not sure, %',
    target: 4,
    better: 'low',
    digits: 1,
    of: (set) =>
      share(
        readable(set).filter((item) => item.record.grade === 'unsure'),
        readable(set).length,
      ),
  },
  { name: 'calibration error (ECE)', target: 0.03, better: 'low', digits: 3, of: calibrationError },
  {
    name: 'living eggs marked for removal',
    target: 0,
    better: 'low',
    digits: 0,
    of: (set) => living(set).filter((item) => item.record.action === 'remove').length,
  },
  {
    name: 'unreadable given a confident grade, %',
    target: 2,
    better: 'low',
    digits: 1,
    of: confidentUnreadable,
  },
  {
    name: 'readable called unreadable, %',
    better: 'low',
    digits: 1,
    of: (set) =>
      share(
        readable(set).filter((item) => !item.record.readable),
        readable(set).length,
      ),
  },
]

/** The figures of the accuracy report, with the targets set for them. */
export const FIGURES: readonly Figure[] = [...MEASURING_FIGURES, ...GRADING_FIGURES]

function confidentUnreadable(set: readonly GradedCase[]): number | null {
  const unreadable = set.filter((item) => !item.truth.readable)
  return share(
    unreadable.filter(({ record }) => record.grade !== 'unsure' && record.probabilities[record.grade] >= 0.8),
    unreadable.length,
  )
}
