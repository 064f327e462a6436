import { describe, expect, it } from 'vitest'
import { newTray } from '../../contracts/records/tray-record.ts'
import { CLUES } from '../../core/diagnosis/causes.ts'
import type { EggStory, SetStory } from '../../core/diagnosis/story.ts'
import { brooderPlan } from '../../core/brooding/brooder-plan.ts'
import { warmthWords } from './brooder-words.ts'
import { factOf } from './diagnosis-words.ts'

const egg = (fate: EggStory['fate'], more: Partial<EggStory> = {}): EggStory => ({
  fate,
  death: fate === 'late' ? { phase: fate, certainty: 1 } : null,
  cracked: null,
  storageDays: null,
  posted: null,
  looseCell: null,
  place: null,
  loss: null,
  signs: null,
  outHours: null,
  ...more,
})
const story = (eggs: EggStory[], more: Partial<SetStory> = {}): SetStory => ({
  eggs,
  goodLoss: 0.125,
  celsiusOver: null,
  rhOver: null,
  lockdownRhOver: null,
  openings: null,
  ...more,
})
const tray = newTray({ id: 'tray', name: 'Tray 1', incubatorId: 'oak', rows: 3, columns: 4 })
const fact = (
  clue: Parameters<typeof factOf>[0],
  of: SetStory,
  corner: Parameters<typeof factOf>[1]['corner'] = null,
) => factOf(clue, { story: of, corner, trays: [tray] })

describe('what is known behind a clue', () => {
  it('gives the mean of what was weighed, and the hygrometer only where nothing was', () => {
    const weighed = story([egg('hatched', { loss: 0.1 }), egg('late', { loss: 0.14 }), egg('early')])
    expect(fact('loss', weighed)).toBe('the eggs lost 12.0 % by lockdown; 12.5 % is good')
    expect(fact('loss', story([egg('hatched')], { rhOver: -15.6 }))).toBe(
      'the hygrometer read −16 points from the usual',
    )
  })

  it('counts signs among opened eggs alone', () => {
    const opened = story([
      egg('late', { signs: ['wet'] }),
      egg('late', { signs: ['wet', 'contaminated'] }),
      egg('early', { signs: [] }),
      egg('candled-out-dead'),
    ])
    expect(fact('signs', opened)).toBe('of 3 opened eggs, 2 wet, 0 dry, 1 rotten')
  })

  it('names the place by the keeper’s own count, and what chicks there did earlier', () => {
    const corner = {
      trayId: 'tray',
      row: 2,
      column: 3,
      inside: { count: 4, of: 5 },
      outside: { count: 1, of: 7 },
      earlierHours: 9.4,
    } as never
    expect(fact('place', story([]), corner)).toBe(
      'about C4: 4 of 5 died, elsewhere 1 of 7, chicks 9 h earlier',
    )
    expect(fact('place', story([]))).toBe('losses are spread over the whole tray')
  })

  it('says whether chicks were early or late, and warmth with its sign', () => {
    const early = story([egg('hatched', { outHours: -14 }), egg('hatched', { outHours: -10 })])
    expect(fact('timing', early)).toBe('chicks 12 h earlier than due, on average')
    expect(fact('timing', story([egg('hatched', { outHours: 7 })]))).toMatch(/^chicks 7 h later/)
    expect(fact('warmth', story([], { celsiusOver: -0.42 }))).toBe('−0.42 °C from target on average')
  })

  it('has a sentence for every clue, also of a set of which nothing is known', () => {
    for (const clue of CLUES) {
      const words = fact(clue, story([]))
      expect(words.length).toBeGreaterThan(8)
      expect(words).not.toMatch(/NaN|undefined|null|Infinity/)
    }
  })
})

it('a week in the brooder is told in the keeper’s own units, and a room without a span as one figure', () => {
  const weeks = brooderPlan('chicken', 12)
  expect(warmthWords(weeks[0]!, 'metric')).toMatch(/^32(\.0)? to 35(\.0)? °C$/)
  // 32 °C is 89.6 °F and 35 °C is 95 °F.
  expect(warmthWords(weeks[0]!, 'imperial')).toMatch(/^(89\.6|90) to 95(\.0)? °F$/)
  expect(warmthWords(weeks.at(-1)!, 'metric')).toMatch(/^21(\.0)? °C$/)
})
