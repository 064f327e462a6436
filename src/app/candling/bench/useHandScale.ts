import { computed, type ComputedRef } from 'vue'
import { hatcheryRecordSchema, type Hatchery } from '../../../contracts/records/hatchery-record.ts'
import { isPictured } from '../../../contracts/records/look-record.ts'
import { figuresOf } from '../../../core/measure/by-hand.ts'
import { calibrateCamera, scaleFromCalliper } from '../../../core/measure/scale.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { Bench } from './useBench.ts'
import { t } from '../words.ts'

/** By what pixels become millimetres at this bench. */
export interface HandScale {
  /** What the calliper says of the egg at hand. */
  calliper: ComputedRef<{ breadthMm: number } | null>
  saveCollar: (collarMm: number | null) => Promise<void>
  /** Takes the egg at hand, its outline as it is drawn, as the measure of what the camera sees from here. */
  calibrate: () => Promise<void>
}

export function useHandScale({
  current,
  drawn,
  look,
  problem,
}: Pick<Bench, 'current' | 'drawn' | 'look' | 'problem'>): HandScale {
  const hatchery = useHatcheryStore()

  async function saveScale(change: Partial<Hatchery['scale']>): Promise<void> {
    const next = hatcheryRecordSchema.safeParse({
      ...hatchery.hatchery,
      scale: { ...hatchery.hatchery.scale, ...change },
    })
    if (!next.success) {
      problem.value = t('scale.wrongCollar')
      return
    }
    try {
      await hatchery.saveHatchery(next.data)
      problem.value = null
    } catch {
      problem.value = t('scale.notSaved')
    }
  }

  const calliper = computed(() => (current.value?.breadthMm ? { breadthMm: current.value.breadthMm } : null))
  async function calibrate(): Promise<void> {
    if (!calliper.value || !drawn.value || !look.value || !isPictured(look.value)) return
    const { mmAcross } = calibrateCamera(
      scaleFromCalliper(figuresOf(drawn.value), calliper.value),
      look.value.photo,
    )
    await saveScale({ camera: { mmAcross, at: new Date().toISOString() } })
  }

  return { calliper, saveCollar: (collarMm) => saveScale({ collarMm }), calibrate }
}
