import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { GRADES } from '../../core/grade-names.ts'
import { CRACKS } from '../../core/planning/intake/cracks.ts'
import { HELPS } from '../../core/hatching/hatch-methods.ts'
import { CHICK_STATES, eggRecordSchema, LEAVINGS, OUTCOMES } from './egg-record.ts'
import { eventsBetween, newEgg, withEvents } from './egg-state.ts'
import { eggOf, type Egg, type EggState } from './egg-state.ts'
import { standingEvents } from './events.ts'

const AT = '2026-03-11T08:00:00.000Z'
let ids = 0
const noting = { at: AT, device: 'bench', newId: () => `id-${++ids}` }

const state: fc.Arbitrary<EggState> = fc.record({
  mark: fc.constantFrom('', '?', 'B7'),
  place: fc.option(fc.record({ trayId: fc.constantFrom('a', 'b'), row: fc.nat(5), column: fc.nat(5) })),
  crack: fc.constantFrom(...CRACKS),
  waxed: fc.boolean(),
  dirty: fc.boolean(),
  shell: fc.option(fc.constantFrom('dark' as const, 'white' as const)),
  breed: fc.option(fc.constantFrom('', 'Holm Beacon')),
  hen: fc.option(fc.constantFrom('pen 2', 'Berta')),
  cock: fc.option(fc.constantFrom('Blue', 'pair 4')),
  source: fc.option(fc.constantFrom('North pen', '')),
  helped: fc.option(fc.record({ at: fc.constant(AT), how: fc.constantFrom(...HELPS) })),
  weightG: fc.option(fc.constantFrom(50.1, 51, 58.25)),
  lengthMm: fc.option(fc.constantFrom(55, 56.2)),
  breadthMm: fc.option(fc.constantFrom(42, 43.5)),
  outcome: fc.option(fc.record({ at: fc.constant(AT), found: fc.constantFrom(...OUTCOMES) })),
  pipped: fc.option(fc.record({ at: fc.constantFrom(AT, '2026-03-11T09:00:00.000Z') })),
  zipped: fc.option(fc.record({ at: fc.constantFrom(AT, '2026-03-11T09:30:00.000Z') })),
  band: fc.option(fc.constantFrom('blue 4', '17')),
  chick: fc.option(
    fc.record({
      at: fc.constantFrom(AT, '2026-03-12T09:00:00.000Z'),
      state: fc.constantFrom(...CHICK_STATES),
      words: fc.constantFrom('', 'splayed legs'),
    }),
  ),
  removed: fc.option(
    fc.record({
      at: fc.constant(AT),
      why: fc.constantFrom(...LEAVINGS),
      grade: fc.option(fc.constantFrom(...GRADES)),
      reason: fc.constantFrom('', 'it smells'),
      lookId: fc.option(fc.constant('look-1')),
      againstPolicy: fc.boolean(),
    }),
  ),
})
const empty = newEgg({ id: 'egg-1', setId: 'set-1', number: 1 })
const stateOf = ({
  mark,
  place,
  crack,
  waxed,
  dirty,
  shell,
  breed,
  hen,
  cock,
  source,
  helped,
  weightG,
  lengthMm,
  breadthMm,
  outcome,
  pipped,
  zipped,
  band,
  chick,
  removed,
}: Egg): EggState => ({
  mark,
  place,
  crack,
  waxed,
  dirty,
  shell,
  breed,
  hen,
  cock,
  source,
  helped,
  weightG,
  lengthMm,
  breadthMm,
  outcome,
  pipped,
  zipped,
  band,
  chick,
  removed,
})
const noted = (egg: Egg, next: EggState): Egg => eggOf(withEvents(egg, eventsBetween(egg, next, noting)))

describe('the events of an egg', () => {
  it('lead to whatever state is noted, through any states before, and the schema reads them back', () => {
    fc.assert(
      fc.property(fc.array(state, { minLength: 1, maxLength: 6 }), (states) => {
        let egg = empty
        for (const next of states) {
          const before = egg.events
          egg = noted(egg, next)
          expect(stateOf(egg)).toEqual(next)
          // Only ever added to.
          expect(egg.events.slice(0, before.length)).toEqual(before)
        }
        expect(eggOf(eggRecordSchema.parse(JSON.parse(JSON.stringify(egg))))).toEqual(egg)
      }),
      { numRuns: 60 },
    )
  })

  it('are none where nothing is otherwise', () => {
    fc.assert(
      fc.property(state, (next) => {
        const egg = noted(empty, next)
        expect(eventsBetween(egg, stateOf(egg), noting)).toEqual([])
      }),
      { numRuns: 30 },
    )
  })

  it('taken back one after the other lead back through every state', () => {
    fc.assert(
      fc.property(fc.array(state, { minLength: 1, maxLength: 5 }), (states) => {
        const steps: Array<{ before: EggState; eventIds: string[] }> = []
        let egg = empty
        for (const next of states) {
          const events = eventsBetween(egg, next, noting)
          steps.push({ before: stateOf(egg), eventIds: events.map(({ id }) => id) })
          egg = eggOf(withEvents(egg, events))
        }
        for (const { before, eventIds } of steps.reverse()) {
          egg = eggOf(
            withEvents(
              egg,
              eventIds.map((eventId) => ({
                id: noting.newId(),
                at: AT,
                device: null,
                kind: 'taken-back' as const,
                eventId,
              })),
            ),
          )
          expect(stateOf(egg)).toEqual(before)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('keep every weight, and when it was', () => {
    const heavy = eggOf(withEvents(empty, [{ id: 'w1', at: AT, device: null, kind: 'weighed', weightG: 58 }]))
    const light = noted(heavy, { ...stateOf(heavy), weightG: 52.5 })
    expect(light.weightG).toBe(52.5)
    expect(
      standingEvents(light.events).flatMap((event) =>
        event.kind === 'weighed' ? [[event.at, event.weightG]] : [],
      ),
    ).toEqual([
      [AT, 58],
      [AT, 52.5],
    ])
  })
})
