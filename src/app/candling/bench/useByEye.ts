import { ref, watch, type Ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { isPictured, type EyeLook, type ToldCell } from '../../../contracts/records/look-record.ts'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { SuggestedGrade } from '../../../core/grade-names.ts'
import { lookByEye, saidAnew } from '../../../domain/look-by-eye.ts'
import { timelineOf } from '../../../domain/timeline.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { JudgingPort } from './useJudging.ts'

/** Looks without a picture: the candler's word is all there is. */
export interface ByEye {
  /** A look at the egg at hand, which has none yet. */
  lookByEye: (grade: SuggestedGrade) => Promise<void>
  /** All eggs of the tray at hand that nobody has looked at develop: one press, one step. */
  restDevelops: () => Promise<void>
  /** Another word on a look without a picture. */
  saidAnew: (look: EyeLook, grade: SuggestedGrade, at: string) => EyeLook
  /** What the candler saw of the air cell of the egg at hand; noted with its grade. */
  toldCell: Ref<ToldCell | null>
}

export function useByEye({ set, eggs, work }: JudgingPort): ByEye {
  const hatchery = useHatcheryStore()
  const surroundings = (eggId: string) => ({
    set: set(),
    timeline: timelineOf(set(), hatchery.hatchery),
    looks: hatchery.looksByEgg.get(eggId) ?? [],
  })
  const toldCell = ref<ToldCell | null>(null)
  watch(
    () => [eggs.current.value?.id, eggs.look.value] as const,
    ([, look]) => {
      toldCell.value = look && !isPictured(look) ? look.airCell : null
    },
  )

  function made(egg: Egg, grade: SuggestedGrade, at: string): EyeLook {
    // Who stands at the lamp was said as the evening began.
    const candler =
      hatchery.sessions.find(({ setId, endedAt }) => setId === set().id && endedAt === null)?.candler ?? ''
    const airCell = egg.id === eggs.current.value?.id ? toldCell.value : null
    const said = { egg, grade, at, takenAt: at, airCell, candler }
    return lookByEye(said, surroundings(egg.id), () => uuid())
  }

  async function lookAt(list: readonly Egg[], grade: SuggestedGrade): Promise<void> {
    const [first] = list
    if (!first || work.busy.value) return
    await work.run(async () => {
      work.phase.value = 'saving'
      const at = new Date().toISOString()
      await hatchery.commit('look by eye', first.id, { looks: list.map((egg) => made(egg, grade, at)) })
      work.savedAt.value = new Date()
      eggs.advance()
    })
  }

  return {
    lookByEye: (grade) => {
      const { value: egg } = eggs.current
      return egg && !egg.removed ? lookAt([egg], grade) : Promise.resolve()
    },
    restDevelops: () => lookAt(eggs.unseenHere.value, 'developing'),
    saidAnew: (look, grade, at) => {
      const airCell = look.eggId === eggs.current.value?.id ? toldCell.value : look.airCell
      return { ...saidAnew(look, { grade, at }, surroundings(look.eggId)), airCell }
    },
    toldCell,
  }
}
