import { describe, expect, it } from 'vitest'
import { makeSchedule, type ScheduleInput } from '../incubation/schedule.ts'
import { instantOf } from '../../time/local-date.ts'
import { agenda, candlingOpenedAt, eventStatuses, type EventState } from './agenda.ts'
import { sayWarning } from '../../../words/warnings.ts'
import { warnings, type WarningHatchery, type WarningSet } from './warnings.ts'

const ZONE = 'Europe/Lisbon'
const at = (date: string, time = '12:00'): number => instantOf(date, time, ZONE)
const schedule = (changes: Partial<ScheduleInput> = {}) =>
  makeSchedule({
    species: 'chicken',
    setAtMs: at('2026-06-01', '20:00'),
    zone: ZONE,
    method: 'weekly',
    ...changes,
  })

function states(
  nowMs: number,
  doneKeys: string[],
  looks: Array<[string, number]> = [],
): Record<string, EventState> {
  const progress = {
    schedule: schedule(),
    doneKeys: new Set(doneKeys),
    eggIds: ['a', 'b'],
    looks: looks.map(([eggId, atMs]) => ({ eggId, atMs })),
  }
  return Object.fromEntries(
    eventStatuses(progress, nowMs, ZONE).map(({ event, state }) => [event.key, state]),
  )
}

describe('what a set asks for', () => {
  it('before it is set: the warming up, then the setting; the rest waits', () => {
    expect(states(at('2026-05-30'), [])).toMatchObject({ 'warm-up': 'coming', set: 'coming' })
    expect(states(at('2026-05-31', '09:00'), [])).toMatchObject({ 'warm-up': 'due', set: 'coming' })
    expect(states(at('2026-06-03'), [])).toMatchObject({
      set: 'overdue',
      'candle-1': 'coming',
      hatch: 'coming',
    })
  })

  it.each([
    ['the day before', '2026-06-07', '12:00', 'coming'],
    ['all day long', '2026-06-08', '07:00', 'due'],
    ['in the night after', '2026-06-09', '02:00', 'due'],
    ['the next noon', '2026-06-09', '12:00', 'due'],
    ['when the next evening has passed', '2026-06-09', '21:00', 'overdue'],
    ['once the second candling is due', '2026-06-15', '12:00', 'skipped'],
  ] as const)('the first candling %s', (_, date, time, state) => {
    expect(states(at(date, time), ['set'])['candle-1']).toBe(state)
  })

  it('a candling is done when every egg that is in was seen, or the keeper says so', () => {
    const evening = at('2026-06-08', '20:30')
    expect(states(evening, ['set'], [['a', evening]])['candle-1']).toBe('due')
    expect(
      states(
        evening,
        ['set'],
        [
          ['a', evening],
          ['b', evening],
        ],
      )['candle-1'],
    ).toBe('done')
    expect(states(evening, ['set', 'candle-1'])['candle-1']).toBe('done')
    // Looks at another time do not count for it.
    expect(
      states(
        evening,
        ['set'],
        [
          ['a', at('2026-06-05')],
          ['b', at('2026-06-05')],
        ],
      )['candle-1'],
    ).toBe('due')
  })

  it('after lockdown nothing is asked but patience', () => {
    expect(states(at('2026-06-20'), ['set', 'lockdown'])).toMatchObject({
      'candle-3': 'skipped',
      'stop-turning': 'skipped',
      pip: 'coming',
      'give-up': 'coming',
    })
    expect(states(at('2026-06-21', '21:00'), ['set', 'lockdown'])).toMatchObject({ pip: 'now', hatch: 'now' })
    expect(states(at('2026-06-26'), ['set', 'lockdown', 'give-up'])).toMatchObject({
      hatch: 'past',
      'give-up': 'done',
    })
  })

  it('knows from when looks count', () => {
    expect(candlingOpenedAt(schedule(), at('2026-06-05'))).toBeNull()
    expect(candlingOpenedAt(schedule(), at('2026-06-12'))).toBe(at('2026-06-08', '08:00'))
  })

  it('of a set that nobody set in time, says that it is overdue, and names no day that has gone by as the next', () => {
    const nowMs = at('2026-06-25', '12:00')
    const statuses = eventStatuses(
      { schedule: schedule(), doneKeys: new Set(), eggIds: ['a'], looks: [] },
      nowMs,
      ZONE,
    )
    const { now, next } = agenda([{ set: 'hens', statuses }], nowMs)
    expect(now.some(({ event, state }) => event.kind === 'set' && state === 'overdue')).toBe(true)
    for (const { event } of next) expect(event.startMs).toBeGreaterThan(nowMs)
  })

  it('puts what is overdue first, then what is due, over all sets', () => {
    const early = schedule({ setAtMs: at('2026-05-30', '20:00') })
    const nowMs = at('2026-06-08', '12:00')
    const statusesOf = (plan: ReturnType<typeof schedule>) =>
      eventStatuses({ schedule: plan, doneKeys: new Set(['set']), eggIds: ['a'], looks: [] }, nowMs, ZONE)
    const { now, next } = agenda(
      [
        { set: 'hens', statuses: statusesOf(schedule()) },
        { set: 'early', statuses: statusesOf(early) },
      ],
      nowMs,
    )
    expect(now.map(({ set, state }) => [set, state])).toEqual([
      ['early', 'overdue'],
      ['hens', 'due'],
    ])
    expect(next.map(({ set, event }) => [set, event.key])).toEqual([
      ['early', 'candle-2'],
      ['hens', 'candle-2'],
    ])
  })
})

describe('warnings', () => {
  const NOW = at('2026-06-02')
  const hatchery: WarningHatchery = {
    zone: ZONE,
    incubators: [
      { id: 'i', name: 'Old cabinet', capacity: 20 },
      { id: 'j', name: 'Small one', capacity: 20 },
    ],
    brooders: 1,
    away: [],
  }
  const set = (
    id: string,
    changes: Partial<WarningSet> & { plan?: Partial<ScheduleInput> } = {},
  ): WarningSet => {
    const { plan, ...rest } = changes
    return {
      id,
      name: `Set ${id}`,
      species: 'chicken',
      schedule: schedule(plan),
      started: true,
      finished: false,
      eggsIn: new Map([['i', 8]]),
      oldestStorageDays: 4,
      ...rest,
    }
  }
  const said = (sets: WarningSet[], change: Partial<WarningHatchery> = {}, nowMs = NOW) =>
    warnings(sets, { ...hatchery, ...change }, nowMs).map((one) => ({
      ...one,
      ...sayWarning(one, hatchery.zone),
    }))

  it('says nothing of two sets that keep step', () => expect(said([set('A'), set('B')])).toEqual([]))

  it('lockdown of one set while another still turns in the same incubator', () => {
    const later = { plan: { setAtMs: at('2026-06-11', '20:00') } }
    expect(said([set('A'), set('B', later)])).toMatchObject([
      {
        code: 'lockdown-while-turning',
        setIds: ['A', 'B'],
        message: expect.stringMatching(
          /Lockdown of Set A overlaps with turning of Set B in Old cabinet, Friday 19 June to Tuesday 23 June/,
        ),
      },
    ])
    expect(said([set('A'), set('B', { ...later, eggsIn: new Map([['j', 8]]) })])).toEqual([])
    expect(said([set('A', { finished: true }), set('B', later)])).toEqual([])
  })

  it('more eggs than places', () => {
    expect(said([set('A', { eggsIn: new Map([['i', 15]]) }), set('B')])).toMatchObject([
      { code: 'over-capacity', message: expect.stringContaining('20 places, and 23 eggs') },
    ])
  })

  it('chicks that need different brooders', () => {
    const ducks = set('D', {
      species: 'duck',
      plan: { species: 'duck', setAtMs: at('2026-05-27', '20:00') },
      eggsIn: new Map([['j', 6]]),
    })
    expect(said([set('A'), ducks])).toMatchObject([
      { code: 'brooder', message: expect.stringContaining('2 are needed, you have 1') },
    ])
    expect(said([set('A'), ducks], { brooders: 2 })).toEqual([])
  })

  it('tasks while the candler is away', () => {
    const away = [{ from: '2026-06-07', to: '2026-06-09' }]
    expect(said([set('A'), set('B')], { away })).toMatchObject([
      { code: 'away', message: expect.stringContaining('Set A and Set B need you for 2 tasks') },
    ])
    expect(said([set('A')], { away }, at('2026-06-12'))).toEqual([])
  })

  it('of more sets than anybody could follow only that there are too many; of many names only some', () => {
    const one = set('', { eggsIn: new Map() })
    const many = (count: number) =>
      Array.from({ length: count }, (_, i) => ({ ...one, id: String(i), name: `Set ${i}` }))
    expect(said(many(5000))).toMatchObject([
      { code: 'too-many', message: expect.stringMatching(/^5000 sets are running/) },
    ])
    const [away] = said(many(100), { away: [{ from: '2026-06-07', to: '2026-06-09' }] })
    expect(away!.message).toContain('Set 4 and 95 others')
  })

  it('eggs that grow too old before they are set', () => {
    expect(said([set('A', { started: false, oldestStorageDays: 13 })])).toMatchObject([
      { code: 'old-eggs', message: expect.stringContaining('13 days old') },
    ])
  })
})
