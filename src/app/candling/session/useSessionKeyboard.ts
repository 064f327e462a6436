import { useRoomStore } from '../../shared/room.ts'
import { gradeKeys } from '../grade-keys.ts'
import { useKeys } from '../../shared/useKeys.ts'
import type { Evening } from '../evening/useEvening.ts'
import type { ComparisonChoice } from './useComparison.ts'

/** What the page does itself. */
interface OfPage {
  compare: ComparisonChoice['compare']
  nextComparison: () => void
  /** Shows the grade alone, to be read from afar, or the page again. */
  essential: () => void
}

/** An evening by its keys. */
export function useSessionKeyboard(hands: Evening, { compare, nextComparison, essential }: OfPage): void {
  const room = useRoomStore()
  useKeys({
    ' ': () => void hands.goOn(),
    x: () => void hands.another(),
    a: () => void hands.restDevelops(),
    ...gradeKeys((grade) => void hands.grade(grade)),
    z: () => void hands.takeBack(),
    c: nextComparison,
    v: () => void hands.pause(),
    d: () => void hands.mark(),
    t: () => void hands.speak(),
    b: essential,
    h: () => compare('earlier'),
    j: () => compare('blink'),
    m: () => compare('mates'),
    n: () => compare('reference'),
    l: () => compare('living'),
    r: () => void hands.take(),
    s: () => void hands.skip(1),
    ArrowRight: () => void hands.skip(1),
    ArrowLeft: () => void hands.skip(-1),
    '+': () => room.brighten(1),
    '-': () => room.brighten(-1),
  })
}
