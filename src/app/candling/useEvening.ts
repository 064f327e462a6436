import { useIntervalFn } from '@vueuse/core'
import { computed, nextTick, onScopeDispose, shallowRef, watch, type Ref } from 'vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { scaled } from '../../core/geometry/egg-outline.ts'
import type { RawFrame } from '../../core/motion/clip.ts'
import type {
  EggAtHand,
  EveningEffect,
  EveningEvent,
  EveningFacts,
} from '../../core/session/evening-terms.ts'
import { NEW_EVENING } from '../../core/session/evening-state.ts'
import { chosenFor, evening } from '../../core/session/evening.ts'
import { clockLevel } from '../../core/session/limits.ts'
import { PREFLIGHT } from '../../core/session/preflight.ts'
import { createEgg } from '../../core/simulate/egg-model.ts'
import { takeShot } from '../../core/simulate/shot.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { EMPTY_LAMP } from '../../core/watch/egg-watch.ts'
import { EggWorkerClient } from '../../workers/client.ts'
import type { MeasuredPhoto } from '../../workers/protocol.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import type { useBench } from './useBench.ts'
import { useSpokenNotes } from './useSpokenNotes.ts'
import { useLampWatch, type LivePicture } from './useLampWatch.ts'
import type { useSession } from './useSession.ts'
import type { useSounds } from './useSounds.ts'
import { GRADE_WORDS } from '../shared/wording.ts'

const WARM_UP_SIDE_PX = 640
const WARM_UP_ROUNDS = 8
/** A mark that nobody steps on from holds after this. */
const MARK_RESTS_MS = 2000
/** Name under which `npm run bench` finds the times in the browser's own user timing. */
const SETTLED_TO_VERDICT = 'perlumen settled to verdict'

interface Measuring {
  measured: Promise<MeasuredPhoto>
  stop: AbortController
}

export interface EveningParts {
  set: () => EggSet
  bench: ReturnType<typeof useBench>
  flow: ReturnType<typeof useSession>
  sounds: ReturnType<typeof useSounds>
  picture: Ref<LivePicture | null>
  /** A session of yesterday is shown, with what it came to. */
  hasReport: () => boolean
  start: () => Promise<unknown>
  toRemoval: () => void
}

/** Tells the evening what happens and does what it asks for; every rule is in core/session/evening.ts. */
export function useEvening({ set, bench, flow, sounds, picture, hasReport, start, toRemoval }: EveningParts) {
  const hatchery = useHatcheryStore()
  const { workers } = useDevicesStore()
  const filmReader = new EggWorkerClient()
  onScopeDispose(() => filmReader.release())
  const state = shallowRef(NEW_EVENING)

  const phase = computed((): EveningFacts['phase'] => {
    const { value: session } = flow.session
    if (!hatchery.leads) return 'follows'
    if (!session) return hasReport() ? 'report' : 'none'
    if (!session.begun) return 'making-ready'
    if (flow.clocks.value.pausedMs !== null) return 'paused'
    return flow.step.value.kind === 'candle' ? 'candling' : 'beside'
  })
  const candling = computed(() => phase.value === 'candling')
  const byItself = computed(() => candling.value && flow.session.value?.trigger === 'itself')
  const lamp = useLampWatch(picture, () => candling.value, {
    settling: () => tell({ kind: 'settling' }),
    restless: () => tell({ kind: 'restless' }),
    settled: (atMs) => tell({ kind: 'settled', atMs }),
    gone: () => tell({ kind: 'gone' }),
    filmed: (milliseconds) => tell({ kind: 'filmed', milliseconds }),
  })

  function factsNow(): EveningFacts {
    const { value: session } = flow.session
    return {
      phase: phase.value,
      step: session?.begun ? flow.step.value.kind : null,
      trigger: session?.trigger ?? 'key',
      source: session?.source ?? 'device',
      liftAgrees: session?.liftAgrees ?? false,
      lamp: lamp.state.value.stage,
      egg: eggAtHand(),
      problem: bench.problem.value !== null,
      marks: hatchery.hatchery.marks,
    }
  }

  function eggAtHand(): EggAtHand | null {
    const { value: egg } = bench.current
    const { value: look } = bench.look
    return (
      egg && {
        id: egg.id,
        removed: egg.removed !== null,
        look: look && {
          id: look.id,
          decided: look.own !== null,
          staysIn: look.verdict.action !== 'remove',
          blurred: look.reading.reasons.includes('blurred'),
          grade: look.own?.grade ?? look.verdict.grade,
          suggested: look.verdict.grade,
        },
      }
    )
  }

  /** Everything that is under way; settled when nothing is. */
  let working: Promise<unknown> = Promise.resolve()

  /** @returns when what the event began is done; at once where it began nothing */
  function tell(event: EveningEvent): Promise<void> {
    const before = state.value.doing
    const reply = evening(state.value, event, factsNow())
    state.value = reply.state
    const done = perform(reply.effects)
    const begun = reply.state.doing !== null && reply.state.doing !== before
    const finished = begun ? done.then(() => tell({ kind: 'done' })) : Promise.resolve()
    if (begun) working = finished
    return finished
  }

  /** One after the other; those that take no time are done on return. What fails says so on the screen. */
  async function perform(effects: readonly EveningEffect[]): Promise<void> {
    try {
      for (const effect of effects) {
        const underWay = performed(effect)
        if (underWay) await underWay
      }
    } catch (error) {
      bench.problem.value = (error as Error).message
    }
  }

  const voice = useSpokenNotes({
    enough: () => void tell({ kind: 'heard' }),
    failed: (sentence) => {
      bench.problem.value = sentence
      void tell({ kind: 'not-heard' })
    },
  })
  const measurings = new Map<number, Measuring>()

  function performed(effect: EveningEffect): Promise<unknown> | void {
    switch (effect.kind) {
      case 'measure':
        return void measurings.set(effect.measuring, measureNow())
      case 'drop':
        measurings.get(effect.measuring)?.stop.abort()
        return void measurings.delete(effect.measuring)
      case 'take':
        return take(effect.measuring)
      case 'decide':
        return bench.decide(effect.grade, effect.by)
      case 'advance':
        return bench.advance()
      case 'put-down':
        return flow.putDown()
      case 'undo':
        return bench.undo()
      case 'start':
        return start()
      case 'tick-or-begin': {
        const next = PREFLIGHT.find((item) => !flow.session.value?.ready.includes(item))
        return next ? flow.tick(next) : flow.begin()
      }
      case 'pause-or-resume':
        return flow.pause()
      case 'step-done':
        return flow.done()
      case 'set-aside':
        bench.problem.value = null
        return flow.setAside(effect.eggId)
      case 'take-in-hand':
        return flow.takeInHand(effect.eggId)
      case 'to-removal':
        return toRemoval()
      case 'say-who-leads':
        return hatchery.mustLead()
      case 'note':
        return hatchery.commit('note', effect.eggId, { notes: [{ eggId: effect.eggId, text: effect.mark }] })
      case 'listen':
        return voice.begin(effect.eggId)
      case 'hush':
        return void voice.end().catch((error: Error) => {
          bench.problem.value = error.message
        })
      case 'say-mark':
        return sounds.say(effect.mark ?? 'no mark')
      case 'rest':
        return rest()
      case 'lamp':
        return setLamp(effect.as)
      case 'sound':
        return sounds.play(effect.name)
      case 'say': {
        const place = effect.withPlace && bench.current.value ? `${bench.placeOf(bench.current.value)}. ` : ''
        return sounds.say(`${place}${GRADE_WORDS[effect.grade]}`)
      }
      case 'shown':
        return nextTick().then(() => {
          if (effect.atMs > 0)
            performance.measure(SETTLED_TO_VERDICT, { start: effect.atMs, end: performance.now() })
        })
      case 'read-film': {
        const look = hatchery.looks.find(({ id }) => id === effect.lookId) ?? bench.look.value
        return look ? readFilm(look, effect.shortestMs) : undefined
      }
    }
  }

  function setLamp(as: Extract<EveningEffect, { kind: 'lamp' }>['as']): void {
    if (as === 'again') lamp.again()
    else if (as === 'taken') lamp.wasTaken()
    else lamp.state.value = EMPTY_LAMP
  }

  let resting: ReturnType<typeof setTimeout> | undefined
  function rest(): void {
    clearTimeout(resting)
    resting = setTimeout(() => void tell({ kind: 'mark-rested' }), MARK_RESTS_MS)
  }
  onScopeDispose(() => {
    clearTimeout(resting)
    // A mark that was named is noted, also when the candler leaves the page on the heels of it.
    void tell({ kind: 'mark-rested' })
  })

  async function take(begun: number | null): Promise<void> {
    const measuring = begun === null ? null : measurings.get(begun)
    if (begun !== null) measurings.delete(begun)
    if (flow.session.value?.source === 'network') await bench.takeFromNetwork(byItself.value)
    else await bench.keepMeasured(() => (measuring ?? measureNow()).measured, 'camera')
    if (!bench.several.value) return
    bench.several.value = null
    bench.problem.value = 'There is more than one egg in the picture. One at a time, please.'
  }

  function measureNow(): Measuring {
    const stop = new AbortController()
    const measured = lamp.takeFrames().then((frames) => bench.measure(frames, stop.signal))
    // It may be told of only later, or never.
    measured.catch(() => undefined)
    return { measured, stop }
  }

  /** The first measurements of a worker are several times as slow as later ones: they are made while things are got ready. */
  async function warmUp(): Promise<void> {
    const shot = takeShot('warm-up', { widthPx: WARM_UP_SIDE_PX, heightPx: WARM_UP_SIDE_PX })
    const { species, shell } = set()
    const egg = await workers.render({
      egg: createEgg('warm-up', { species, shell, fate: { kind: 'developing' } }),
      ageDays: 8,
      shot,
    })
    // An egg that is there already must not wait for it.
    for (let i = 0; i < WARM_UP_ROUNDS && !candling.value; i++)
      await workers.measure(egg, { species: set().species })
  }
  void warmUp().catch(() => undefined)

  function readFilm(look: LookRecord, shortestMs: number): void {
    const film = lamp.film()
    const [first] = film
    const lastFrame = film.at(-1)
    if (!first || !lastFrame || lastFrame.atMs - first.atMs < shortestMs || film.length < 20) return
    if (look.movement && look.movement.seconds >= (lastFrame.atMs - first.atMs) / 1000 - 0.5) return
    const frames: RawFrame[] = film.map((frame) => ({ ...frame, data: frame.data.slice() }))
    const outline = scaled(look.reading.outline, first.widthPx / look.photo.widthPx)
    void filmReader
      .film({
        frames,
        outline,
        stage: timelineOf(set(), hatchery.hatchery).stageAt(Date.parse(look.takenAt)),
      })
      .then(async (reading) => {
        if (!reading) return
        const { significance, moving, places, seconds } = reading.movement
        await bench.noteMovement(look.id, {
          seconds,
          widthPx: first.widthPx,
          heightPx: first.heightPx,
          significance,
          moving,
          places,
          heartbeat: reading.heartbeat,
        })
      })
      .catch(() => undefined)
  }

  /** After a reload, or when this tab takes over, the egg that is at hand goes on being it. */
  function resume(): void {
    const egg = bench.eggs.value.find(({ id }) => id === flow.session.value?.egg?.id)
    if (!egg) return
    bench.choose(egg)
    void tell({ kind: 'lead' })
  }
  watch(
    () => hatchery.leads,
    (leads) => {
      if (leads) resume()
    },
  )
  // A tab that follows shows the egg that is at hand in the other.
  watch(
    () => flow.session.value?.egg?.id,
    (eggId) => {
      if (!hatchery.leads) bench.choose(bench.eggs.value.find(({ id }) => id === eggId) ?? null)
    },
  )
  watch(
    () => [bench.current.value?.id, phase.value] as const,
    () => void tell({ kind: 'changed' }),
    { immediate: true },
  )
  // A clock that has run out is heard once, whatever the eyes are on.
  watch(
    () =>
      [
        clockLevel(flow.eggOutMs.value ?? 0, flow.limits.value.eggOut),
        clockLevel(flow.clocks.value.trayOutMs ?? 0, flow.limits.value.trayOut),
        clockLevel(flow.clocks.value.lidOffMs ?? 0, flow.limits.value.lidOff),
      ].filter((level) => level === 'over').length,
    (now, before) => {
      if (now > before) sounds.play('time')
    },
  )
  const timerMs = computed(() => 1000 * (flow.session.value?.timerSeconds ?? 4))
  useIntervalFn(() => void tell({ kind: 'timer', atMs: performance.now() }), timerMs)

  return {
    byItself,
    watching: lamp.state,
    /** The egg that left without a picture and is waited for. */
    unread: computed(() => state.value.unread),
    /** The candler's other grade, until it is confirmed. */
    chosen: computed(() => chosenFor(state.value, bench.current.value?.id ?? null)),
    goOn: () => tell({ kind: 'go-on' }),
    another: () => tell({ kind: 'another' }),
    takeBack: () => tell({ kind: 'take-back' }),
    pause: () => tell({ kind: 'pause' }),
    mark: () => tell({ kind: 'mark' }),
    speak: () => tell({ kind: 'speak' }),
    /** Since when something is spoken of the egg at hand. */
    speakingSinceMs: voice.sinceMs,
    speaking: computed(() => state.value.speaking !== null),
    /** The mark that is named for the egg at hand and not yet noted. */
    marking: computed(() => state.value.marking?.mark ?? null),
    /** Goes so many eggs on, whether they wait or not. */
    skip: (by: number) => {
      // In a pause nobody watches the lamp: what is laid down meanwhile must not be taken for another egg.
      if (phase.value === 'paused') return Promise.resolve()
      bench.step(by)
      return tell({ kind: 'chosen' })
    },
    take: () => tell({ kind: 'take', atMs: performance.now() }),
    resume,
    /** For tests: when nothing is under way any more. */
    idle: async (): Promise<void> => {
      for (let seen: unknown; seen !== working;) {
        seen = working
        await working
      }
    },
  }
}
