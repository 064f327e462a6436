import { nextTick } from 'vue'
import { isPictured, type PicturedLook } from '../../../contracts/records/look-record.ts'
import type { EveningEffect } from '../../../core/session/evening-terms.ts'
import { PREFLIGHT } from '../../../core/session/preflight.ts'
import { GRADE_WORDS } from '../../shared/wording.ts'
import type { HatcheryStore } from '../../data/hatchery.ts'
import type { Bench } from '../bench/useBench.ts'
import type { CandlingSession } from '../session/useSession.ts'
import type { Measurings } from './useMeasurings.ts'
import type { Sounds } from './useSounds.ts'
import type { SpokenNotes } from './useSpokenNotes.ts'
import { t } from '../words.ts'

/** Name under which `npm run bench` finds the times in the browser's own user timing. */
const SETTLED_TO_VERDICT = 'perlumen settled to verdict'

/** What carries out what an evening asks for. */
export interface Performers {
  bench: Pick<
    Bench,
    | 'current'
    | 'look'
    | 'several'
    | 'problem'
    | 'placeOf'
    | 'decide'
    | 'restDevelops'
    | 'leaveIn'
    | 'advance'
    | 'undo'
    | 'keepMeasured'
  > &
    Pick<Bench, 'takeFromNetwork'>
  flow: Pick<
    CandlingSession,
    'session' | 'tick' | 'begin' | 'pause' | 'done' | 'putDown' | 'setAside' | 'takeInHand'
  >
  sounds: Pick<Sounds, 'play' | 'say'>
  voice: Pick<SpokenNotes, 'begin' | 'end'>
  measurings: Measurings
  hatchery: Pick<HatcheryStore, 'mustLead' | 'commit' | 'looks'>
  start: () => Promise<unknown>
  toRemoval: () => void
  /** The camera in the network takes its picture by itself, without a key. */
  byItself: () => boolean
  setLamp: (as: Extract<EveningEffect, { kind: 'lamp' }>['as']) => void
  /** A mark that nobody steps on from holds after a while. */
  rest: () => void
  readFilm: (look: PicturedLook, shortestMs: number) => void
}

type Kind = EveningEffect['kind']
type Performing = {
  [K in Kind]: (effect: Extract<EveningEffect, { kind: K }>) => Promise<unknown> | void
}

/** @returns a promise where the effect takes time */
export function performed(effect: EveningEffect, by: Performers): Promise<unknown> | void {
  const perform = performing(by)[effect.kind] as (effect: EveningEffect) => Promise<unknown> | void
  return perform(effect)
}

function performing(by: Performers): Performing {
  return { ...withPictures(by), ...withEggs(by), ...withNotes(by) }
}

type Of<K extends Kind> = Pick<Performing, K>

function withPictures(
  by: Performers,
): Of<'measure' | 'drop' | 'take' | 'lamp' | 'sound' | 'say' | 'shown' | 'read-film'> {
  const { bench, measurings, sounds, hatchery } = by
  return {
    measure: ({ measuring }) => measurings.begin(measuring),
    drop: ({ measuring }) => measurings.drop(measuring),
    take: ({ measuring }) => take(by, measuring),
    lamp: ({ as }) => by.setLamp(as),
    sound: ({ name }) => sounds.play(name),
    say: ({ grade, withPlace }) => {
      const place = withPlace && bench.current.value ? `${bench.placeOf(bench.current.value)}. ` : ''
      sounds.say(`${place}${GRADE_WORDS[grade]}`)
    },
    shown: ({ atMs }) =>
      nextTick().then(() => {
        if (atMs > 0) performance.measure(SETTLED_TO_VERDICT, { start: atMs, end: performance.now() })
      }),
    'read-film': ({ lookId, shortestMs }) => {
      const look = hatchery.looks.find(({ id }) => id === lookId) ?? bench.look.value
      if (look && isPictured(look)) by.readFilm(look, shortestMs)
    },
  }
}

function withEggs({
  bench,
  flow,
  hatchery,
  start,
  toRemoval,
}: Performers): Of<
  | 'decide'
  | 'rest-develops'
  | 'leave-in'
  | 'advance'
  | 'put-down'
  | 'undo'
  | 'start'
  | 'tick-or-begin'
  | 'pause-or-resume'
  | 'step-done'
  | 'set-aside'
  | 'take-in-hand'
  | 'to-removal'
  | 'say-who-leads'
> {
  return {
    decide: ({ grade }) => bench.decide(grade),
    'rest-develops': () => bench.restDevelops(),
    'leave-in': () => bench.leaveIn(),
    advance: () => bench.advance(),
    'put-down': () => flow.putDown(),
    undo: () => bench.undo(),
    start: () => start(),
    'tick-or-begin': () => {
      const next = PREFLIGHT.find((item) => !flow.session.value?.ready.includes(item))
      return next ? flow.tick(next) : flow.begin()
    },
    'pause-or-resume': () => flow.pause(),
    'step-done': () => flow.done(),
    'set-aside': ({ eggId }) => {
      bench.problem.value = null
      return flow.setAside(eggId)
    },
    'take-in-hand': ({ eggId }) => flow.takeInHand(eggId),
    'to-removal': () => toRemoval(),
    'say-who-leads': () => hatchery.mustLead(),
  }
}

function withNotes({
  bench,
  hatchery,
  sounds,
  voice,
  rest,
}: Performers): Of<'note' | 'listen' | 'hush' | 'say-mark' | 'rest'> {
  return {
    note: ({ eggId, mark }) => hatchery.commit('note', eggId, { notes: [{ eggId, text: mark }] }),
    listen: ({ eggId }) => voice.begin(eggId),
    hush: () =>
      void voice.end().catch((error: Error) => {
        bench.problem.value = error.message
      }),
    'say-mark': ({ mark }) => sounds.say(mark ?? t('session.noMark')),
    rest: () => rest(),
  }
}

async function take({ bench, flow, measurings, byItself }: Performers, begun: number | null): Promise<void> {
  if (flow.session.value?.source === 'network') {
    if (begun !== null) measurings.drop(begun)
    await bench.takeFromNetwork(byItself())
  } else await bench.keepMeasured(() => measurings.taken(begun), 'camera')
  if (!bench.several.value) return
  bench.several.value = null
  bench.problem.value = t('session.severalEggs')
}
