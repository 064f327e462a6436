import type { Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import { isIn } from '../contracts/records/egg-state.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import {
  expectedChicks,
  livesUntilLockdown,
  ownRate,
  type ExpectedChicks,
} from '../core/hatching/expected-chicks.ts'
import { eggOutcome } from './egg-outcomes.ts'
import { hatchOfSet } from './hatch-of-set.ts'
import { standingGrade } from './own-grade.ts'
import { isOver } from './results-of-book.ts'
import { timelineOf, type Timeline } from './timeline.ts'

/** What the expectation rests on. */
export interface ChicksToExpect extends Omit<ExpectedChicks, 'distribution'> {
  alive: number
  unread: number
  /** Eggs of one's own sets that were seen alive, and are known for what became of them. */
  ownEggs: number
}

interface Sources {
  hatchery: Hatchery
  sets: readonly EggSet[]
  eggsBySet: ReadonlyMap<string, readonly Egg[]>
  looksByEgg: ReadonlyMap<string, readonly LookRecord[]>
}

/** How many chicks a set will have, by its last looks; null where nobody has looked at it, or nothing is to come. */
export function chicksToExpect(
  set: EggSet,
  { hatchery, sets, eggsBySet, looksByEgg }: Sources,
): ChicksToExpect | null {
  const eggs = eggsBySet.get(set.id) ?? []
  const timeline = timelineOf(set, hatchery)
  const lastOf = (egg: Egg) => (looksByEgg.get(egg.id) ?? []).findLast(({ replaced }) => !replaced)
  const inside = eggs.filter(isIn)
  if (inside.length === 0 || !eggs.some(lastOf)) return null
  const judged = inside.map((egg) => ({ egg, look: lastOf(egg) }))
  // What has pipped lives, whatever was seen before.
  const living = judged.filter(
    ({ egg, look }) =>
      egg.pipped !== null || egg.zipped !== null || (look && standingGrade(look) === 'developing'),
  )
  const unread = judged.filter(
    ({ egg, look }) => !living.some((one) => one.egg === egg) && (!look || standingGrade(look) === 'unsure'),
  )
  const own = ownEggs({ hatchery, sets, eggsBySet, looksByEgg }, set.id)
  const survivals = living.map(({ egg, look }) =>
    egg.pipped || egg.zipped || !look ? 1 : survivalAfter(look, timeline),
  )
  // Chicks that were only counted came out of eggs that still stand as being in.
  const { outMs, unnamed } = hatchOfSet(set, eggs)
  const alive = Math.max(0, living.length - unnamed)
  const { mean, low, high } = expectedChicks({
    out: outMs.length,
    alive,
    survival: survivals.length > 0 ? survivals.reduce((sum, one) => sum + one, 0) / survivals.length : 1,
    unread: unread.length,
    mates: { alive: living.length, dead: inside.length - living.length - unread.length },
    rate: ownRate(own),
  })
  return { mean, low, high, alive, unread: unread.length, ownEggs: own.eggs }
}

function survivalAfter(look: LookRecord, timeline: Timeline): number {
  return livesUntilLockdown(timeline.days.stopTurningDay - timeline.ageAt(Date.parse(look.takenAt)))
}

interface OwnEggs {
  eggs: number
  hatched: number
  expectedAlive: number
}

/** What a finished set showed, while its eggs and its looks are the same: many sets ask for it. */
const known = new WeakMap<readonly Egg[], { looksByEgg: Sources['looksByEgg']; own: OwnEggs }>()

/** Of finished sets: eggs whose last look before they hatched or were opened showed life, and what became of them. */
function ownEggs(sources: Sources, exceptId: string): OwnEggs {
  const sum = { eggs: 0, hatched: 0, expectedAlive: 0 }
  for (const set of sources.sets) {
    const eggs = sources.eggsBySet.get(set.id) ?? []
    if (set.id === exceptId || !isOver(set, eggs)) continue
    const before = known.get(eggs)
    const own = before?.looksByEgg === sources.looksByEgg ? before.own : eggsOfSet(set, eggs, sources)
    known.set(eggs, { looksByEgg: sources.looksByEgg, own })
    sum.eggs += own.eggs
    sum.hatched += own.hatched
    sum.expectedAlive += own.expectedAlive
  }
  return sum
}

function eggsOfSet(set: EggSet, eggs: readonly Egg[], { hatchery, looksByEgg }: Sources): OwnEggs {
  const own = { eggs: 0, hatched: 0, expectedAlive: 0 }
  const timeline = timelineOf(set, hatchery)
  for (const egg of eggs) {
    const look = (looksByEgg.get(egg.id) ?? []).findLast(({ replaced }) => !replaced)
    if (!look || standingGrade(look) !== 'developing') continue
    const fate = eggOutcome(egg, timeline.days.incubationDays)
    if (['unknown', 'handling', 'passed-on', 'living-removed'].includes(fate)) continue
    own.eggs++
    own.expectedAlive += survivalAfter(look, timeline)
    if (fate === 'hatched') own.hatched++
  }
  return own
}
