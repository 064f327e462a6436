import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import type { SuggestedGrade } from '../../../core/grade-names.ts'
import { evening } from '../../../core/session/evening.ts'
import { chosenFor } from '../../../core/session/evening-replies.ts'
import { NEW_EVENING, type Evening as EveningState } from '../../../core/session/evening-state.ts'
import type { EveningEffect, EveningEvent, EveningFacts } from '../../../core/session/evening-terms.ts'
import { EMPTY_LAMP, type WatchState } from '../../../core/watch/egg-watch.ts'
import { timelineOf } from '../../../domain/timeline.ts'
import { useHatcheryStore, type HatcheryStore } from '../../data/hatchery.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import type { Bench } from '../bench/useBench.ts'
import type { CandlingSession } from '../session/useSession.ts'
import { eggAtHand, phaseOf } from './facts.ts'
import { performed, type Performers } from './performed.ts'
import { useClockSounds } from './useClockSounds.ts'
import { useEggFilm } from './useEggFilm.ts'
import type { LampWatch, LivePicture, useLampWatch } from './useLampWatch.ts'
import { useMeasurings } from './useMeasurings.ts'
import { useSpokenNotes } from './useSpokenNotes.ts'
import { warmUp } from './warm-up.ts'

/** A mark that nobody steps on from holds after this. */
const MARK_RESTS_MS = 2000
const USUAL_TIMER_SECONDS = 4

export interface EveningParts {
  set: () => EggSet
  bench: Performers['bench'] & Pick<Bench, 'eggs' | 'choose' | 'step' | 'measure' | 'noteMovement'>
  flow: Performers['flow'] & Pick<CandlingSession, 'step' | 'clocks' | 'eggOutMs' | 'limits'>
  sounds: Performers['sounds']
  picture: Ref<LivePicture | null>
  watchLamp: typeof useLampWatch
  /** A session of yesterday is shown, with what it came to. */
  hasReport: () => boolean
  start: () => Promise<unknown>
  toRemoval: () => void
}

/** The evening as its page and keys know it. Each call resolves when what it began is done. */
export interface Evening {
  byItself: ComputedRef<boolean>
  watching: Ref<WatchState>
  /** The egg that left without a picture and is waited for. */
  unread: ComputedRef<EveningState['unread']>
  /** The candler's other grade, until it is confirmed. */
  chosen: ComputedRef<SuggestedGrade | null>
  /** Since when something is spoken of the egg at hand. */
  speakingSinceMs: Ref<number | null>
  speaking: ComputedRef<boolean>
  /** The mark that is named for the egg at hand and not yet noted. */
  marking: ComputedRef<string | null>
  goOn: () => Promise<void>
  another: () => Promise<void>
  restDevelops: () => Promise<void>
  /** A grade by its own key. */
  grade: (grade: SuggestedGrade) => Promise<void>
  takeBack: () => Promise<void>
  pause: () => Promise<void>
  mark: () => Promise<void>
  speak: () => Promise<void>
  /** Goes so many eggs on, whether they wait or not. */
  skip: (by: number) => Promise<void>
  take: () => Promise<void>
  /** After a reload, or when this tab takes over, the egg that is at hand goes on being it. */
  resume: () => void
  /** For tests: when nothing is under way any more. */
  idle: () => Promise<void>
}

/** Tells the evening what happens and does what it asks for; every rule is in core/session/evening.ts. */
export function useEvening(parts: EveningParts): Evening {
  const { set, bench, flow, sounds, picture } = parts
  const hatchery = useHatcheryStore()
  const phase = computed(() => phaseOf(flow, { leads: hatchery.leads, hasReport: parts.hasReport() }))
  const candling = computed(() => phase.value === 'candling')
  const byItself = computed(() => candling.value && flow.session.value?.trigger === 'itself')
  const lamp = parts.watchLamp(picture, () => candling.value, {
    settling: () => tell({ kind: 'settling' }),
    restless: () => tell({ kind: 'restless' }),
    settled: (atMs) => tell({ kind: 'settled', atMs }),
    gone: () => tell({ kind: 'gone' }),
    turned: () => tell({ kind: 'turned' }),
    filmed: (milliseconds) => tell({ kind: 'filmed', milliseconds }),
  })
  const voice = useSpokenNotes({
    enough: () => void tell({ kind: 'heard' }),
    failed: (sentence) => {
      bench.problem.value = sentence
      void tell({ kind: 'not-heard' })
    },
  })
  const film = useEggFilm({
    film: lamp.film,
    stageOf: ({ takenAt }) => timelineOf(set(), hatchery.hatchery).stageAt(Date.parse(takenAt)),
    noteMovement: bench.noteMovement,
  })
  const performers: Performers = {
    bench,
    flow,
    sounds,
    voice,
    hatchery,
    start: parts.start,
    toRemoval: parts.toRemoval,
    measurings: useMeasurings(async (signal) => bench.measure(await lamp.takeFrames(), signal)),
    byItself: () => byItself.value,
    setLamp: (as) => setLamp(lamp, as),
    rest: useRest(() => void tell({ kind: 'mark-rested' })),
    readFilm: film.read,
  }
  const { state, tell, idle } = useTelling(
    () => factsNow(parts, { phase: phase.value, lamp, hatchery }),
    performers,
  )
  const resume = useEggAtHand(parts, { phase, hatchery, tell })
  void warmUp(useDevicesStore().workers, set(), () => !candling.value).catch(() => undefined)
  useClockSounds(flow, () => sounds.play('time'))
  const timerMs = computed(() => 1000 * (flow.session.value?.timerSeconds ?? USUAL_TIMER_SECONDS))
  useIntervalFn(() => void tell({ kind: 'timer', atMs: performance.now() }), timerMs)

  return {
    byItself,
    watching: lamp.state,
    unread: computed(() => state.value.unread),
    chosen: computed(() => chosenFor(state.value, bench.current.value?.id ?? null)),
    speakingSinceMs: voice.sinceMs,
    speaking: computed(() => state.value.speaking !== null),
    marking: computed(() => state.value.marking?.mark ?? null),
    goOn: () => tell({ kind: 'go-on' }),
    another: () => tell({ kind: 'another' }),
    restDevelops: () => tell({ kind: 'the-rest-develops' }),
    grade: (grade) => tell({ kind: 'grade', grade }),
    takeBack: () => tell({ kind: 'take-back' }),
    pause: () => tell({ kind: 'pause' }),
    mark: () => tell({ kind: 'mark' }),
    speak: () => tell({ kind: 'speak' }),
    skip: (by) => {
      // In a pause nobody watches the lamp: what is laid down meanwhile must not be taken for another egg.
      if (phase.value === 'paused') return Promise.resolve()
      bench.step(by)
      return tell({ kind: 'chosen' })
    },
    take: () => tell({ kind: 'take', atMs: performance.now() }),
    resume,
    idle,
  }
}

type Tell = (event: EveningEvent) => Promise<void>

/** The state, and the one way to change it: an event is told, and what the evening asks for is done. */
function useTelling(factsNow: () => EveningFacts, performers: Performers) {
  const state = shallowRef(NEW_EVENING)
  /** Everything that is under way; settled when nothing is. */
  let working: Promise<unknown> = Promise.resolve()

  /** @returns when what the event began is done; at once where it began nothing */
  const tell: Tell = (event) => {
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
        const underWay = performed(effect, performers)
        if (underWay) await underWay
      }
    } catch (error) {
      performers.bench.problem.value = (error as Error).message
    }
  }

  const idle = async (): Promise<void> => {
    for (let seen: unknown; seen !== working;) {
      seen = working
      await working
    }
  }
  return { state, tell, idle }
}

function factsNow(
  { bench, flow: { session, step } }: EveningParts,
  { phase, lamp, hatchery }: { phase: EveningFacts['phase']; lamp: LampWatch; hatchery: HatcheryStore },
): EveningFacts {
  return {
    phase,
    step: session.value?.begun ? step.value.kind : null,
    trigger: session.value?.trigger ?? 'key',
    source: session.value?.source ?? 'device',
    liftAgrees: session.value?.liftAgrees ?? false,
    lamp: lamp.state.value.stage,
    egg: eggAtHand(bench),
    problem: bench.problem.value !== null,
    marks: hatchery.hatchery.marks,
  }
}

function setLamp(lamp: LampWatch, as: Extract<EveningEffect, { kind: 'lamp' }>['as']): void {
  if (as === 'again') lamp.again()
  else if (as === 'taken') lamp.wasTaken()
  else lamp.state.value = EMPTY_LAMP
}

/** Begins the wait after which a mark holds; also one that was named as the candler leaves the page is noted. */
function useRest(rested: () => void): () => void {
  let resting: ReturnType<typeof setTimeout> | undefined
  onScopeDispose(() => {
    clearTimeout(resting)
    rested()
  })
  return () => {
    clearTimeout(resting)
    resting = setTimeout(rested, MARK_RESTS_MS)
  }
}

/** Keeps the egg at hand the same in all tabs and over a reload. @returns what takes it up again */
function useEggAtHand(
  { bench, flow }: EveningParts,
  { phase, hatchery, tell }: { phase: Ref<EveningFacts['phase']>; hatchery: HatcheryStore; tell: Tell },
): () => void {
  const eggOf = (id: string | undefined) => bench.eggs.value.find((egg) => egg.id === id)
  function resume(): void {
    const egg = eggOf(flow.session.value?.egg?.id)
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
      if (!hatchery.leads) bench.choose(eggOf(eggId) ?? null)
    },
  )
  watch(
    () => [bench.current.value?.id, phase.value] as const,
    () => void tell({ kind: 'changed' }),
    { immediate: true },
  )
  return resume
}
