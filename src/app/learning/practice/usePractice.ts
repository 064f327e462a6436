import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue'
import { v4 as uuid } from 'uuid'
import { MOST_SECONDS, type Practised } from '../../../contracts/records/practice-record.ts'
import type { SuggestedGrade } from '../../../core/grade-names.ts'
import type { Sureness } from '../../../core/learning/confusions.ts'
import { figuresOf, type HandCell } from '../../../core/measure/by-hand.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { LampEgg } from '../lamp-egg.ts'
import { useCards, type Cards, type Wanted } from './useCards.ts'
import { useMovement, type Movement } from './useMovement.ts'
import { usePictures, type Pictures } from './usePictures.ts'
import { useSitting, type Sitting } from './useSitting.ts'

/** Practice on eggs that cannot be hurt: ten cards at a sitting, chosen by what this person takes for what. */
export interface Practice
  extends
    Pick<Sitting, 'learner' | 'practised' | 'ofSitting' | 'isOver'>,
    Pick<Pictures, 'shown' | 'view' | 'failed' | 'shownAtMs'>,
    Pick<Movement, 'film' | 'filming'>,
    Pick<Cards, 'own'> {
  phase: Ref<'look' | 'sure' | 'seen'>
  said: Ref<SuggestedGrade | null>
  /** The air cell's edge as drawn by hand; null while nobody has drawn it. */
  drawn: Ref<HandCell | null>
  last: ShallowRef<Practised | null>
  /** What gives it away, as lines in the view at hand; only after the answer. */
  signs: ComputedRef<ReturnType<LampEgg['signs']> | null>
  /** Where a sitting was left, it goes on with the same card: the next one follows from the answers alone. */
  begin: (nowMs: number) => Promise<void>
  next: (nowMs: number) => void
  /** Asks once more for an egg that could not be shown; a photograph that is gone makes room for another egg. */
  showAgain: (nowMs: number) => void
  /** Waits for movement. */
  wait: () => Promise<void>
  turn: (by: 1 | -1) => void
  say: (grade: SuggestedGrade) => void
  /** Keeps the answer, then shows what it was. */
  sure: (how: Sureness) => Promise<void>
}

export function usePractice(wanted: () => Wanted): Practice {
  const store = useHatcheryStore()
  const sittings = useSitting()
  const { sitting, isOver } = sittings
  const cards = useCards(wanted, sittings)
  const answer = newAnswer()
  const { phase, said, drawn, last } = answer
  const pictures = usePictures({
    // The next one follows from the answer.
    following: () =>
      phase.value === 'seen' && last.value && !isOver.value ? cards.eggNow(Date.now()) : null,
  })
  const { shown, view, failed } = pictures
  const movement = useMovement()

  async function begin(nowMs: number): Promise<void> {
    if (wanted().own) await store.openAll()
    sittings.open(nowMs)
    last.value = null
    next(nowMs)
  }

  function next(nowMs: number): void {
    movement.end()
    if (isOver.value) return pictures.show(null)
    answer.clear()
    pictures.show(() => cards.eggNow(nowMs))
  }

  const { showAgain, wait, turn } = eggInHand({ pictures, movement, cards, phase, next })

  function say(grade: SuggestedGrade): void {
    if (phase.value === 'seen' || !shown.value?.views[0]) return
    said.value = grade
    phase.value = 'sure'
  }

  const sure = useKept(
    sittings,
    () => answerNow({ answer, pictures, sitting: sitting.value }),
    (kept) => {
      // Shown only when it is kept, so that the next card follows from it.
      movement.end()
      last.value = kept
      phase.value = 'seen'
      void pictures.draw()
    },
  )
  return {
    ...sittings,
    shown,
    view,
    failed,
    shownAtMs: pictures.shownAtMs,
    film: movement.film,
    filming: movement.filming,
    own: cards.own,
    phase,
    said,
    drawn,
    last,
    begin,
    next,
    showAgain,
    wait,
    turn,
    say,
    sure,
    signs: computed(() => (phase.value === 'seen' && shown.value ? shown.value.egg.signs(view.value) : null)),
  }
}

/** What can be done with the egg at the lamp before it is answered. */
function eggInHand({
  pictures: { shown, view, failed, draw, signal },
  movement,
  cards,
  phase,
  next,
}: {
  pictures: Pictures
  movement: Movement
  cards: Cards
  phase: Practice['phase']
  next: (nowMs: number) => void
}): Pick<Practice, 'showAgain' | 'wait' | 'turn'> {
  return {
    showAgain: (nowMs) => {
      const lookId = shown.value?.egg.lookId
      if (lookId) {
        cards.isGone(lookId)
        next(nowMs)
        return
      }
      failed.value = false
      void draw()
    },
    wait: async () => {
      if (!shown.value || phase.value === 'seen') return
      if (await movement.wait(shown.value.egg, signal())) view.value = 0
    },
    turn: (by) => {
      if (!shown.value) return
      movement.end()
      const { sides } = shown.value.egg
      view.value = (view.value + by + sides) % sides
      void draw()
    },
  }
}

type Answer = Pick<Practice, 'phase' | 'said' | 'drawn' | 'last'>

function newAnswer(): Answer & { clear: () => void } {
  const answer: Answer = { phase: ref('look'), said: ref(null), drawn: ref(null), last: shallowRef(null) }
  return {
    ...answer,
    clear: () => {
      answer.phase.value = 'look'
      answer.said.value = null
      answer.drawn.value = null
    },
  }
}

/** What is answered so far; null while something is missing. */
function answerNow({
  answer: { phase, said, drawn },
  pictures: { shown, lookedAtSeconds },
  sitting,
}: {
  answer: Answer
  pictures: Pictures
  sitting: string | null
}): Omit<Practised, 'id' | 'at' | 'sure'> | null {
  const { value: now } = shown
  if (phase.value !== 'sure' || !now || !said.value || !sitting) return null
  return {
    sitting,
    said: said.value,
    program: now.verdict?.grade ?? null,
    ...knownOf(now.egg, drawn.value),
    // An egg that lay on the screen overnight was looked at for a day at most.
    seconds: Math.min(MOST_SECONDS, Number(lookedAtSeconds().toFixed(1))),
  }
}

/** Keeps an answer once, also when it is given twice in a hurry. */
function useKept(
  { keep }: Sitting,
  answerNow: () => Omit<Practised, 'id' | 'at' | 'sure'> | null,
  kept: (answer: Practised) => void,
): Practice['sure'] {
  let keeping = false
  return async (sure) => {
    const said = keeping ? null : answerNow()
    if (!said) return
    const answer: Practised = { id: uuid(), at: new Date().toISOString(), sure, ...said }
    keeping = true
    try {
      await keep(answer)
    } finally {
      keeping = false
    }
    kept(answer)
  }
}

/** What an answer keeps of the egg that it was given for. */
function knownOf(egg: LampEgg, drawn: HandCell | null): Pick<Practised, 'card' | 'truth' | 'cell'> {
  return { card: { ...egg.wish, lookId: egg.lookId }, truth: egg.truth, cell: cellBeside(egg, drawn) }
}

/** The line drawn by hand beside what is known of the air cell. */
function cellBeside({ outline, cell }: LampEgg, drawn: HandCell | null): Practised['cell'] {
  if (!drawn || !cell) return null
  const { airCell } = figuresOf({ outline, cell: drawn, shadow: [] })
  const round = (value: number): number => Number(value.toFixed(4))
  return (
    airCell && {
      drawn: round(airCell.depth),
      was: round(cell.depth),
      tilt: { drawnRad: round(airCell.tiltRad), wasRad: round(cell.tiltRad) },
    }
  )
}
