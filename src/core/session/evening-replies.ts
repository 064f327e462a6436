import { GRADES, type SuggestedGrade } from '../grade-names.ts'
import { seen, type Doing, type Evening, type Work } from './evening-state.ts'
import type { EggAtHand, EveningEffect, EveningFacts } from './evening-terms.ts'

export interface EveningReply {
  state: Evening
  effects: EveningEffect[]
}

/** An egg that cannot be measured is tried so often before the candler has to help. */
const MOST_TRIES = 3
/** A film is read when it is this long: movement shows after some seconds, a heartbeat needs nine. Milliseconds. */
const READ_FILM_AT_MS = [5200, 9000] as const
/** A film that ends earlier is read when the egg leaves, if it is at least this long. */
const SHORTEST_FILM_MS = 2400
const IN_TURN: readonly SuggestedGrade[] = [...GRADES, 'unsure']

export function still(state: Evening): EveningReply {
  return { state, effects: [] }
}

export function hush(state: Evening): EveningReply {
  return { state: { ...state, speaking: null }, effects: [{ kind: 'hush' }] }
}

/** The candler's other grade of an egg. */
export function chosenFor(
  state: Pick<Evening, 'chosen' | 'chosenOf'>,
  eggId: string | null,
): SuggestedGrade | null {
  return state.chosenOf === eggId ? state.chosen : null
}

/** The next of the other grades, spoken so that nobody need look. */
export function anotherGrade(state: Evening, eggId: string, now: SuggestedGrade): EveningReply {
  const from = chosenFor(state, eggId) ?? now
  const chosen = IN_TURN[(IN_TURN.indexOf(from) + 1) % IN_TURN.length] ?? from
  return {
    state: { ...state, chosen, chosenOf: eggId },
    effects: [
      { kind: 'sound', name: chosen },
      { kind: 'say', grade: chosen, withPlace: false },
    ],
  }
}

/** The first mark, then the next with each press, after the last none again. */
export function nextMark(state: Evening, { egg, phase, marks }: EveningFacts): EveningReply {
  if (!egg || phase !== 'candling') return still(state)
  const at = state.marking?.eggId === egg.id ? marks.indexOf(state.marking.mark) : -1
  const mark = marks[at + 1] ?? null
  return {
    state: { ...state, marking: mark === null ? null : { eggId: egg.id, mark } },
    effects: [{ kind: 'say-mark', mark }, { kind: 'rest' }],
  }
}

export function beginMeasuring(state: Evening): EveningReply {
  const measuring = state.measurings + 1
  return {
    state: { ...state, early: measuring, measurings: measuring },
    effects: [{ kind: 'measure', measuring }],
  }
}

export function take(
  state: Evening,
  { by, measuring, atMs }: Omit<Extract<Work, { kind: 'take' }>, 'kind'>,
  { phase, egg, trigger, lamp, source }: EveningFacts,
): EveningReply {
  const drop: EveningEffect[] = measuring === null ? [] : [{ kind: 'drop', measuring }]
  // By itself nothing is ever taken twice: another egg may lie there than the screen says.
  if (
    !egg ||
    egg.removed ||
    source === 'eye' ||
    phase !== 'candling' ||
    (egg.look && by === 'lamp' && state.tries === 0)
  )
    return { state, effects: drop }
  // Asked for while the hand still moves: whatever comes of it, the egg is taken as soon as it lies still.
  const moving = by === 'hand' && trigger === 'itself' && lamp === 'coming'
  return {
    state: {
      ...state,
      filmsRead: 0,
      doing: { kind: 'taking', eggId: egg.id, before: egg.look?.id ?? null, by, moving, atMs },
    },
    effects: [{ kind: 'take', measuring, byHand: by === 'hand' }],
  }
}

export function taken(
  state: Evening,
  { eggId, before, by, moving, atMs }: Extract<Doing, { kind: 'taking' }>,
  { egg, problem }: EveningFacts,
): EveningReply {
  const look = egg?.id === eggId ? egg.look : null
  if (problem || !look || look.id === before) {
    const effects: EveningEffect[] = [{ kind: 'sound', name: 'retake' }]
    if (moving) return { state: { ...state, tried: true }, effects }
    const tries = state.tries + 1
    if (state.next.some(({ kind }) => kind === 'leave')) return leftMeanwhile({ ...state, tries }, effects)
    if (tries < MOST_TRIES)
      return { state: { ...state, tried: true, tries }, effects: [...effects, { kind: 'lamp', as: 'again' }] }
    return { state: { ...state, tried: true, tries, unread: eggId }, effects }
  }
  const has: Evening = { ...state, unread: null, tried: false, lying: eggId }
  if (look.blurred && state.tries + 1 < MOST_TRIES)
    return {
      state: { ...has, tries: state.tries + 1 },
      effects: [
        { kind: 'sound', name: 'retake' },
        { kind: 'lamp', as: 'again' },
      ],
    }
  return {
    state: { ...has, tries: 0 },
    effects: [
      ...(by === 'hand' ? [{ kind: 'lamp', as: 'taken' } as const] : []),
      { kind: 'shown', atMs },
      { kind: 'sound', name: 'taken' },
      { kind: 'sound', name: look.suggested },
      { kind: 'say', grade: look.suggested, withPlace: true },
    ],
  }
}

/**
 * The egg was lifted off before anybody could know that its picture failed. What was laid down since then is another,
 * perhaps, and is not taken for it: only what is turned or laid down after it was told.
 */
function leftMeanwhile(state: Evening, effects: EveningEffect[]): EveningReply {
  const isOfLamp = (work: Work): boolean => work.kind === 'take' && work.by === 'lamp'
  const drops = state.next.flatMap((work): EveningEffect[] =>
    work.kind === 'take' && work.by === 'lamp' && work.measuring !== null
      ? [{ kind: 'drop', measuring: work.measuring }]
      : [],
  )
  const next = state.next.filter((work) => !isOfLamp(work))
  return { state: { ...state, tried: true, next }, effects: [...effects, ...drops] }
}

/** The egg has left the lamp: on to the next. A lift is no grade: where it counts, it leaves in what stays in. */
export function leave(state: Evening, { egg, liftAgrees }: EveningFacts): EveningReply {
  const look = egg?.look ?? null
  const next: Evening = {
    ...state,
    tries: 0,
    tried: false,
    lying: null,
    unread: !look && state.tried ? (egg?.id ?? null) : state.unread,
  }
  // The candler has gone to another egg meanwhile: what is lifted off says nothing about that one.
  if (!egg || !look || state.lying !== egg.id) return still(next)
  return {
    state: { ...next, doing: { kind: 'leaving' } },
    effects: [
      { kind: 'read-film', lookId: look.id, shortestMs: SHORTEST_FILM_MS },
      !look.decided && liftAgrees && look.staysIn ? { kind: 'leave-in' } : { kind: 'advance' },
    ],
  }
}

/** The egg at hand cannot be seen now: the others go on without it. */
export function leaveForLater(state: Evening, { egg, phase, lamp }: EveningFacts): EveningReply {
  if (!egg || egg.look || phase !== 'candling') return still(state)
  return {
    state: {
      ...state,
      tries: 0,
      tried: false,
      lying: null,
      doing: { kind: 'leaving-for-later', eggId: egg.id },
    },
    effects: [
      { kind: 'set-aside', eggId: egg.id },
      ...(lamp === 'empty' ? [] : [{ kind: 'lamp', as: 'taken' } as const]),
      { kind: 'advance' },
    ],
  }
}

/** The egg of the step that is taken back is at hand again, also when the tray was done. */
export function takeBack(state: Evening, facts: EveningFacts): EveningReply {
  if (facts.phase === 'follows') return { state, effects: [{ kind: 'say-who-leads' }] }
  return { state: { ...state, doing: { kind: 'undoing', saw: seen(facts) } }, effects: [{ kind: 'undo' }] }
}

/** Another egg is at hand than the one for which something was put on the lamp: what lies there must leave first. */
export function mustLeave(
  state: Evening,
  { egg, lamp }: EveningFacts,
  effects: readonly EveningEffect[],
): EveningReply {
  const lies = egg?.look && state.lying === egg.id
  return {
    state: {
      ...state,
      tries: 0,
      tried: false,
      lying: lies ? state.lying : null,
      early: null,
      next: state.next.filter((work) => work.kind !== 'take' || work.by !== 'lamp'),
    },
    effects: [
      ...effects,
      ...dropped(state),
      ...(lamp === 'empty' ? [] : [{ kind: 'lamp', as: 'taken' } as const]),
    ],
  }
}

export function filmed(state: Evening, milliseconds: number, egg: EggAtHand | null): EveningReply {
  const due = READ_FILM_AT_MS[state.filmsRead]
  if (due === undefined || milliseconds < due || !egg?.look || state.lying !== egg.id) return still(state)
  return {
    state: { ...state, filmsRead: state.filmsRead + 1 },
    effects: [{ kind: 'read-film', lookId: egg.look.id, shortestMs: due }],
  }
}

export function changed(state: Evening, { egg, phase, trigger }: EveningFacts): EveningReply {
  // What a hand did for a tab that leads no more is not done later in its name.
  if (phase === 'follows') return { state: { ...state, early: null, next: [] }, effects: dropped(state) }
  const next: Evening = {
    ...state,
    unread: egg?.id === state.unread ? state.unread : null,
    ...(egg?.id === state.chosenOf ? {} : { chosen: null, chosenOf: null }),
  }
  const inHand = phase === 'candling' && egg !== null && !(egg.look && trigger !== 'key')
  return { state: next, effects: inHand ? [{ kind: 'take-in-hand', eggId: egg.id }] : [] }
}

/** Measurings that nobody will ask for any more. */
export function dropped({ early, next }: Evening): EveningEffect[] {
  const waiting = next.flatMap((work) => (work.kind === 'take' ? (work.measuring ?? []) : []))
  return [...(early === null ? [] : [early]), ...waiting].map((measuring) => ({ kind: 'drop', measuring }))
}
