// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventStatuses } from '../../core/planning/agenda/agenda.ts'
import { makeSchedule } from '../../core/planning/incubation/schedule.ts'
import { instantOf } from '../../core/time/local-date.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { CANDLING_METHOD_CHOICES } from '../../words/methods.ts'
import BatchForm from './BatchForm.vue'
import OwnDays from '../shared/ui/OwnDays.vue'
import PlanTimeline from '../shared/ui/PlanTimeline.vue'
import MethodChoice from '../shared/ui/MethodChoice.vue'
import PlanStart from './PlanStart.vue'
import TimingChoice from './TimingChoice.vue'
import type { DraftTiming } from '../../core/planning/plan-draft.ts'
import { SPECIES } from '../../core/species/species.ts'
import { chooseInList, chooseOfFew, fieldOf } from '../shared/kit/in-tests.ts'

const ZONE = 'Europe/Lisbon'
const NOW = instantOf('2026-04-01', '10:00', ZONE)

describe('eggs for the basket', () => {
  beforeEach(() => sessionStorage.clear())
  const open = () => mount(BatchForm, { props: { today: '2026-04-01', breeds: ['Marsh Grey'], sources: [] } })

  it('go in with what is known of them, and nothing that is not', async () => {
    const form = open()
    await fieldOf(form, 'Eggs').setValue(9)
    await chooseInList(form, 'Bird', SPECIES.duck.label)
    await form.findAll('input[type="date"]')[0]!.setValue('2026-03-28')
    await form.find('form').trigger('submit')
    const [batch, count] = form.emitted('add')![0] as [Record<string, unknown>, number]
    expect(count).toBe(9)
    expect(batch).toMatchObject({
      species: 'duck',
      laidFrom: '2026-03-28',
      laidTo: '2026-03-28',
      posted: false,
      arrivedOn: null,
    })
  })

  it.each([
    [
      'a bird without figures',
      async (form: ReturnType<typeof open>) => {
        await chooseInList(form, 'Bird', 'another bird …')
      },
      /no figures for that bird/,
    ],
    [
      'no eggs',
      async (form: ReturnType<typeof open>) => {
        await fieldOf(form, 'Eggs').setValue(0)
      },
      /whole number of eggs from 1/,
    ],
    [
      'half an egg',
      async (form: ReturnType<typeof open>) => {
        await fieldOf(form, 'Eggs').setValue(1.5)
      },
      /whole number of eggs from 1/,
    ],
    [
      'days the wrong way round',
      async (form: ReturnType<typeof open>) => {
        const [from, to] = form.findAll('input[type="date"]')
        await from!.setValue('2026-03-28')
        await to!.setValue('2026-03-20')
      },
      /before the first/,
    ],
  ] as const)('with %s are refused with a sentence', async (_, fill, sentence) => {
    const form = open()
    await fill(form)
    await form.find('form').trigger('submit')
    expect(form.find('[role="alert"]').text()).toMatch(sentence)
    expect(form.emitted('add')).toBeUndefined()
  })

  it('half filled outlive a reload, and begin anew once they are in the basket', async () => {
    await fieldOf(open(), 'Breed').setValue('Holm Beacon')
    const again = open()
    expect(fieldOf(again, 'Breed').element.value).toBe('Holm Beacon')
    await again.find('form').trigger('submit')
    await vi.waitFor(() => expect(again.emitted('add')).toHaveLength(1))
    expect(fieldOf(open(), 'Breed').element.value).toBe('')
  })

  it.each([
    ['2026-03-29', /3 days old: good/],
    ['2026-03-23', /9 days old; under/],
    ['2026-03-19', /the usual limit/],
    ['2026-03-01', /too old to start well/],
    ['2026-04-03', /in the future/],
  ])('laid on %s are judged at once', async (date, words) => {
    const form = open()
    await form.findAll('input[type="date"]')[0]!.setValue(date)
    expect(form.text()).toMatch(words)
  })
})

describe('the day', () => {
  const hens = [{ species: 'chicken' as const, delayHours: 0 }]
  it('offers hatch days that can still be made, and the soonest first', async () => {
    const choice = mount(TimingChoice, {
      props: { timing: { by: 'hatch', date: '2026-04-23', hour: 12 }, species: hens, nowMs: NOW, zone: ZONE },
    })
    const days = async (): Promise<string[]> => {
      const list = choice.get('[data-testid="hatch-day"]')
      await list.trigger('click')
      const names = choice.findAll('[role="option"]').map((option) => option.text())
      await list.trigger('click')
      return names
    }
    expect((await days())[0]).toMatch(/22 Apr/)
    await chooseInList(choice, 'Weekday', 'Thursday')
    expect((await days()).slice(0, 2)).toEqual([
      expect.stringMatching(/23 Apr/),
      expect.stringMatching(/30 Apr/),
    ])
    await chooseInList(choice, 'Weekday', 'Monday')
    expect(choice.emitted('change')!.at(-1)).toEqual([{ by: 'hatch', date: '2026-04-27', hour: 12 }])
  })
  it('says when no such day lies in the term', async () => {
    const choice = mount(TimingChoice, {
      props: { timing: { by: 'hatch', date: '2026-04-23', hour: 12 }, species: hens, nowMs: NOW, zone: ZONE },
    })
    const [from, to] = choice.findAll('input[type="date"]')
    await from!.setValue('2026-04-02')
    await from!.trigger('change')
    await to!.setValue('2026-04-10')
    await to!.trigger('change')
    expect(choice.find('[role="alert"]').text()).toMatch(/Widen the dates/)
  })
  it('changes from one kind to another with a day that makes sense', async () => {
    const choice = mount(TimingChoice, {
      props: {
        timing: { by: 'set', date: '2026-04-02', time: '18:00' },
        species: hens,
        nowMs: NOW,
        zone: ZONE,
      },
    })
    await chooseOfFew(choice, 'Choose the hatch day')
    expect(choice.emitted('change')).toEqual([[{ by: 'hatch', date: '2026-04-22', hour: 12 }]])
  })
})

describe('eggs that are in the incubator already', () => {
  const open = (timing: DraftTiming) => mount(PlanStart, { props: { timing, nowMs: NOW, zone: ZONE } })
  it('are asked about first, and since when', async () => {
    const start = open({ by: 'hatch', date: '2026-04-22', hour: 12 })
    expect(start.find('input[type="date"]').exists()).toBe(false)
    await chooseOfFew(start, 'Yes, since …')
    expect(start.emitted('change')).toEqual([[{ by: 'already', date: '2026-04-01', time: '10:00' }]])
  })
  it('may have gone in days ago; what is no day changes nothing, and what is odd is said', async () => {
    const start = open({ by: 'already', date: '2026-04-01', time: '10:00' })
    const day = start.find('input[type="date"]')
    await day.setValue('2026-03-25')
    await day.trigger('change')
    expect(start.emitted('change')!.at(-1)).toEqual([{ by: 'already', date: '2026-03-25', time: '10:00' }])
    const said = start.emitted('change')!.length
    await day.setValue('')
    await day.trigger('change')
    expect(start.emitted('change')).toHaveLength(said)
    await day.setValue('2027-03-25')
    await day.trigger('change')
    expect(start.find('[role="alert"]').exists()).toBe(true)
    await chooseOfFew(start, 'Not yet')
    expect(start.emitted('change')!.at(-1)).toEqual([{ by: 'set', date: '2026-04-01', time: '10:00' }])
  })
})

describe('a method', () => {
  it('is chosen by its name and shows its reason', async () => {
    const choice = mount(MethodChoice, {
      props: { legend: 'When to candle', choices: CANDLING_METHOD_CHOICES, value: 'weekly' },
    })
    expect(choice.text()).toContain('For dark shells')
    await chooseOfFew(choice, CANDLING_METHOD_CHOICES['late-only'].label)
    expect(choice.emitted('choose')).toEqual([['late-only']])
  })
  it('of one’s own is a list of days; what is no day changes nothing', async () => {
    const own = mount(OwnDays, { props: { days: [7, 14] } })
    const input = own.find('input')
    expect(input.element.value).toBe('7, 14')
    await input.setValue('18; 3 10')
    await input.trigger('change')
    expect(own.emitted('change')!.at(-1)).toEqual([[3, 10, 18]])
    const said = own.emitted('change')!.length
    await input.setValue('Tuesday')
    await input.trigger('change')
    expect(own.find('[role="alert"]').exists()).toBe(true)
    expect(own.emitted('change')).toHaveLength(said)
  })
})

describe('the timeline', () => {
  const schedule = makeSchedule({ species: 'chicken', setAtMs: NOW, zone: ZONE, method: 'weekly' })
  const statuses = eventStatuses(
    { schedule, doneKeys: new Set(['set']), eggIds: ['a'], looks: [] },
    NOW + 9 * DAY_MS,
    ZONE,
  )

  it('tells its days to a screen reader, and draws what falls together as one flag', () => {
    const timeline = mount(PlanTimeline, { props: { statuses, nowMs: NOW + 8 * DAY_MS } })
    const label = timeline.find('[role="img"]').attributes('aria-label')!
    expect(label).toBe(
      'Plan: Set Wed 1 Apr, Candle Wed 8 Apr, Candle Wed 15 Apr, Last look, lockdown Sun 19 Apr, Breakout Fri 24 Apr',
    )
    expect(timeline.text()).toContain('overdue')
  })

  it('marks now only while it lies on it', () => {
    const marks = (nowMs?: number): number =>
      mount(PlanTimeline, { props: { statuses, nowMs } }).findAll('.bg-ember').length
    expect([marks(NOW + DAY_MS), marks(NOW - DAY_MS), marks(undefined)]).toEqual([1, 0, 0])
  })
})

describe('the day of setting', () => {
  it.each(['202600-01-01', '0202-03-01', '20266-03-01', ''])(
    'does not take %j, as it is while a year is typed',
    async (date) => {
      const nowMs = instantOf('2026-04-01', '10:00', 'UTC')
      const form = mount(TimingChoice, {
        props: { timing: { by: 'set', date: '2026-04-02', time: '18:00' }, species: [], nowMs, zone: 'UTC' },
      })
      const field = form.find<HTMLInputElement>('[data-testid="set-date"]')
      Object.defineProperty(field.element, 'value', { value: date, writable: true })
      await field.trigger('change')
      expect(form.emitted('change')).toBeUndefined()
      expect(form.get('[role="alert"]').text()).toMatch(/previous (date|one) is kept/)
    },
  )
})
