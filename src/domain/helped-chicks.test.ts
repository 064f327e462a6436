import { expect, it } from 'vitest'
import { newEgg, type EggState } from '../contracts/records/egg-state.ts'
import { helpedChicks } from './helped-chicks.ts'

const at = (hour: number): string => new Date(Date.UTC(2026, 2, 22, hour)).toISOString()
let number = 0
const egg = (state: Partial<EggState>) => newEgg({ id: `e${++number}`, setId: 's', number, ...state })
const out = (hour: number) => ({ at: at(hour), found: 'hatched' as const })
const died = { at: at(60), found: 'quitter' as const }
const helped = { at: at(30), how: 'cap-lifted' as const }
const chick = (state: 'well' | 'lost') => ({ at: at(70), state, words: '' })

it('tells helped chicks from late ones that were left alone; those in time and open ones count for neither', () => {
  const { helped: of, leftAlone } = helpedChicks([
    egg({ pipped: { at: at(0) }, helped, outcome: out(31), chick: chick('well') }),
    egg({ pipped: { at: at(0) }, helped, outcome: out(31) }),
    // Out, and lost in the days after: help that did not help.
    egg({ pipped: { at: at(0) }, helped, outcome: out(31), chick: chick('lost') }),
    egg({ pipped: { at: at(0) }, helped, outcome: died }),
    egg({ pipped: { at: at(0) }, outcome: out(40) }),
    egg({ pipped: { at: at(0) }, outcome: died }),
    egg({ pipped: { at: at(0) }, outcome: out(10) }),
    egg({ pipped: { at: at(0) } }),
    egg({ outcome: out(40) }),
  ])
  expect(of).toMatchObject({ count: 2, of: 4 })
  expect(leftAlone).toMatchObject({ count: 1, of: 2 })
  expect(helpedChicks([]).helped).toBeNull()
})
