import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import type { GradeRecord } from '../../src/contracts/files/grade-record.ts'
import type { Grade } from '../../src/core/grade-names.ts'
import { bootstrapInterval } from './intervals.ts'
import type { Truth } from './line.ts'
import { polygonOverlap } from './overlap.ts'
import { writeReport } from './report.ts'
import { FIGURES, scoreOne, type Scored } from './score.ts'

const square = (x: number, size = 2): Array<[number, number]> => [
  [x, 0],
  [x + size, 0],
  [x + size, size],
  [x, size],
]

const truth = (grade: Grade, changes: Partial<Truth> = {}): Truth => ({
  file: `${grade}.jpg`,
  species: 'chicken',
  day: 10,
  shell: 'white',
  f: 0.48,
  grade,
  readable: true,
  lamp: 'blunt',
  conditions: [],
  outline: square(10, 80),
  bluntPole: [50, 0],
  smallPole: [50, 80],
  airCell: { depth: 0.2, volume: 0.12, visible: true },
  shadow: { area: 0.4 },
  vessels: { coverage: 0.1 },
  ring: { present: false, visibleFraction: 0 },
  ...changes,
})
const record = (
  grade: GradeRecord['grade'],
  sure: number,
  changes: Partial<GradeRecord> = {},
): GradeRecord => {
  const rest = (1 - sure) / 3
  const probabilities = { developing: rest, clear: rest, 'blood-ring': rest, quitter: rest }
  if (grade !== 'unsure') probabilities[grade] = sure
  return {
    file: 'x.jpg',
    egg: 1,
    outline: { points: square(10, 80), bluntPole: [50, 0], smallPole: [50, 80], length: 80, breadth: 80 },
    airCell: { depth: 0.21, volume: 0.13, tilt: 0, uncertainty: { depth: 0.01, volume: 0.01 } },
    shadow: { area: 0.5, uncertainty: 0.02 },
    vessels: { coverage: 0.1 },
    ring: { score: 0 },
    crack: { score: 0 },
    readable: true,
    reasons: [],
    grade,
    probabilities,
    action: 'keep',
    elapsedMs: { decode: 1, measure: 1 },
    ...changes,
  }
}
const figure = (name: string, set: readonly Scored[]): number | null =>
  FIGURES.find((item) => item.name.startsWith(name))!.of(set)

describe('one photograph scored', () => {
  it('by place, axis, air cell and shadow', () => {
    const scored = scoreOne(truth('clear'), record('clear', 0.9))
    expect(scored.overlap).toBeCloseTo(1, 6)
    expect(scored).toMatchObject({ bluntRight: true, axisError: 0, depthWithin: true, shadowWithin: false })
    expect(scored.depthError).toBeCloseTo(0.01, 9)
    expect(scored.shadowError).toBeCloseTo(0.1, 9)
  })

  it('the wrong end is no wrong axis', () => {
    const outline = {
      points: square(10, 80),
      bluntPole: [50, 80],
      smallPole: [50, 0],
      length: 80,
      breadth: 80,
    } as const
    const scored = scoreOne(
      truth('clear'),
      record('clear', 0.9, {
        outline: { ...outline, bluntPole: [50, 80], smallPole: [50, 0], points: square(10, 80) },
      }),
    )
    expect(scored.bluntRight).toBe(false)
    expect(scored.axisError).toBeCloseTo(0, 9)
  })

  it('an egg not found has no overlap, and nothing else to score', () => {
    const scored = scoreOne(
      truth('clear'),
      record('unsure', 0.25, { outline: null, airCell: null, shadow: null }),
    )
    expect(scored).toEqual({ truth: truth('clear'), record: scored.record, overlap: 0 })
  })

  it('an unreadable one counts for its outline alone', () => {
    expect(scoreOne(truth('clear', { readable: false }), record('clear', 0.9)).depthError).toBeUndefined()
  })
})

describe('the figures of a set', () => {
  const set = [
    scoreOne(truth('clear'), record('clear', 0.9)),
    scoreOne(truth('clear'), record('quitter', 0.9)),
    scoreOne(truth('developing'), record('unsure', 0.4, { action: 'recheck' })),
    scoreOne(truth('developing'), record('clear', 0.95, { action: 'remove' })),
    scoreOne(truth('quitter', { readable: false }), record('clear', 0.85)),
  ]

  it('count grades over what could be read', () => {
    expect(figure('grade right, %', set)).toBe(25)
    expect(figure('grade right when decided', set)).toBeCloseTo(100 / 3, 9)
    expect(figure('not sure', set)).toBe(25)
    expect(figure('unreadable given a confident grade', set)).toBe(100)
  })

  it('count living eggs marked for removal over all, readable or not', () => {
    expect(figure('living eggs marked for removal', set)).toBe(1)
    const dark = scoreOne(
      truth('developing', { readable: false }),
      record('clear', 0.95, { action: 'remove' }),
    )
    expect(figure('living eggs marked for removal', [...set, dark])).toBe(2)
  })

  it('find no calibration error where what is said comes true as often, and all of it where it never does', () => {
    const said = (right: number): Scored[] =>
      Array.from({ length: 10 }, (_, i) =>
        scoreOne(truth(i < right ? 'clear' : 'quitter'), record('clear', 0.8)),
      )
    expect(figure('calibration', said(8))).toBeCloseTo(0, 9)
    expect(figure('calibration', said(0))).toBeCloseTo(0.8, 9)
  })

  it('have none where nothing applies', () => {
    expect(FIGURES.filter((item) => item.of([]) !== null).map((item) => item.name)).toEqual([
      'living eggs marked for removal',
    ])
  })
})

describe('overlap and intervals', () => {
  it('overlap of squares', () => {
    expect(polygonOverlap(square(0), square(0))).toBeCloseTo(1, 6)
    expect(polygonOverlap(square(0), square(1))).toBeCloseTo(1 / 3, 3)
    expect(polygonOverlap(square(0), square(5))).toBe(0)
  })

  it('intervals hold the mean and narrow with more', () => {
    const mean = (set: readonly number[]): number => set.reduce((a, b) => a + b, 0) / set.length
    const set = (n: number): number[] => Array.from({ length: n }, (_, i) => i % 10)
    const [few, many] = [bootstrapInterval(set(20), mean)!, bootstrapInterval(set(500), mean)!]
    expect(few[0]).toBeLessThan(4.5)
    expect(few[1]).toBeGreaterThan(4.5)
    expect(many[1] - many[0]).toBeLessThan((few[1] - few[0]) / 3)
    expect(bootstrapInterval([], () => null)).toBeNull()
  })
})

it('the report shows the figures, the strata and the worst cases as pictures', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-report-'))
  try {
    const photo = await sharp({ create: { width: 100, height: 90, channels: 3, background: '#321' } })
      .jpeg()
      .toBuffer()
    const wrong = scoreOne(truth('blood-ring'), record('clear', 0.97))
    const good = scoreOne(
      truth('clear'),
      record('clear', 0.97, { shadow: { area: 0.41, uncertainty: 0.02 } }),
    )
    const cell = { value: 50, interval: [10, 90] as [number, number], missed: true }
    await writeReport(
      folder,
      [{ figure: FIGURES.find((item) => item.name === 'grade right, %')!, sample: cell, simulated: cell }],
      { sample: [wrong, good], simulated: [] },
      () => Promise.resolve(photo),
    )
    const page = await readFile(join(folder, 'index.html'), 'utf8')
    expect(page).toContain('50.0 (10.0 to 90.0) missed')
    expect(page).toContain('is blood-ring; said clear')
    expect(page).toMatch(/<td>white<td>2/)
    expect(await readdir(folder)).toEqual(['blood-ring.jpg', 'index.html'])
  } finally {
    await rm(folder, { recursive: true })
  }
})
