import { GRADES, type SuggestedGrade } from '../grade-names.ts'
import { NEW_EVENING, same, seen, type Doing, type Evening, type Seen, type Work } from './evening-state.ts'
import type { EggAtHand, EveningEffect, EveningEvent, EveningFacts } from './evening-terms.ts'

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

/**
 * The evening at the lamp as a pure function: what a key, the egg's own coming and going, a timer or the end of a
 * piece of work leads to. @param facts - as they are now
 */
export function evening(state: Evening, event: EveningEvent, facts: EveningFacts): EveningReply {
  const reply = noting(state, event, facts)
  const { speaking } = reply.state
  // What is spoken is of the egg that was at hand as it began.
  if (speaking === null || (facts.egg?.id === speaking && facts.phase === 'candling')) return reply
  // Before anything else is done, which may take its time.
  return { state: { ...reply.state, speaking: null }, effects: [{ kind: 'hush' }, ...reply.effects] }
}

function noting(state: Evening, event: EveningEvent, facts: EveningFacts): EveningReply {
  const { marking } = state
  // Whatever comes next, the mark was meant for the egg that was at hand.
  const settles =
    marking && (event.kind === 'mark-rested' || (event.kind !== 'mark' && facts.egg?.id !== marking.eggId))
  if (settles) {
    const reply = happened({ ...state, marking: null }, event, facts)
    return { state: reply.state, effects: [...reply.effects, { kind: 'note', ...marking }] }
  }
  return happened(state, event, facts)
}

function happened(state: Evening, event: EveningEvent, facts: EveningFacts): EveningReply {
  const { egg } = facts
  const byItself = facts.phase === 'candling' && facts.trigger === 'itself'
  switch (event.kind) {
    case 'go-on':
      // A press while a picture is read must neither take another nor agree to what nobody has seen.
      return state.doing?.kind === 'taking'
        ? still(state)
        : inTurn(state, { kind: 'go-on', saw: seen(facts) }, facts)
    case 'take':
      return inTurn(state, { kind: 'take', by: 'hand', measuring: null, atMs: event.atMs }, facts)
    case 'another':
      return egg?.look ? anotherGrade(state, egg.id, egg.look.grade) : inTurn(state, { kind: 'later' }, facts)
    case 'take-back':
      return state.doing?.kind === 'taking' ? still(state) : inTurn(state, { kind: 'take-back' }, facts)
    case 'pause':
      return facts.phase === 'paused' || facts.phase === 'beside' || facts.phase === 'candling'
        ? { state, effects: [{ kind: 'pause-or-resume' }] }
        : still(state)
    case 'timer':
      return facts.phase === 'candling' && facts.trigger === 'timer'
        ? inTurn(state, { kind: 'timer', atMs: event.atMs }, facts)
        : still(state)
    case 'mark':
      return nextMark(state, facts)
    case 'mark-rested':
      return still(state)
    case 'speak':
      if (state.speaking !== null) return hush(state)
      return egg && facts.phase === 'candling'
        ? { state: { ...state, speaking: egg.id }, effects: [{ kind: 'listen', eggId: egg.id }] }
        : still(state)
    case 'heard':
      return state.speaking === null ? still(state) : hush(state)
    case 'not-heard':
      return still({ ...state, speaking: null })
    case 'settling':
      if (!byItself || facts.source !== 'device' || state.unread !== null || state.early !== null)
        return still(state)
      return beginMeasuring(state)
    case 'restless':
      return {
        state: { ...state, early: null },
        effects: state.early === null ? [] : [{ kind: 'drop', measuring: state.early }],
      }
    case 'settled':
      return byItself ? settled(state, event.atMs, facts) : still(state)
    case 'gone':
      return byItself ? inTurn(state, { kind: 'leave' }, facts) : still(state)
    case 'filmed':
      return filmed(state, event.milliseconds, egg)
    case 'done':
      return afterwards(state, facts)
    case 'lead':
      return {
        state: {
          ...NEW_EVENING,
          measurings: state.measurings,
          doing: state.doing,
          speaking: state.speaking,
          // After a reload the egg that was taken may lie there still: it must leave before the next counts.
          lying: egg?.look ? egg.id : null,
        },
        effects: [...dropped(state), { kind: 'lamp', as: egg?.look ? 'taken' : 'empty' }],
      }
    case 'changed':
      return changed(state, facts)
    case 'chosen': {
      const reply = changed(state, facts)
      return mustLeave(reply.state, facts, reply.effects)
    }
  }
}

function still(state: Evening): EveningReply {
  return { state, effects: [] }
}

function hush(state: Evening): EveningReply {
  return { state: { ...state, speaking: null }, effects: [{ kind: 'hush' }] }
}

/** Done now, or as soon as what is being done is done. */
function inTurn(state: Evening, work: Work, facts: EveningFacts): EveningReply {
  return state.doing === null && state.next.length === 0
    ? begin(state, work, facts)
    : { state: { ...state, next: [...state.next, work] }, effects: [] }
}

/** With the next in turn; what asks for nothing is passed over. */
function goOnWithNext(state: Evening, facts: EveningFacts, effects: EveningEffect[] = []): EveningReply {
  const [work, ...next] = state.next
  if (!work || state.doing !== null) return { state, effects }
  const reply = begin({ ...state, next }, work, facts)
  return goOnWithNext(reply.state, facts, [...effects, ...reply.effects])
}

function begin(state: Evening, work: Work, facts: EveningFacts): EveningReply {
  switch (work.kind) {
    case 'take':
      return take(state, work, facts)
    case 'leave':
      return leave(state, facts)
    case 'later':
      return leaveForLater(state, facts)
    case 'take-back':
      return takeBack(state, facts)
    case 'go-on':
      return goOn(state, work.saw, facts)
    case 'timer':
      return facts.egg?.look
        ? leave({ ...state, lying: facts.egg.id }, facts)
        : take(state, { by: 'hand', measuring: null, atMs: work.atMs }, facts)
  }
}

function goOn(state: Evening, saw: Seen, facts: EveningFacts): EveningReply {
  // A press meant what was on the screen then: it neither photographs nor judges what has come there since.
  if (facts.phase === 'candling' && !same(seen(facts), saw)) return still(state)
  const doing: Evening = { ...state, doing: { kind: 'other' } }
  switch (facts.phase) {
    case 'follows':
      return { state, effects: [{ kind: 'say-who-leads' }] }
    case 'none':
      return { state: doing, effects: [{ kind: 'start' }] }
    case 'report':
      return { state, effects: [{ kind: 'to-removal' }] }
    case 'making-ready':
      return { state: doing, effects: [{ kind: 'tick-or-begin' }] }
    case 'paused':
      return { state: doing, effects: [{ kind: 'pause-or-resume' }] }
    case 'beside':
      return { state: doing, effects: [{ kind: 'step-done' }] }
    case 'candling': {
      const { egg } = facts
      if (!egg?.look) return take(state, { by: 'hand', measuring: null, atMs: 0 }, facts)
      const grade = chosenFor(state, egg.id) ?? egg.look.grade
      // A blurred one may be waited for to lie still again: it is judged now, and no picture of the next.
      const reply = mustLeave({ ...doing, chosen: null, chosenOf: null }, facts, [])
      return { state: reply.state, effects: [...reply.effects, { kind: 'decide', grade, by: 'key' }] }
    }
  }
}

/** The candler's other grade of an egg. */
export function chosenFor(
  state: Pick<Evening, 'chosen' | 'chosenOf'>,
  eggId: string | null,
): SuggestedGrade | null {
  return state.chosenOf === eggId ? state.chosen : null
}

/** The next of the other grades, spoken so that nobody need look. */
function anotherGrade(state: Evening, eggId: string, now: SuggestedGrade): EveningReply {
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
function nextMark(state: Evening, { egg, phase, marks }: EveningFacts): EveningReply {
  if (!egg || phase !== 'candling') return still(state)
  const at = state.marking?.eggId === egg.id ? marks.indexOf(state.marking.mark) : -1
  const mark = marks[at + 1] ?? null
  return {
    state: { ...state, marking: mark === null ? null : { eggId: egg.id, mark } },
    effects: [{ kind: 'say-mark', mark }, { kind: 'rest' }],
  }
}

function beginMeasuring(state: Evening): EveningReply {
  const measuring = state.measurings + 1
  return {
    state: { ...state, early: measuring, measurings: measuring },
    effects: [{ kind: 'measure', measuring }],
  }
}

/** The picture is taken at once, even while the egg before is still being read: a moment later another may lie there. */
function settled(state: Evening, atMs: number, facts: EveningFacts): EveningReply {
  const begun =
    facts.source === 'device' && state.unread === null && state.early === null
      ? beginMeasuring(state)
      : still(state)
  const measuring = begun.state.early
  const reply = inTurn({ ...begun.state, early: null }, { kind: 'take', by: 'lamp', measuring, atMs }, facts)
  return { state: reply.state, effects: [...begun.effects, ...reply.effects] }
}

function take(
  state: Evening,
  { by, measuring, atMs }: Omit<Extract<Work, { kind: 'take' }>, 'kind'>,
  { phase, egg, trigger, lamp }: EveningFacts,
): EveningReply {
  const drop: EveningEffect[] = measuring === null ? [] : [{ kind: 'drop', measuring }]
  // By itself nothing is ever taken twice: another egg may lie there than the screen says.
  if (!egg || egg.removed || phase !== 'candling' || (egg.look && by === 'lamp' && state.tries === 0))
    return { state, effects: drop }
  if (by === 'lamp' && state.unread !== null)
    return { state, effects: [{ kind: 'sound', name: 'retake' }, ...drop] }
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

function taken(
  state: Evening,
  { eggId, before, by, moving, atMs }: Extract<Doing, { kind: 'taking' }>,
  { egg, problem }: EveningFacts,
): EveningReply {
  const look = egg?.id === eggId ? egg.look : null
  if (problem || !look || look.id === before) {
    const effects: EveningEffect[] = [{ kind: 'sound', name: 'retake' }]
    if (moving) return { state: { ...state, tried: true }, effects }
    const tries = state.tries + 1
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

/** The egg has left the lamp: on to the next. Lifting agrees only with what leaves it in. */
function leave(state: Evening, { egg, liftAgrees }: EveningFacts): EveningReply {
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
      !look.decided && liftAgrees && look.staysIn
        ? { kind: 'decide', grade: look.suggested, by: 'lift' }
        : { kind: 'advance' },
    ],
  }
}

/** The egg at hand cannot be seen now: the others go on without it. */
function leaveForLater(state: Evening, { egg, phase, lamp }: EveningFacts): EveningReply {
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
function takeBack(state: Evening, facts: EveningFacts): EveningReply {
  if (facts.phase === 'follows') return { state, effects: [{ kind: 'say-who-leads' }] }
  return { state: { ...state, doing: { kind: 'undoing', saw: seen(facts) } }, effects: [{ kind: 'undo' }] }
}

function afterwards(state: Evening, facts: EveningFacts): EveningReply {
  const { doing } = state
  const free: Evening = { ...state, doing: null }
  const { egg } = facts
  const other = { kind: 'other' } as const
  if (doing?.kind === 'taking') {
    const reply = taken(free, doing, facts)
    return goOnWithNext(reply.state, facts, reply.effects)
  }
  if (doing?.kind === 'leaving-for-later') {
    const reply = mustLeave(free, facts, [])
    if (!egg?.look && egg?.id !== doing.eggId) return goOnWithNext(reply.state, facts, reply.effects)
    return { state: { ...reply.state, doing: other }, effects: [...reply.effects, { kind: 'put-down' }] }
  }
  // Nothing of the tray is left to photograph: it goes back; what wants the candler's word waits till then.
  if (doing?.kind === 'leaving' && egg?.look)
    return { state: { ...state, doing: other }, effects: [{ kind: 'put-down' }] }
  if (doing?.kind === 'undoing' && egg && (facts.phase === 'candling' || facts.step === 'return')) {
    const effects: EveningEffect[] = [{ kind: 'take-in-hand', eggId: egg.id }]
    const now: Evening = { ...state, doing: other }
    return same(seen(facts), doing.saw) ? { state: now, effects } : mustLeave(now, facts, effects)
  }
  return goOnWithNext(free, facts)
}

/** Another egg is at hand than the one for which something was put on the lamp: what lies there must leave first. */
function mustLeave(
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

function filmed(state: Evening, milliseconds: number, egg: EggAtHand | null): EveningReply {
  const due = READ_FILM_AT_MS[state.filmsRead]
  if (due === undefined || milliseconds < due || !egg?.look || state.lying !== egg.id) return still(state)
  return {
    state: { ...state, filmsRead: state.filmsRead + 1 },
    effects: [{ kind: 'read-film', lookId: egg.look.id, shortestMs: due }],
  }
}

function changed(state: Evening, { egg, phase, trigger }: EveningFacts): EveningReply {
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
function dropped({ early, next }: Evening): EveningEffect[] {
  const waiting = next.flatMap((work) => (work.kind === 'take' ? (work.measuring ?? []) : []))
  return [...(early === null ? [] : [early]), ...waiting].map((measuring) => ({ kind: 'drop', measuring }))
}
