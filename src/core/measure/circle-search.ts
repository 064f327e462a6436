import {
  allCircles,
  facing,
  neighboursOf,
  placesOn,
  ROUGH_SAMPLES,
  type SphereCircle,
} from './ring-circles.ts'

/** How the samples round a circle are added up to its best arc. */
export interface ArcRule {
  /** Line from which a sample adds to the arc; below, it costs. */
  addsFrom: number
  /** What a sample costs that cannot be seen. */
  gap: number
  /** What a sample of a well-seen arc adds, on average, over half of what can face the camera. */
  full: number
  /** Share of the samples that must be seen at all. */
  leastVisible: number
}

export interface CircleSearch {
  samples: number
  /** Circles from the rough look that are looked at closely. */
  closely: number
  /** Of these, how many are moved to where they fit best. */
  polished: number
  arc: ArcRule
  /** Steps by which a circle's five figures are moved: the first, the smallest, and what each is of the one before. */
  moves: { first: number; least: number; shrink: number; rounds: number }
}

/** What kind of line is looked for: the search does not know whether it is a bend of the light or a long line. */
export interface LineAlong {
  /** Line at one place, u along the axis and v across, whatever way it runs; NaN where it cannot be seen. */
  rough: (u: number, v: number) => number
  /** Line at each of a circle's places ({@link placesOn}) along the circle; NaN where it cannot be seen. */
  along: (places: Float32Array) => Float32Array
}

interface Candidate {
  circle: SphereCircle
  support: number
}

/** Of all circles on the egg's ball, the one with the most line along its best arc: all roughly, the best of them closely. */
export function findCircle({ rough, along }: LineAlong, search: CircleSearch): SphereCircle {
  const supportOf = (circle: SphereCircle): number => {
    const places = placesOn(circle, search.samples)
    return bestArc(along(places), facing(places), search.arc).support
  }
  const supports = roughSupports(rough, search.arc)
  const order = supports.map((_, i) => i).sort((a, b) => supports[b]! - supports[a]!)
  return Array.from(order.subarray(0, search.closely), (i) => allCircles()[i]!.circle)
    .map((circle) => ({ circle, support: supportOf(circle) }))
    .sort((a, b) => b.support - a.support)
    .slice(0, search.polished)
    .map((start) => polish(start, supportOf, search.moves))
    .reduce((a, b) => (b.support > a.support ? b : a)).circle
}

/** Support of every circle: whole thousandths, so that the order of circles that tie does not hang on the last bits. */
function roughSupports(rough: LineAlong['rough'], rule: ArcRule): Int32Array {
  const lines = new Float32Array(ROUGH_SAMPLES)
  return Int32Array.from(allCircles(), ({ places }) => {
    for (let i = 0; i < ROUGH_SAMPLES; i++) {
      const u = places[4 * i]!
      lines[i] = u === u ? rough(u, places[4 * i + 1]!) : NaN
    }
    return 1000 * bestArc(lines, facing(places), rule).support
  })
}

/** Moves one of the circle's five figures at a time, both ways, by ever smaller steps. */
function polish(
  start: Candidate,
  supportOf: (circle: SphereCircle) => number,
  { first, least, shrink, rounds }: CircleSearch['moves'],
): Candidate {
  let best = start
  let step = first
  for (let round = 0; round < rounds && step > least; round++) {
    const before = best
    for (const circle of neighboursOf(best.circle, step)) {
      const support = supportOf(circle)
      if (support > best.support) best = { circle, support }
    }
    if (best === before) step *= shrink
  }
  return best
}

/** With less of a circle than this on the near side, its arc is too short to be told from any line. */
const LEAST_FACING = 0.5

/**
 * The run of samples that adds up to most, round the circle; gaps cost, so scattered crossings of vessels do not add up.
 * Support is that sum ÷ what half of what can face the camera would give: a circle at the limb shows only its near side.
 * @param facingSamples - how many of the samples lie on the near side
 */
export function bestArc(
  lines: Float32Array,
  facingSamples: number,
  { addsFrom, gap, full, leastVisible }: ArcRule,
): { support: number; from: number; to: number } {
  let visible = 0
  for (const line of lines) if (!Number.isNaN(line)) visible++
  if (visible < leastVisible * lines.length) return { support: 0, from: 0, to: 0 }
  let best = 0
  let from = 0
  let to = 0
  let sum = 0
  let start = 0
  for (let i = 0; i < 2 * lines.length; i++) {
    const line = lines[i % lines.length]!
    sum += Number.isNaN(line) ? -gap : line - addsFrom
    if (sum <= 0 || i - start >= lines.length) {
      sum = 0
      start = i + 1
    } else if (sum > best) {
      best = sum
      from = start
      to = i
    }
  }
  return { support: best / (full * Math.max(LEAST_FACING * lines.length, facingSamples)), from, to }
}
