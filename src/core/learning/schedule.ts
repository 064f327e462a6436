import { createEmptyCard, fsrs, Rating, type Card, type Grade as Rated } from 'ts-fsrs'
import { CONFUSIONS, costOf, isRight, type Answer, type Confusion } from './confusions.ts'

/** How well one knows a confusion. */
export interface Known {
  confusion: Confusion
  seen: number
  /** Of the last {@link RECENT} answers. */
  recent: number
  /** Answers that still count, the older the less. */
  weight: number
  /** Chance of being right about it now. */
  recall: number
  /** How hard its next card should be, 0 … 1. */
  hardness: number
  /** When it should come again; null where it never came. Epoch milliseconds. */
  dueMs: number | null
}

/** Cards over which shares are held even. */
const RECENT = 60

/** Without chance, so that equal answers give equal schedules. */
const SCHEDULER = fsrs({ enable_fuzz: false, enable_short_term: true })
const FIRST_HARDNESS = 0.2
/** How much harder or easier the next one is after an answer. */
const HARDER = { sure: 0.16, rather: 0.1, guess: 0.04 } as const
const EASIER = 0.2
/** Answers longer ago than this many of the kind hardly count any more. */
const MEMORY = 8
/** Share of the cards that all confusions have alike, whatever is known of them: none is forgotten. */
const FOR_ALL = 0.45
/** So much of a doubt counts as wrong answers before anything is known. */
const DOUBT = 1

/**
 * Where one stands with each confusion, from all answers in order. A confusion is one card of the scheduler: right and
 * sure is easy, right by a guess is hard, wrong begins again.
 * @see Ye, J., Su, J. & Cao, Y. (2022). A stochastic shortest path algorithm for optimizing spaced repetition
 * scheduling. KDD ’22, 4381–4390; as kept in the package ts-fsrs.
 */
export function knownFrom(answers: readonly Answer[], nowMs: number): Known[] {
  return CONFUSIONS.map((confusion) => {
    let card: Card = createEmptyCard(new Date(answers[0]?.atMs ?? nowMs))
    let hardness: number = FIRST_HARDNESS
    let [right, of] = [0, 0]
    const own = answers.filter((answer) => answer.confusion === confusion)
    for (const answer of own) {
      card = SCHEDULER.next(card, new Date(answer.atMs), ratingOf(answer)).card
      const keep = 1 - 1 / MEMORY
      right = keep * right + (isRight(answer) ? 1 : 0)
      of = keep * of + 1
      hardness = isRight(answer) ? hardness + HARDER[answer.sure] : hardness - EASIER
      hardness = Math.min(1, Math.max(0, hardness))
    }
    const share = of > 0 ? right / of : 0
    const kept = own.length > 0 ? SCHEDULER.get_retrievability(card, new Date(nowMs), false) : 1
    return {
      confusion,
      seen: own.length,
      recent: answers.slice(-RECENT).filter((answer) => answer.confusion === confusion).length,
      weight: of,
      recall: share * kept,
      hardness,
      dueMs: own.length > 0 ? card.due.getTime() : null,
    }
  })
}

function ratingOf(answer: Answer): Rated {
  if (!isRight(answer))
    return answer.said === 'unsure' && costOf(answer).cost < 0.02 ? Rating.Hard : Rating.Again
  return answer.sure === 'sure' ? Rating.Easy : answer.sure === 'rather' ? Rating.Good : Rating.Hard
}

/**
 * Which confusion comes next. Each has a share of the cards: a part that all have alike, and a part by how often one gets
 * it wrong or has forgotten it; the one comes that lies furthest behind its share. So nothing runs away with the evening,
 * and nothing is left out.
 * @see Balinski, M. L. & Young, H. P. (1982). Fair Representation. Yale University Press: apportionment by remainders.
 */
export function nextConfusion(known: readonly Known[]): Known {
  // Few answers are drawn to the middle of all: one wrong answer is not yet a weakness.
  const wrongness = known.map(({ recall, weight }) => ((1 - recall) * weight + DOUBT / 2) / (weight + DOUBT))
  const allWrong = wrongness.reduce((sum, one) => sum + one, 0)
  const all = known.reduce((sum, { recent }) => sum + recent, 0)
  const behind = (one: Known, i: number): number =>
    (FOR_ALL / known.length + ((1 - FOR_ALL) * wrongness[i]!) / allWrong) * (all + 1) - one.recent
  const fresh = known.find(({ seen }) => seen === 0)
  return (
    fresh ?? known.reduce((best, one, i) => (behind(one, i) > behind(best, known.indexOf(best)) ? one : best))
  )
}
