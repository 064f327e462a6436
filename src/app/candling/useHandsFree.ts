import { useIntervalFn } from '@vueuse/core'
import { computed, nextTick, onScopeDispose, ref, watch, type Ref } from 'vue'
import type { LookRecord } from '../../contracts/look-record.ts'
import type { SetRecord } from '../../contracts/set-record.ts'
import { scaled } from '../../core/geometry/egg-outline.ts'
import type { RawFrame } from '../../core/motion/clip.ts'
import { createEgg } from '../../core/simulate/egg-model.ts'
import { takeShot } from '../../core/simulate/shot.ts'
import { stageOf } from '../../core/species/species.ts'
import { EMPTY_LAMP } from '../../core/watch/egg-watch.ts'
import { EggWorkerClient } from '../../workers/client.ts'
import type { MeasuredPhoto } from '../../workers/protocol.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import type { useBench } from './useBench.ts'
import { useLampWatch, type LivePicture } from './useLampWatch.ts'
import type { useSession } from './useSession.ts'
import type { useSounds } from './useSounds.ts'
import { GRADE_WORDS } from '../shared/wording.ts'

/** A film is read when it is this long: movement shows after some seconds, a heartbeat needs nine. Milliseconds. */
const READ_FILM_AT_MS = [5200, 9000] as const
/** A film that ends earlier is read when the egg leaves, if it is at least this long. */
const SHORTEST_FILM_MS = 2400
/** An egg that cannot be measured is tried so often before the candler has to help. */
const MOST_TRIES = 3
const WARM_UP_SIDE_PX = 640
const WARM_UP_ROUNDS = 8
/** Name under which `npm run bench` finds the times in the browser's own user timing. */
const SETTLED_TO_VERDICT = 'perlumen settled to verdict'

interface Measuring {
  measured: Promise<MeasuredPhoto>
  stop: AbortController
}

/** Takes eggs as they settle on the lamp, and moves on as they leave: nobody touches a key. */
export function useHandsFree(
  set: () => SetRecord,
  bench: ReturnType<typeof useBench>,
  flow: ReturnType<typeof useSession>,
  sounds: ReturnType<typeof useSounds>,
  picture: Ref<LivePicture | null>,
) {
  const hatchery = useHatcheryStore()
  const { workers } = useDevicesStore()
  const filmReader = new EggWorkerClient()
  onScopeDispose(() => filmReader.release())
  const candling = computed(
    () =>
      flow.session.value?.begun === true &&
      flow.step.value.kind === 'candle' &&
      flow.clocks.value.pausedMs === null &&
      hatchery.leads,
  )
  const byItself = computed(() => candling.value && flow.session.value?.trigger === 'itself')
  const lamp = useLampWatch(picture, () => candling.value, { settling, restless, settled, gone, filmed })
  let tries = 0
  /** The egg at hand was tried without getting a picture. */
  let tried = false
  /** The egg that left the lamp, or was tried often enough, without a picture: until the candler says what to do, whatever lies there may be another. */
  const unread = ref<string | null>(null)
  /** The egg that was left for later just now. */
  let left: string | null = null
  let filmRead = 0
  /** The egg that was photographed and lies there still: only it can be lifted off. */
  let lying: string | null = null

  /** The first measurements of a worker are several times as slow as later ones: they are made while things are got ready. */
  async function warmUp(): Promise<void> {
    const shot = takeShot('warm-up', { widthPx: WARM_UP_SIDE_PX, heightPx: WARM_UP_SIDE_PX })
    const egg = await workers.render(
      createEgg('warm-up', { species: set().species, shell: set().shell, fate: { kind: 'developing' } }),
      8,
      shot,
    )
    // An egg that is there already must not wait for it.
    for (let i = 0; i < WARM_UP_ROUNDS && !candling.value; i++)
      await workers.measure(egg, { species: set().species })
  }
  void warmUp().catch(() => undefined)

  let last: Promise<unknown> = Promise.resolve()
  /** A hand may be quicker than the measuring: what it does is done in order, none of it lost. */
  function inTurn(work: () => Promise<unknown>): Promise<unknown> {
    last = last.then(work, work).catch(() => undefined)
    return last
  }

  /** The measuring of an egg that seems to settle, begun while that is made sure of. */
  let early: Measuring | null = null

  function measureNow(): Measuring {
    const stop = new AbortController()
    const measured = lamp.takeFrames().then((frames) => bench.measure(frames, stop.signal))
    // It may be told of only later, or never.
    measured.catch(() => undefined)
    return { measured, stop }
  }

  function settling(): void {
    if (byItself.value && unread.value === null && flow.session.value?.source === 'device')
      early ??= measureNow()
  }

  function restless(): void {
    early?.stop.abort()
    early = null
  }

  /** The picture is taken at once, even while the egg before is still being read: a moment later another may lie there. */
  function settled(atMs: number): void {
    if (!byItself.value) return
    const measuring =
      flow.session.value?.source === 'device' && unread.value === null ? (early ?? measureNow()) : null
    early = null
    void inTurn(() => take(atMs, measuring))
  }

  function gone(): void {
    if (byItself.value) void inTurn(leave)
  }

  /** Photographs the egg at hand. @param settledMs - when it lay still @param begun - its measuring, where that has begun; undefined when a key asks */
  async function take(settledMs: number, begun?: Measuring | null): Promise<void> {
    const egg = bench.current.value
    const before = bench.look.value
    // By itself nothing is ever taken twice: another egg may lie there than the screen says.
    if (!egg || egg.removed || !candling.value || (before && begun !== undefined && tries === 0)) {
      begun?.stop.abort()
      return
    }
    if (begun !== undefined && unread.value !== null) {
      sounds.play('retake')
      begun?.stop.abort()
      return
    }
    filmRead = 0
    // Asked for while the hand still moves: whatever comes of it, the egg is taken as soon as it lies still.
    const moving = begun === undefined && byItself.value && lamp.state.value.stage === 'coming'
    if (flow.session.value?.source === 'network') await bench.takeFromNetwork(byItself.value)
    else await bench.keepMeasured(() => (begun ?? measureNow()).measured, 'camera')
    if (bench.several.value) {
      bench.several.value = null
      bench.problem.value = 'There is more than one egg in the picture. One at a time, please.'
    }
    const look = bench.look.value
    if (bench.problem.value !== null || !look || look === before) {
      sounds.play('retake')
      tried = true
      if (moving) return
      if (++tries < MOST_TRIES) lamp.again()
      else unread.value = egg.id
      return
    }
    unread.value = null
    tried = false
    left = null
    lying = egg.id
    if (look.reading.reasons.includes('blurred') && ++tries < MOST_TRIES) {
      sounds.play('retake')
      lamp.again()
      return
    }
    tries = 0
    if (begun === undefined) lamp.wasTaken()
    await nextTick()
    performance.measure(SETTLED_TO_VERDICT, { start: settledMs, end: performance.now() })
    sounds.play('taken', look.verdict.grade)
    sounds.say(`${bench.placeOf(egg)}. ${GRADE_WORDS[look.verdict.grade]}`)
  }

  /** The egg has left the lamp: on to the next. Lifting agrees only with what leaves it in. */
  async function leave(): Promise<void> {
    const look = bench.look.value
    const lifted = lying
    if (!look && tried) unread.value = bench.current.value?.id ?? null
    tries = 0
    tried = false
    lying = null
    // The candler has gone to another egg meanwhile: what is lifted off says nothing about that one.
    if (!look || lifted !== look.eggId) return
    readFilm(look, SHORTEST_FILM_MS)
    if (look.own === null && flow.session.value?.liftAgrees && look.verdict.action !== 'remove')
      await bench.decide(look.verdict.grade, 'lift')
    else bench.advance()
    // Nothing of the tray is left to photograph: it goes back; what wants the candler's word waits till then.
    if (bench.look.value) await flow.putDown()
  }

  /** The egg at hand cannot be seen now: the others go on without it. */
  async function leaveForLater(): Promise<void> {
    const egg = bench.current.value
    if (!egg || bench.look.value || bench.busy.value || !candling.value) return
    await flow.setAside(egg.id)
    tries = 0
    tried = false
    lying = null
    left = egg.id
    bench.problem.value = null
    // What lies there may still be the egg that is left.
    if (lamp.state.value.stage !== 'empty') lamp.wasTaken()
    bench.advance()
    if (bench.look.value || bench.current.value?.id === egg.id) await flow.putDown()
  }

  /** Brings the egg that was left for later just now to hand again. @returns whether there is one */
  async function bringBack(): Promise<boolean> {
    const egg = bench.eggs.value.find(({ id }) => id === left)
    left = null
    if (!egg) return false
    await flow.bringBack(egg.id)
    bench.choose(egg)
    return true
  }

  function filmed(milliseconds: number): void {
    const due = READ_FILM_AT_MS[filmRead]
    const look = bench.look.value
    if (due === undefined || milliseconds < due || !look || look.eggId !== lying) return
    filmRead++
    readFilm(look, due)
  }

  function readFilm(look: LookRecord, shortestMs: number): void {
    const film = lamp.film()
    const [first] = film
    const lastFrame = film.at(-1)
    if (!first || !lastFrame || lastFrame.atMs - first.atMs < shortestMs || film.length < 20) return
    if (look.movement && look.movement.seconds >= (lastFrame.atMs - first.atMs) / 1000 - 0.5) return
    const frames: RawFrame[] = film.map((frame) => ({ ...frame, data: frame.data.slice() }))
    const outline = scaled(look.reading.outline, first.widthPx / look.photo.widthPx)
    void filmReader
      .film({ frames, outline, stage: stageOf(set().species, look.ageDays) })
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

  /** After a reload, or when this tab takes over, the egg that was taken may still lie there: it must leave before the next counts. */
  function resume(): void {
    const egg = bench.eggs.value.find(({ id }) => id === flow.session.value?.egg?.id)
    if (!egg) return
    bench.choose(egg)
    tries = 0
    tried = false
    lying = bench.lookOf(egg) ? egg.id : null
    lamp.state.value = lying === null ? EMPTY_LAMP : { ...EMPTY_LAMP, stage: 'taken' }
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

  /** The timer does by the clock what the watch does by sight. */
  function byTimer(): Promise<void> {
    if (!bench.look.value) return take(performance.now())
    lying = bench.look.value.eggId
    return leave()
  }
  const timerMs = computed(() => 1000 * (flow.session.value?.timerSeconds ?? 4))
  useIntervalFn(() => {
    if (candling.value && flow.session.value?.trigger === 'timer') void inTurn(byTimer)
  }, timerMs)

  watch(
    () => [bench.current.value?.id, candling.value] as const,
    ([eggId, on]) => {
      if (eggId !== unread.value) unread.value = null
      const seen = bench.look.value !== null && flow.session.value?.trigger !== 'key'
      if (on && eggId !== undefined && !seen) void flow.takeInHand(eggId).catch(() => undefined)
    },
    { immediate: true },
  )

  return {
    byItself,
    watching: lamp.state,
    unread,
    take: () => inTurn(() => take(performance.now())),
    later: () => inTurn(leaveForLater),
    bringBack,
    resume,
  }
}
