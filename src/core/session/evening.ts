import type { SuggestedGrade } from '../grade-names.ts'
import { NEW_EVENING, same, seen, type Evening, type Seen, type Work } from './evening-state.ts'
import type { EveningEffect, EveningEvent, EveningFacts } from './evening-terms.ts'
import {
  type EveningReply,
  still,
  anotherGrade,
  nextMark,
  hush,
  beginMeasuring,
  filmed,
  dropped,
  changed,
  mustLeave,
  take,
  leave,
  leaveForLater,
  takeBack,
  chosenFor,
  taken,
} from './evening-replies.ts'

/** Where the candler steps through the grades without a picture, most eggs are this. */
const FIRST_BY_EYE: SuggestedGrade = 'developing'

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
      if (egg && (egg.look || (facts.source === 'eye' && facts.phase === 'candling')))
        return anotherGrade(state, egg.id, egg.look?.grade ?? FIRST_BY_EYE)
      return inTurn(state, { kind: 'later' }, facts)
    case 'grade':
      return state.doing?.kind === 'taking' || facts.phase !== 'candling'
        ? still(state)
        : inTurn(state, { kind: 'grade', grade: event.grade, saw: seen(facts) }, facts)
    case 'the-rest-develops':
      return facts.source === 'eye' && facts.phase === 'candling'
        ? inTurn(state, { kind: 'grade', grade: null, saw: seen(facts) }, facts)
        : still(state)
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
      if (!byItself || facts.source !== 'device' || state.early !== null) return still(state)
      return beginMeasuring(state)
    case 'restless':
      return {
        state: { ...state, early: null },
        effects: state.early === null ? [] : [{ kind: 'drop', measuring: state.early }],
      }
    case 'settled':
      return byItself ? settled(state, event.atMs, facts) : still(state)
    case 'turned':
      // Tried often enough as it lay; as it lies now it may be read.
      return byItself && state.unread !== null && state.unread === egg?.id && !egg.look
        ? { state: { ...state, tries: 0 }, effects: [{ kind: 'lamp', as: 'again' }] }
        : still(state)
    case 'gone':
      return byItself ? inTurn(state, { kind: 'leave' }, facts) : still(state)
    case 'filmed':
      return filmed(state, event.milliseconds, egg)
    case 'done':
      return afterwards(state, facts)
    case 'lead':
      return led(state, egg)
    case 'changed':
      return changed(state, facts)
    case 'chosen': {
      const reply = changed(state, facts)
      return mustLeave(reply.state, facts, reply.effects)
    }
  }
}

/** This tab goes on with an evening that another, or this one before a reload, has led. */
function led(state: Evening, egg: EveningFacts['egg']): EveningReply {
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
    case 'grade':
      return graded(state, work, facts)
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
      if (!egg || (!egg.look && facts.source !== 'eye'))
        return take(state, { by: 'hand', measuring: null, atMs: 0 }, facts)
      const grade = chosenFor(state, egg.id) ?? egg.look?.grade ?? FIRST_BY_EYE
      return decided(doing, grade, facts)
    }
  }
}

function graded(
  state: Evening,
  { grade, saw }: Extract<Work, { kind: 'grade' }>,
  facts: EveningFacts,
): EveningReply {
  if (facts.phase !== 'candling' || !facts.egg || facts.egg.removed || !same(seen(facts), saw))
    return still(state)
  return decided({ ...state, doing: { kind: 'other' } }, grade, facts)
}

function decided(state: Evening, grade: SuggestedGrade | null, facts: EveningFacts): EveningReply {
  // A blurred one may be waited for to lie still again: it is judged now, and no picture of the next.
  const reply = mustLeave({ ...state, chosen: null, chosenOf: null }, facts, [])
  const word: EveningEffect = grade === null ? { kind: 'rest-develops' } : { kind: 'decide', grade }
  return { state: reply.state, effects: [...reply.effects, word] }
}

/** The picture is taken at once, even while the egg before is still being read: a moment later another may lie there. */
function settled(state: Evening, atMs: number, facts: EveningFacts): EveningReply {
  const begun = facts.source === 'device' && state.early === null ? beginMeasuring(state) : still(state)
  const measuring = begun.state.early
  const reply = inTurn({ ...begun.state, early: null }, { kind: 'take', by: 'lamp', measuring, atMs }, facts)
  return { state: reply.state, effects: [...begun.effects, ...reply.effects] }
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
