import { describe, expect, it } from 'vitest'
import { breedOf, shellOf, shellsBeside, shellsOf } from '../contracts/records/egg-kind.ts'
import { newEgg } from '../contracts/records/egg-state.ts'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import type { PicturedLook } from '../contracts/records/look-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { Shell } from '../core/species/species.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { knownLooks } from './confirmed-looks.ts'
import { verdictOf } from './look-from.ts'
import { setGradedAgain } from './regrade.ts'
import { timelineOf } from './timeline.ts'

const { sets, looks } = sampleRecords()
const hatchery = newHatchery('UTC')
const batch = (id: string, shell: Shell) => ({
  id,
  source: `yard ${id}`,
  breed: `Breed ${id}`,
  shell,
  posted: false,
  turnedInStorage: true,
})
const BATCHES = [batch('w', 'white'), batch('t', 'tinted'), batch('d', 'dark')]
/** As planning writes it: the set bears the shell of its first batch. */
const mixed = (order: readonly number[]): EggSet => {
  const batches = order.map((i) => BATCHES[i]!)
  return { ...sets[0]!, policy: 'first-sight', shell: batches[0]!.shell, breed: '', batches }
}
const ORDERS = [
  [0, 1, 2],
  [2, 1, 0],
  [1, 2, 0],
] as const
const eggs = ['w', 't', 'd'].map((batchId, i) =>
  newEgg({ id: `egg-${batchId}`, setId: sets[0]!.id, number: i + 1, batchId }),
)
/** A picture without development, on a day on which a dark shell may still hide it. */
const bare = (eggId: string): PicturedLook => ({
  ...looks[1]!,
  id: `look-${eggId}`,
  eggId,
  takenAt: new Date(Date.parse(sets[0]!.setAt) + 6 * DAY_MS).toISOString(),
})

describe('a set of white, tinted and dark eggs', () => {
  it('is graded egg by egg, alike whatever the order of its batches', () => {
    const said = ORDERS.map((order) => {
      const set = mixed(order)
      return eggs.map((egg) => {
        const around = { set, egg, timeline: timelineOf(set, hatchery), earlier: [] }
        const { grade, action, probabilities } = verdictOf(bare(egg.id), around)
        return { grade, action, probabilities }
      })
    })
    expect(said[1]).toEqual(said[0])
    expect(said[2]).toEqual(said[0])
    const [white, , dark] = said[0]!
    // The dark egg alone is held back: behind its shell an embryo may live.
    expect([white!.grade, dark!.grade]).toEqual(['clear', 'clear'])
    expect([white!.action, dark!.action]).toEqual(['remove', 'recheck'])
  })

  it('graded again, says the same in each order, too', () => {
    const again = ORDERS.map((order) => {
      const set = mixed(order)
      const graded = setGradedAgain({
        set,
        timeline: timelineOf(set, hatchery),
        eggs,
        looks: eggs.map(({ id }) => bare(id)),
        at: '2026-03-20T08:00:00.000Z',
        because: 'shell',
      })
      return graded.map(({ id, verdict: { grade, action } }) => ({ id, grade, action }))
    })
    expect(again[0]!.length).toBeGreaterThan(0)
    expect(again[1]).toEqual(again[0])
    expect(again[2]).toEqual(again[0])
  })

  it('knows each egg’s shell and breed by its batch, or as it was put right', () => {
    const [white, , dark] = eggs
    for (const set of ORDERS.map(mixed)) {
      expect(eggs.map((egg) => shellOf(egg, set))).toEqual(['white', 'tinted', 'dark'])
      expect(shellsOf(set)).toEqual(['white', 'tinted', 'dark'])
      // What was put right for an egg counts where its eggs are at hand.
      expect(shellsOf(set, [white!, { ...dark!, shell: 'blue' }])).toEqual(['white', 'blue'])
      expect(breedOf(dark!, set)).toBe('Breed d')
      expect(shellOf({ ...white!, shell: 'brown' }, set)).toBe('brown')
      expect(breedOf({ ...white!, breed: 'Holm Beacon' }, set)).toBe('Holm Beacon')
    }
  })

  it('takes an egg that nobody can place for one of the darkest', () => {
    const set = mixed([0, 1, 2])
    const stray = { batchId: 'gone', shell: null, breed: null }
    expect(shellsBeside(stray, set)).toContain('dark')
    expect(shellsBeside(eggs[0]!, set)).toEqual([])
    expect(shellsBeside({ ...stray, shell: 'white' }, set)).toEqual([])
    const around = { set, egg: stray, timeline: timelineOf(set, hatchery), earlier: [] }
    expect(verdictOf(bare('stray'), around).action).toBe('recheck')
  })

  it('is counted by each egg’s own shell', () => {
    const hatched = eggs.map((egg) => ({
      ...egg,
      outcome: { at: '2026-03-22T08:00:00.000Z', found: 'hatched' as const },
    }))
    const shells = ORDERS.map((order) =>
      knownLooks({
        sets: [mixed(order)],
        eggs: hatched,
        looks: eggs.map(({ id }) => bare(id)),
        hatchery,
      }).map(({ shell }) => shell),
    )
    for (const list of shells) expect(list).toEqual(['white', 'tinted', 'dark'])
  })
})
