// @vitest-environment happy-dom
import { isDoneWith } from '../../../domain/own-grade.ts'
import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope, nextTick, ref, shallowRef } from 'vue'
import { sampleRecords } from '../../../contracts/records/sample-records.ts'
import type { PicturedLook } from '../../../contracts/records/look-record.ts'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { Action } from '../../../core/grade/types.ts'
import { CANDLING_LIMITS } from '../../../core/session/limits.ts'
import { EMPTY_LAMP, type WatchState } from '../../../core/watch/egg-watch.ts'
import { useEvening, type EveningParts } from './useEvening.ts'
import type { LampWatchEvents } from './useLampWatch.ts'

/** The lamp in the test's hands. */
const lamp = { on: null as unknown as LampWatchEvents, again: 0, wasTaken: 0 }
const watchLamp: EveningParts['watchLamp'] = (_picture, _active, on) => {
  lamp.on = on
  const state = ref<WatchState>(EMPTY_LAMP)
  return {
    state,
    film: () => [],
    takeFrames: () => Promise.resolve([]),
    again: () => void lamp.again++,
    wasTaken: () => {
      lamp.wasTaken++
      state.value = { ...EMPTY_LAMP, stage: 'taken' }
    },
  }
}

const {
  sets: [set],
  eggs,
  looks: [sample],
} = sampleRecords()

interface Wish {
  action?: Action
  liftAgrees?: boolean
  trigger?: 'itself' | 'key'
  fails?: boolean
}

function setUp({ action = 'keep', liftAgrees = true, trigger = 'itself', fails = false }: Wish = {}) {
  const camera = { fails, blurred: false }
  const aside: string[] = []
  const measurings: AbortSignal[] = []
  const kept: unknown[] = []
  const current = shallowRef<Egg | null>(eggs[0]!)
  const looks = ref(new Map<string, PicturedLook>())
  const problem = ref<string | null>(null)
  const log: string[] = []
  const advance = (): void => {
    const next =
      eggs.find((egg) => !looks.value.get(egg.id) && !aside.includes(egg.id)) ??
      eggs.find((egg) => {
        const look = looks.value.get(egg.id)
        return look && !isDoneWith(look)
      })
    if (next) current.value = next
    log.push(`at ${current.value?.id}`)
  }
  const bench = {
    current,
    problem,
    several: ref(null),
    busy: ref(false),
    eggs: ref(eggs),
    placeOf: (egg: Egg) => egg.id,
    look: {
      get value() {
        return current.value ? (looks.value.get(current.value.id) ?? null) : null
      },
    },
    lookOf: (egg: Egg) => looks.value.get(egg.id),
    choose: (egg: Egg | null) => {
      current.value = egg
    },
    advance,
    measure: (_frames: unknown, signal: AbortSignal) => {
      measurings.push(signal)
      return Promise.resolve(measurings.length)
    },
    keepMeasured: async (measuring: () => Promise<unknown>) => {
      const id = current.value!.id
      kept.push(await measuring())
      problem.value = camera.fails ? 'No egg to be found.' : null
      if (!camera.fails)
        looks.value.set(id, {
          ...sample!,
          id: `look of ${id}`,
          eggId: id,
          own: null,
          verdict: { ...sample!.verdict, action },
          reading: { ...sample!.reading, reasons: camera.blurred ? ['blurred'] : [] },
        })
      log.push(`photographed ${id}`)
    },
    undo: () => {
      const left = aside.pop()
      if (left !== undefined) current.value = eggs.find(({ id }) => id === left)!
      return Promise.resolve(void log.push('undone'))
    },
    leaveIn: () => {
      const look = looks.value.get(current.value!.id)!
      looks.value.set(look.eggId, {
        ...look,
        leftIn: { at: look.takenAt },
      })
      log.push(`lift leaves in ${look.eggId}`)
      advance()
      return Promise.resolve()
    },
  }
  const flow = {
    session: ref({
      begun: true,
      trigger,
      source: 'device',
      liftAgrees,
      timerSeconds: 60,
      egg: { id: eggs[0]!.id, since: '' },
    }),
    step: ref({ kind: 'candle', trayId: 'tray-1' }),
    clocks: ref({ pausedMs: null, trayOutMs: null, lidOffMs: null }),
    eggOutMs: ref(null),
    limits: ref(CANDLING_LIMITS.usual),
    takeInHand: () => Promise.resolve(),
    putDown: () => {
      log.push('put down')
      return Promise.resolve()
    },
    setAside: (id: string) => Promise.resolve(void aside.push(id)),
  }
  const heard: string[] = []
  const sounds = { play: (...names: string[]) => heard.push(...names), say: () => undefined }
  const hands = effectScope().run(() =>
    useEvening({
      watchLamp,
      set: () => set!,
      bench: bench as unknown as EveningParts['bench'],
      flow: flow as unknown as EveningParts['flow'],
      sounds,
      picture: shallowRef(null),
      hasReport: () => false,
      start: () => Promise.resolve(),
      toRemoval: () => undefined,
    }),
  )!
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 20; i++) await nextTick()
    await hands.idle()
  }
  return { current, problem, looks, camera, aside, measurings, kept, log, heard, hands, settle, flow }
}

beforeEach(() => {
  setActivePinia(createPinia())
  Object.assign(lamp, { again: 0, wasTaken: 0 })
})

describe('eggs that come and go by themselves', () => {
  it('are photographed as they settle, agreed with as they are lifted, one after the other', async () => {
    const { log, heard, settle } = setUp()
    for (let i = 0; i < 2; i++) {
      lamp.on.settled(0)
      lamp.on.gone()
    }
    await settle()
    expect(log).toEqual([
      'photographed egg-1',
      'lift leaves in egg-1',
      'at egg-2',
      'photographed egg-2',
      'lift leaves in egg-2',
      'at egg-2',
      'put down',
    ])
    expect(heard).toEqual(['taken', sample!.verdict.grade, 'taken', sample!.verdict.grade])
  })

  it.each([
    ['what comes out', { action: 'remove' as const }],
    ['anything, where the candler does not want it so', { liftAgrees: false }],
  ])('lifting never agrees to %s', async (_, wish) => {
    const { log, settle } = setUp(wish)
    lamp.on.settled(0)
    lamp.on.gone()
    await settle()
    expect(log).toEqual(['photographed egg-1', 'at egg-2'])
  })

  it('a tray is done when each egg has its picture, though some still want the candler’s word', async () => {
    const { log, settle } = setUp({ action: 'remove' })
    for (let i = 0; i < 2; i++) {
      lamp.on.settled(0)
      lamp.on.gone()
    }
    await settle()
    expect(log).toEqual(['photographed egg-1', 'at egg-2', 'photographed egg-2', 'at egg-1', 'put down'])
  })

  it('what is lifted off says nothing about an egg that the candler went back to', async () => {
    const { log, current, looks, settle } = setUp()
    lamp.on.settled(0)
    await settle()
    looks.value.set('egg-2', { ...sample!, eggId: 'egg-2', own: null })
    current.value = eggs[1]!
    lamp.on.gone()
    await settle()
    expect(log).toEqual(['photographed egg-1'])
  })

  it('an egg that has its look is not taken again', async () => {
    const { log, looks, measurings, settle } = setUp()
    looks.value.set('egg-1', { ...sample!, eggId: 'egg-1' })
    lamp.on.settled(0)
    await settle()
    expect(log).toEqual([])
    expect(measurings.map(({ aborted }) => aborted)).toEqual([true])
  })

  it('one that cannot be read is tried three times, with a sound, and then waits for the candler', async () => {
    const { log, heard, settle } = setUp({ fails: true })
    for (let i = 0; i < 3; i++) {
      lamp.on.settled(0)
      await settle()
    }
    expect(log).toEqual(['photographed egg-1', 'photographed egg-1', 'photographed egg-1'])
    expect(heard).toEqual(['retake', 'retake', 'retake'])
    expect(lamp.again).toBe(2)
    lamp.on.gone()
    await settle()
    expect(log).toHaveLength(3)
  })

  it('measuring begins as an egg seems to settle, and is what it gets when it has', async () => {
    const { measurings, kept, settle } = setUp()
    for (let i = 0; i < 3; i++) lamp.on.settling()
    await settle()
    expect(measurings).toHaveLength(1)
    lamp.on.settled(0)
    await settle()
    expect([measurings.length, kept]).toEqual([1, [1]])
  })

  it('what was measured of an egg that moved on is dropped', async () => {
    const { measurings, kept, settle } = setUp()
    lamp.on.settling()
    await settle()
    lamp.on.restless()
    expect(measurings[0]!.aborted).toBe(true)
    lamp.on.settling()
    lamp.on.settled(0)
    await settle()
    expect(kept).toEqual([2])
  })

  it('one that could not be read is tried again when it is laid down again, and its place is said', async () => {
    const { log, hands, camera, settle } = setUp({ fails: true })
    for (let i = 0; i < 3; i++) {
      lamp.on.settled(0)
      await settle()
    }
    lamp.on.gone()
    await settle()
    expect(hands.unread.value).toBe('egg-1')
    camera.fails = false
    lamp.on.settled(0)
    await settle()
    expect(log).toHaveLength(4)
    expect(log.at(-1)).toBe('photographed egg-1')
    expect(hands.unread.value).toBeNull()
  })

  it('one that could not be read as it lay is tried again when it was turned', async () => {
    const { log, hands, camera, looks, settle } = setUp({ fails: true })
    for (let i = 0; i < 3; i++) {
      lamp.on.settled(0)
      await settle()
    }
    expect([hands.unread.value, log.length]).toEqual(['egg-1', 3])
    camera.fails = false
    const before = lamp.again
    lamp.on.turned()
    expect(lamp.again).toBe(before + 1)
    lamp.on.settled(0)
    await settle()
    expect(looks.value.has('egg-1')).toBe(true)
  })

  it('one that was lifted before its picture succeeded is waited for as well', async () => {
    const { log, hands, settle } = setUp({ fails: true })
    // The hand is quicker than the reading.
    lamp.on.settled(0)
    lamp.on.gone()
    lamp.on.settled(0)
    await settle()
    expect([hands.unread.value, log.length]).toEqual(['egg-1', 1])
  })

  it('asked for while the hand still moves uses up no try: as it lies still it is taken', async () => {
    const { camera, hands, settle, looks } = setUp({ fails: true })
    hands.watching.value = { ...EMPTY_LAMP, stage: 'coming' }
    for (let i = 0; i < 4; i++) await hands.take()
    expect(hands.unread.value).toBeNull()
    camera.fails = false
    hands.watching.value = { ...EMPTY_LAMP, stage: 'taken' }
    lamp.on.settled(0)
    await settle()
    expect(looks.value.has('egg-1')).toBe(true)
  })

  it('an egg that leaves after that without a picture is taken when it comes back', async () => {
    const { camera, hands, settle, looks } = setUp({ fails: true })
    hands.watching.value = { ...EMPTY_LAMP, stage: 'coming' }
    await hands.take()
    lamp.on.gone()
    await settle()
    expect(hands.unread.value).toBe('egg-1')
    camera.fails = false
    lamp.on.settled(0)
    await settle()
    expect([...looks.value.keys()]).toEqual(['egg-1'])
  })

  it('a blurred picture is tried again, and the egg may be lifted all the same: the next is the next', async () => {
    const { log, heard, camera, settle } = setUp()
    camera.blurred = true
    lamp.on.settled(0)
    await settle()
    expect([heard, lamp.again]).toEqual([['retake'], 1])
    camera.blurred = false
    lamp.on.gone()
    lamp.on.settled(0)
    await settle()
    expect(log).toEqual(['photographed egg-1', 'lift leaves in egg-1', 'at egg-2', 'photographed egg-2'])
  })

  it('one that cannot be read is left for later with a key, and brought back with another', async () => {
    const { log, current, problem, aside, hands, camera, settle } = setUp({ fails: true })
    for (let i = 0; i < 3; i++) {
      lamp.on.settled(0)
      await settle()
    }
    await hands.another()
    await settle()
    expect([current.value?.id, aside, hands.unread.value, problem.value]).toEqual([
      'egg-2',
      ['egg-1'],
      null,
      null,
    ])
    await hands.takeBack()
    await settle()
    expect([current.value?.id, aside, log.at(-1)]).toEqual(['egg-1', [], 'undone'])
    camera.fails = false
    lamp.on.gone()
    lamp.on.settled(0)
    await settle()
    expect(log.at(-1)).toBe('photographed egg-1')
    // An egg that has its look is judged, not left.
    await hands.another()
    await settle()
    expect([aside, hands.chosen.value]).toEqual([[], 'clear'])
  })

  it('with keys the watch takes nothing and moves nothing; a picture by key tells it that the egg is taken', async () => {
    const { log, hands, settle } = setUp({ trigger: 'key' })
    lamp.on.settled(0)
    lamp.on.gone()
    await settle()
    expect(log).toEqual([])
    await hands.take()
    expect(log).toEqual(['photographed egg-1'])
    expect(lamp.wasTaken).toBe(1)
  })
})

describe('after a reload', () => {
  it('the egg at hand is at hand; if it was taken, it has to leave first and may be lifted', async () => {
    const { log, current, looks, hands, settle } = setUp()
    looks.value.set('egg-1', {
      ...sample!,
      eggId: 'egg-1',
      own: null,
      verdict: { ...sample!.verdict, action: 'keep' },
    })
    current.value = eggs[1]!
    hands.resume()
    expect(current.value.id).toBe('egg-1')
    expect(hands.watching.value.stage).toBe('taken')
    lamp.on.gone()
    await settle()
    expect(log).toEqual(['lift leaves in egg-1', 'at egg-2'])
  })
})
