import { computed, type ComputedRef } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { useBenchWork, type BenchWork } from './useBenchWork.ts'
import { useDrawnLines, type DrawnLines } from './useDrawnLines.ts'
import { useEggChoice, type EggChoice } from './useEggChoice.ts'
import { useJudging, type Judging } from './useJudging.ts'
import { useTaking, type Taking } from './useTaking.ts'

/** One tray at the bench: which egg, its picture, what follows. All writes are awaited before they show. */
export interface Bench extends EggChoice, Taking, Judging, DrawnLines, BenchWork {
  /** A question is open: until it is answered no other egg is chosen and no picture taken, so that nothing is lost. */
  asking: ComputedRef<boolean>
}

export function useBench(set: () => EggSet): Bench {
  const work = useBenchWork(() => taking.many.running.value !== null)
  const eggs = useEggChoice(set, {
    mayChoose: () => !work.busy.value && !asking.value,
    chosen: () => {
      work.problem.value = null
    },
  })
  const taking: Taking = useTaking({ set, eggs, work, asking: () => asking.value })
  const lines: DrawnLines = useDrawnLines({ eggs, work, asking: () => asking.value })
  const asking = computed(() => taking.several.value !== null || lines.drawn.value !== null)
  return { ...eggs, ...taking, ...useJudging({ set, eggs, work }), ...lines, ...work, asking }
}
