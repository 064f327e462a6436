import { shallowRef, type ShallowRef } from 'vue'
import { isPictured } from '../../../contracts/records/look-record.ts'
import { figuresOf, linesOf, type HandLines } from '../../../core/measure/by-hand.ts'
import { noShapes, readingOf } from '../../../core/measure/reading.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { BenchWork } from './useBenchWork.ts'
import type { EggChoice } from './useEggChoice.ts'

/** Lines that the candler draws over those measured. */
export interface DrawnLines {
  /** Lines while they are drawn by hand; null when they are not. */
  drawn: ShallowRef<HandLines | null>
  /** As they were measured, while lines are drawn. */
  measured: ShallowRef<HandLines | null>
  /** Lets the candler draw, from the lines kept or else those measured. */
  draw: () => Promise<void>
  /** Keeps lines beside those measured; null takes them away again. Drawing ends only when that is saved. */
  keepLines: (lines: HandLines | null) => Promise<void>
}

/** @param port.asking - whether a question is open, in which case no drawing begins */
export function useDrawnLines({
  eggs,
  work,
  asking,
}: {
  eggs: EggChoice
  work: BenchWork
  asking: () => boolean
}): DrawnLines {
  const hatchery = useHatcheryStore()
  const drawn = shallowRef<HandLines | null>(null)
  const measured = shallowRef<HandLines | null>(null)

  async function draw(): Promise<void> {
    const { value: seen } = eggs.look
    if (!seen || !isPictured(seen) || work.busy.value || asking()) return
    const shapes = await hatchery.repository.shapes(seen.id)
    if (eggs.look.value?.id !== seen.id || work.busy.value || asking()) return
    measured.value = linesOf(readingOf(seen.reading, shapes ?? noShapes(seen.reading.outline)))
    drawn.value = seen.correction?.lines ?? measured.value
  }

  async function keepLines(lines: HandLines | null): Promise<void> {
    const { value: judged } = eggs.look
    if (!judged || work.busy.value) return
    await work.run(async () => {
      work.phase.value = 'saving'
      const correction = lines && { at: new Date().toISOString(), lines, figures: figuresOf(lines) }
      await hatchery.changeLook(lines ? 'lines by hand' : 'lines as measured', judged.id, (now) => ({
        ...now,
        correction,
      }))
      work.savedAt.value = new Date()
      drawn.value = null
    })
  }

  return { drawn, measured, draw, keepLines }
}
