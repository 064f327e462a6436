import { useRoomStore } from '../../shared/room.ts'
import { gradeKeys } from '../grade-keys.ts'
import { useKeys } from '../../shared/useKeys.ts'
import type { Bench } from './useBench.ts'

/** What the page does itself. */
interface OfPage {
  take: () => void
  /** Shows which parts of the picture speak for a grade. */
  evidence: () => void
  /** Shows what was measured, or hides it. */
  lines: () => void
  agree: () => void
  byEye: () => boolean
}

/** The bench by its keys. While something waits for an answer, only its own keys work. */
export function useBenchKeyboard(bench: Bench, { take, evidence, lines, agree, byEye }: OfPage): void {
  const room = useRoomStore()
  const { look, many, several, drawn, asking } = bench
  useKeys(
    {
      Enter: () => void bench.keepSeveral(),
      Escape: () => {
        several.value = null
      },
    },
    () => several.value !== null,
  )
  useKeys(
    {
      Enter: () => void bench.keepLines(drawn.value),
      Escape: () => {
        drawn.value = null
      },
    },
    () => drawn.value !== null,
  )
  useKeys(
    {
      Escape: () => {
        if (many.running.value === null) many.close()
      },
      e: bench.draw,
      ' ': () => {
        if (look.value?.source !== 'eye' && look.value) return
        if (!byEye()) take()
      },
      a: () => {
        if (byEye()) void bench.restDevelops()
      },
      Enter: agree,
      ...gradeKeys((grade) => void bench.decide(grade)),
      r: () => {
        if (look.value) take()
      },
      z: () => void bench.undo(),
      w: evidence,
      o: lines,
      ArrowRight: () => bench.step(1),
      ArrowLeft: () => bench.step(-1),
      ArrowDown: () => bench.step(bench.tray.value.columns),
      ArrowUp: () => bench.step(-bench.tray.value.columns),
      '+': () => room.brighten(1),
      '-': () => room.brighten(-1),
    },
    () => !asking.value,
  )
}
