import { isPictured, type LookRecord, type MovementReading } from '../../../contracts/records/look-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import type { SuggestedGrade } from '../../../core/grade-names.ts'
import { withMovement } from '../../../domain/look-from.ts'
import { trayGradedTogether } from '../../../domain/regrade.ts'
import { timelineOf } from '../../../domain/timeline.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { BenchWork } from './useBenchWork.ts'
import { useByEye, type ByEye } from './useByEye.ts'
import type { EggChoice } from './useEggChoice.ts'

/** The candler's word on a look, and what else is learnt of it after it was taken. */
export interface Judging extends Pick<ByEye, 'restDevelops' | 'toldCell'> {
  /** The candler's own grade, by a pressed key; where there is no picture of now, it is a look by eye. */
  decide: (grade: SuggestedGrade) => Promise<void>
  /** Lifting the egg off the lamp leaves it in, where the candler wants it so. No grade is said. */
  leaveIn: () => Promise<void>
  /** Adds what a film showed to the look that the egg was filmed for, wherever the bench is by now. */
  noteMovement: (lookId: string, movement: MovementReading) => Promise<void>
  /** Grades a tray's eggs again with all their mates known; what was suggested before is kept. */
  judgeTogether: (trayId: string) => Promise<void>
  undo: () => Promise<void>
}

export interface JudgingPort {
  set: () => EggSet
  eggs: EggChoice
  work: BenchWork
}

export function useJudging({ set, eggs, work }: JudgingPort): Judging {
  const hatchery = useHatcheryStore()
  const timeline = () => timelineOf(set(), hatchery.hatchery)
  const byEye = useByEye({ set, eggs, work })

  async function settle(label: string, change: (now: LookRecord, at: string) => LookRecord): Promise<void> {
    const { value: judged } = eggs.look
    if (!judged || work.busy.value) return
    await work.run(async () => {
      work.phase.value = 'saving'
      await hatchery.changeLook(label, judged.id, (now) => change(now, new Date().toISOString()))
      work.savedAt.value = new Date()
      eggs.advance()
    })
  }

  function decide(grade: SuggestedGrade): Promise<void> {
    if (!eggs.look.value) return byEye.lookByEye(grade)
    return settle('grade', (now, at) =>
      isPictured(now) ? { ...now, own: { grade, at }, leftIn: null } : byEye.saidAnew(now, grade, at),
    )
  }

  const leaveIn = (): Promise<void> =>
    settle('left in', (now, at) => (isPictured(now) ? { ...now, leftIn: { at } } : now))

  async function noteMovement(lookId: string, movement: MovementReading): Promise<void> {
    const filmed = hatchery.looks.find((item) => item.id === lookId)
    const egg = filmed && eggs.eggs.value.find((item) => item.id === filmed.eggId)
    if (!filmed || !egg || filmed.replaced) return
    const around = {
      set: set(),
      egg,
      timeline: timeline(),
      earlier: (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.takenAt < filmed.takenAt),
      livingMates: eggs.livingMates(egg),
      learnt: hatchery.learnt,
      at: new Date().toISOString(),
    }
    await hatchery.amendLooks(() =>
      hatchery.looks
        .filter(isPictured)
        .filter(({ id }) => id === lookId)
        .map((now) => withMovement(now, movement, around)),
    )
  }

  async function judgeTogether(trayId: string): Promise<void> {
    const { lookOf } = eggs
    await hatchery.amendLooks(() =>
      trayGradedTogether({
        set: set(),
        timeline: timeline(),
        eggs: eggs.eggs.value,
        lookOf,
        earlierOf: (egg) =>
          (hatchery.looksByEgg.get(egg.id) ?? []).filter(({ id }) => id !== lookOf(egg)?.id),
        learnt: hatchery.learnt,
        trayId,
        at: new Date().toISOString(),
      }),
    )
  }

  async function undo(): Promise<void> {
    await work.run(async () => {
      work.phase.value = 'saving'
      const entry = await hatchery.undo()
      if (entry && eggs.eggs.value.some((egg) => egg.id === entry.eggId)) eggs.currentId.value = entry.eggId
    })
  }

  const { restDevelops, toldCell } = byEye
  return { decide, restDevelops, toldCell, leaveIn, noteMovement, judgeTogether, undo }
}
