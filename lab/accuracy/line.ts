import { readEggs } from '../../src/cli/read-eggs.ts'
import { toErrorRecord, toGradeRecord, type GradeRecord } from '../../src/contracts/files/grade-record.ts'
import { bluntPole, outlinePolygon, smallPole } from '../../src/core/geometry/egg-outline.ts'
import { gradeEgg } from '../../src/core/grade/grade.ts'
import type { Grade } from '../../src/core/grade-names.ts'
import type { EggMaps } from '../../src/core/network/egg-maps.ts'
import { figuresOfReading, type EggFigures, type EggReading } from '../../src/core/measure/reading.ts'
import { usualStage } from '../../src/core/planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../../src/core/species/species.ts'
import { polygonOverlap } from './overlap.ts'
import type { SimulatedCase } from './simulated-set.ts'
import { REJECTION_WORDS } from '../../src/words/rejections.ts'

/** What is true of a photograph; the form of fixtures/photos/truth.json. */
export interface Truth {
  file: string
  species: SpeciesName
  day: number
  shell: Shell
  /** Stage: fraction of incubation. */
  f: number
  grade: Grade
  readable: boolean
  lamp: string
  conditions: string[]
  outline: Array<[number, number]>
  bluntPole: [number, number]
  smallPole: [number, number]
  airCell: { depth: number; volume: number; visible: boolean }
  shadow: { area: number }
  vessels: { coverage: number }
  ring: { present: boolean; visibleFraction: number }
}

/** One photograph: what is true, what was said, and what the grading saw of it. */
export interface Line {
  truth: Truth
  record: GradeRecord
  /** Null where no single egg was found. */
  seen: EggFigures | null
}

type Known = Pick<Truth, 'species' | 'day' | 'shell'>

function withStage({ species, day }: Known) {
  return { species, stage: usualStage(species, day) }
}

/** What is measured of an egg without grading it, and the maps that the network sees. */
export interface Measured {
  seen: EggFigures
  maps: EggMaps
}

async function measured(photo: Buffer, known: Known): Promise<Array<Measured & { egg: EggReading }>> {
  const maps: EggMaps[] = []
  const { reading } = await readEggs(photo, { ...withStage(known), onMaps: (own) => maps.push(own) })
  if (reading.kind === 'rejected') return []
  return reading.eggs.map((egg, i) => ({ egg, seen: figuresOfReading(egg), maps: maps[i]! }))
}

/** Of the one egg of a photograph; null where not just one was found. */
export async function measuredIn(photo: Buffer, known: Known): Promise<Measured | null> {
  const eggs = await measured(photo, known)
  return eggs.length === 1 ? eggs[0]! : null
}

/** Overlap, intersection over union, from which on what was measured is this egg. */
const SAME_EGG = 0.5

/** Of each egg of a tray in one photograph; null for those that were not found. */
export async function measuredInTray(
  photo: Buffer,
  truths: ReadonlyArray<Known & Pick<Truth, 'outline'>>,
): Promise<Array<Measured | null>> {
  const eggs = await measured(photo, truths[0]!)
  return truths.map(
    ({ outline }) =>
      eggs.find(
        ({ egg }) =>
          polygonOverlap(
            egg.polygon.map(({ x, y }) => [x, y]),
            outline,
          ) > SAME_EGG,
      ) ?? null,
  )
}

export async function readOne(
  photo: Buffer,
  file: string,
  known: Known,
): Promise<{ record: GradeRecord; egg: EggReading | null }> {
  const { reading, elapsedMs } = await readEggs(photo, withStage(known))
  if (reading.kind === 'rejected')
    return { record: toErrorRecord(file, REJECTION_WORDS[reading.why], elapsedMs), egg: null }
  if (reading.eggs.length > 1)
    return {
      record: toErrorRecord(file, `${reading.eggs.length} eggs were found where there is one.`, elapsedMs),
      egg: null,
    }
  const egg = reading.eggs[0]!
  const verdict = gradeEgg(egg, { species: known.species, ageDays: known.day, shell: known.shell })
  return { record: toGradeRecord({ file, egg, verdict, elapsedMs }), egg }
}

export async function lineOf(simulated: SimulatedCase, file: string): Promise<Line> {
  const { record, egg } = await readOne(simulated.photo, file, simulated)
  return { truth: truthOf(simulated, file), record, seen: egg && figuresOfReading(egg) }
}

export function truthOf({ truth, shot, species, shell, day }: SimulatedCase, file: string): Truth {
  const pair = ({ x, y }: { x: number; y: number }): [number, number] => [x, y]
  return {
    file,
    species,
    shell,
    day,
    f: usualStage(species, day),
    grade: truth.grade,
    readable: truth.readable,
    lamp: shot.lamp,
    conditions: conditionsOf(shot),
    outline: outlinePolygon(truth.outline).map(pair),
    bluntPole: pair(bluntPole(truth.outline)),
    smallPole: pair(smallPole(truth.outline)),
    airCell: { depth: truth.airCell.depth, volume: truth.airCell.volume, visible: true },
    shadow: { area: truth.shadowArea },
    vessels: { coverage: truth.vesselCoverage },
    ring: { present: truth.ringVisibleShare > 0, visibleFraction: truth.ringVisibleShare },
  }
}

function conditionsOf(shot: SimulatedCase['shot']): string[] {
  const is: Array<[string, boolean]> = [
    ['collar', shot.collar > 0 && shot.lamp !== 'below'],
    ['fingers', shot.fingers > 0],
    ['under-exposed', shot.exposure < 0.5],
    ['over-exposed', shot.exposure > 1.2],
    ['grainy', shot.electrons < 900],
    ['defocus', shot.defocusPx > 1.9],
    ['motion', shot.shakePx > 0],
    ['lit-background', shot.room[0] > 0.0005],
    ['tilted', Math.abs(shot.leanRad) > 0.2],
  ]
  return is.filter(([, holds]) => holds).map(([name]) => name)
}
