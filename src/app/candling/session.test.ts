// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import { usualProbeId } from '../../contracts/records/probe-record.ts'
import { byProbeAndDay, withReadings } from '../../contracts/records/readings-record.ts'
import { newSession, type Session } from '../../contracts/records/session-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { Action } from '../../core/grade/types.ts'
import { PREFLIGHT } from '../../core/session/preflight.ts'
import type { SessionStep } from '../../core/session/session.ts'
import { MINUTE_MS, DAY_MS } from '../../core/time/durations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import CompareEgg from './CompareEgg.vue'
import EssentialScreen from './EssentialScreen.vue'
import PreFlight from './PreFlight.vue'
import SessionClocks from './SessionClocks.vue'
import SessionKeys from './SessionKeys.vue'
import SessionReport from './SessionReport.vue'
import SessionVerdict from './SessionVerdict.vue'
import { newHatchery } from '../../contracts/records/hatchery-record.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { fieldOf } from '../shared/kit/in-tests.ts'

const {
  sets: [set],
  eggs,
  looks: [living, clear],
} = sampleRecords()
const start = Date.parse('2026-03-11T20:00:00.000Z')
const at = (minute: number): string => new Date(start + minute * MINUTE_MS).toISOString()
const told = { id: 'e', device: null }
const session = newSession({
  id: 'evening',
  setId: 'set-1',
  startedAt: at(0),
  begun: true,
  source: 'device',
  events: [
    { ...told, kind: 'opened', at: at(1), purpose: 'fetch', trayId: 'tray-1' },
    { ...told, kind: 'closed', at: at(2) },
    { ...told, kind: 'opened', at: at(10), purpose: 'return', trayId: 'tray-1' },
    { ...told, kind: 'closed', at: at(10.5) },
  ],
})
/** What the sensor said: minute, humidity, temperature. */
const AIR = [
  [0.5, 52, 37.6],
  [10.6, 37, 35.2],
  [40.5, 51, 37.5],
] as const
const suggested = (look: PicturedLook, action: Action): PicturedLook => ({
  ...look,
  verdict: { ...look.verdict, action },
})
const placeOf = (egg: Egg): string => `P${egg.number}`

beforeEach(() => setActivePinia(createPinia()))

describe('the clocks', () => {
  const limits = { eggOut: 5, trayOut: 30, lidOff: 2 }
  it('show only what runs, calmly, with its limit', () => {
    const clocks = mount(SessionClocks, {
      props: { eggOutMs: 65_000, trayOutMs: 10 * MINUTE_MS, lidOffMs: null, limits },
    })
    expect(clocks.findAll('li').map((item) => item.attributes('data-level'))).toEqual(['calm', 'calm'])
    expect(clocks.text()).toContain('1:05')
    expect(clocks.text()).toContain('of 5 min')
  })

  it('say in words when it is soon, and when it is over', () => {
    const clocks = mount(SessionClocks, {
      props: { eggOutMs: 4 * MINUTE_MS, trayOutMs: 31 * MINUTE_MS, lidOffMs: MINUTE_MS, limits },
    })
    expect(clocks.findAll('li').map((item) => item.attributes('data-level'))).toEqual([
      'soon',
      'over',
      'calm',
    ])
    expect(clocks.text()).toContain('over the limit')
  })
})

describe('making ready', () => {
  const props = {
    latest: null,
    units: 'metric' as const,
    known: [],
    networkName: 'Network camera',
    pedal: null,
    voiceOffered: true,
    sounds: true,
    voice: false,
  }
  it('ticks and unticks one thing at a time', async () => {
    const panel = mount(PreFlight, { props: { ...props, session: { ...session, ready: ['hands'] } } })
    const items = panel.findAll('ol button[aria-pressed]')
    expect(items.map((item) => item.attributes('aria-pressed'))).toEqual([
      'true',
      'false',
      'false',
      'false',
      'false',
    ])
    await items[1]!.trigger('click')
    expect(panel.emitted('tick')).toEqual([[PREFLIGHT[1]]])
    await panel
      .findAll('button')
      .find((button) => button.text() === 'All ready')!
      .trigger('click')
    expect(panel.emitted('all')).toHaveLength(1)
  })

  it('takes the air by hand where no sensor reads it, and no nonsense', async () => {
    const panel = mount(PreFlight, { props: { ...props, session } })
    const [rh, celsius] = panel.findAll('form input')
    await rh!.setValue('300')
    await celsius!.setValue('37.5')
    await panel.find('form').trigger('submit')
    expect(panel.emitted('air')).toBeUndefined()
    expect(panel.get('[role="alert"]').text()).toMatch(/Nothing was saved/)
    await rh!.setValue('51')
    await panel.find('form').trigger('submit')
    expect(panel.emitted('air')).toEqual([[51, 37.5]])
    // Hardly ever so: asked about, and taken when it is noted once more.
    await rh!.setValue('12')
    await panel.find('form').trigger('submit')
    expect(panel.emitted('air')).toHaveLength(1)
    await panel.find('form').trigger('submit')
    expect(panel.emitted('air')!.at(-1)).toEqual([12, 37.5])
    await panel.setProps({ latest: { atMs: 0, rhPercent: 52.4, celsius: 37.62 } })
    expect(panel.find('[data-testid="air-now"]').text()).toBe('52 % RH, 37.6 °C')
  })

  it('takes the air in the keeper’s own units', async () => {
    const panel = mount(PreFlight, { props: { ...props, units: 'imperial', session } })
    const [rh, warmth] = panel.findAll('form input')
    await rh!.setValue('50')
    await warmth!.setValue('99.5')
    await panel.find('form').trigger('submit')
    const [[, celsius]] = panel.emitted('air') as [[number, number]]
    expect(celsius).toBeCloseTo(37.5)
  })

  it('keeps the timer’s seconds within what a hand can follow', async () => {
    const panel = mount(PreFlight, { props: { ...props, session: { ...session, trigger: 'timer' } } })
    const seconds = fieldOf(panel, 'every, seconds')
    await seconds.setValue('400')
    await seconds.trigger('change')
    expect(panel.text()).toContain('A number from 2 to 60.')
    expect(panel.emitted('change')).toBeUndefined()
    await seconds.setValue('7')
    await seconds.trigger('change')
    expect(panel.emitted('change')!.at(-1)).toEqual([{ timerSeconds: 7 }])
  })
})

describe('the five keys', () => {
  const words = (
    step: SessionStep,
    extra: { look?: PicturedLook | null; paused?: boolean; session?: Session } = {},
  ): string =>
    mount(SessionKeys, {
      props: { session, step, look: null, chosen: null, speaking: false, paused: false, ...extra },
    })
      .get('[data-testid="go-on"]')
      .text()
  it.each([
    [{ kind: 'fetch', trayId: 'a' }, 'Lid off'],
    [{ kind: 'close-lid', purpose: 'fetch', trayId: 'a' }, 'Lid on'],
    [{ kind: 'candle', trayId: 'a' }, 'Photograph'],
    [{ kind: 'return', trayId: 'a' }, 'Lid off'],
    [{ kind: 'finish' }, 'End evening'],
  ] as const)('Space says what it does: %o', (step, expected) => {
    expect(words(step)).toContain(expected)
  })

  it('agreeing names the grade; a pause goes on', () => {
    expect(words({ kind: 'candle', trayId: 'a' }, { look: clear })).toMatch(/Confirm: (Clear|Not sure)/)
    expect(words({ kind: 'candle', trayId: 'a' }, { look: clear, paused: true })).toContain('Resume')
    expect(words({ kind: 'finish' }, { session: { ...session, begun: false } })).toContain('Done')
  })
})

it('an egg without a picture can be left where it would be disagreed with', () => {
  const another = (look: PicturedLook | null, begun = true): string =>
    mount(SessionKeys, {
      props: {
        session: { ...session, begun },
        step: { kind: 'candle', trayId: 'a' },
        look,
        chosen: null,
        paused: false,
        speaking: false,
      },
    })
      .findAll('button')[1]!
      .text()
  expect(another(null)).toContain('Skip')
  expect(another(clear!)).toContain('Next grade')
  expect(another(null, false)).toContain('Next grade')
})

describe('the verdict at arm’s length', () => {
  const show = (look: PicturedLook, extra: object = {}) =>
    mount(SessionVerdict, {
      props: {
        look,
        set: set!,
        timeline: timelineOf(set!, newHatchery('UTC')),
        chosen: null,
        suspected: null,
        liftAgrees: true,
        ...extra,
      },
    })
  it('says that lifting does not agree to what comes out', () => {
    expect(show(suggested(clear!, 'remove')).text()).toContain('does not confirm this')
    expect(show(suggested(living!, 'keep')).text()).not.toContain('does not confirm this')
  })

  it('asks for the pencil on a suspect, and warns of late eggs', () => {
    expect(show(suggested(clear!, 'recheck')).find('[data-testid="pencil"]').exists()).toBe(true)
    const late = {
      ...clear!,
      takenAt: new Date(Date.parse(set!.setAt) + 16 * DAY_MS).toISOString(),
      verdict: { ...clear!.verdict, grade: 'quitter' as const },
    }
    expect(show(late).text()).toContain('live embryo')
    expect(show(clear!).text()).not.toContain('live embryo')
  })

  it('keeps the suggestion in sight when the candler says otherwise', () => {
    expect(show(living!, { chosen: 'quitter' }).text()).toContain('your grade; suggested:')
  })

  it('says what the film showed, and how little stillness means', () => {
    const film = {
      seconds: 9,
      widthPx: 240,
      heightPx: 180,
      significance: 8,
      moving: true,
      places: [],
      heartbeat: { hz: 3.6, signalToNoise: 12, found: true },
    }
    expect(
      show({ ...living!, movement: film })
        .find('[data-testid="film"]')
        .text(),
    ).toMatch(/Movement seen in 9 s.*Heartbeat 3\.6 per second,\s+signal-to-noise 12\.0/s)
    expect(show({ ...living!, movement: { ...film, moving: false, heartbeat: null } }).text()).toContain(
      'proves nothing',
    )
  })
})

describe('a comparison', () => {
  const show = (kind: 'earlier' | 'mates' | 'reference', extra: object = {}) =>
    mount(CompareEgg, {
      props: {
        kind,
        set: set!,
        timeline: timelineOf(set!, newHatchery('UTC')),
        look: living!,
        earlier: [],
        mates: [clear!],
        references: [],
        placeOf,
        eggOf: (look: { eggId: string }) => eggs.find(({ id }) => id === look.eggId),
        ...extra,
      },
    })
  it('says what is missing', () => {
    expect(show('earlier').text()).toContain('first look at this egg')
    expect(show('reference').text()).toContain('no reference egg')
  })

  it('lays an earlier look beside today’s, both upright and of one length', () => {
    const transforms = show('earlier', { earlier: [{ ...living!, id: 'before', ageDays: 7 }] }).findAll(
      'svg[role="img"]',
    )
    expect(transforms.map((svg) => svg.attributes('viewBox'))).toEqual(['-48 -56 96 112', '-48 -56 96 112'])
  })

  it('puts mates in the order of their shadows', () => {
    expect(
      show('mates')
        .findAll('li')
        .map((item) => item.text()),
    ).toEqual(['P2', 'P1'])
  })
})

describe('the report', () => {
  it('adds the evening up: time, openings, air and when it was back', () => {
    const probeId = usualProbeId('sensor', set!.trays[0]!.incubatorId!)
    const readings = AIR.map(([minute, rhPercent, celsius]) => ({
      probeId,
      atMs: Date.parse(at(minute)),
      rhPercent,
      celsius,
    }))
    const chunk = withReadings(null, byProbeAndDay(readings)[0]!)
    useHatcheryStore().readings = new Map([[chunk.id, chunk]])
    const seen = [
      { egg: eggs[0]!, look: suggested(living!, 'keep') },
      { egg: eggs[1]!, look: suggested(clear!, 'recheck') },
    ]
    const text = mount(SessionReport, {
      props: {
        session: { ...session, endedAt: at(41) },
        set: set!,
        seen,
        left: [eggs[1]!],
        changed: [],
        placeOf,
        nowMs: start,
      },
    }).text()
    for (const part of [
      '2 in 41 minutes',
      '1.5 min, 2 times',
      '52 % before, 37 % at the lowest',
      '30 min after',
      'Look again: P2',
      'No picture: P2',
      'Not confirmed: P1, P2',
    ])
      expect(text).toContain(part)
  })

  it('makes nothing up where nothing was noted', () => {
    const text = mount(SessionReport, {
      props: {
        session,
        set: set!,
        seen: [],
        left: [],
        changed: [],
        placeOf,
        nowMs: start + 5 * MINUTE_MS,
      },
    }).text()
    expect(text).toContain('not recorded')
    expect(text).not.toContain('Look again:')
  })
})

it('the black screen shows which egg, its grade, time and trouble, and a touch ends it', async () => {
  const screen = mount(EssentialScreen, {
    props: { place: 'B2', grade: 'clear', over: true, problem: 'The camera does not answer.' },
  })
  for (const part of ['B2', 'Clear', 'put it back', 'does not answer']) expect(screen.text()).toContain(part)
  await screen.trigger('click')
  expect(screen.emitted('close')).toHaveLength(1)
})
