import { useIntervalFn } from '@vueuse/core'
import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import { startWeighing, tared, weighingAfter, type PanReading } from '../../core/planning/intake/weighing.ts'
import { httpGauge, serialGauge, type Gauge } from '../../devices/gauges/gauges.ts'
import { t } from './words.ts'

const GLANCE_MS = 400

/** A scale that is looked at all the time; a weight is taken when the pan has come to rest with an egg on it. */
export interface Scale {
  state: ShallowRef<ReturnType<typeof startWeighing>>
  pan: ShallowRef<PanReading | null>
  gauge: ShallowRef<Gauge | null>
  /** What became of the last weight that the pan gave: it is noted when it is on the disk. */
  kept: Ref<'writing' | 'kept' | 'refused'>
  /** Begins to watch the scale: the server’s, or one on a cable. */
  start: (which: 'server' | 'cable') => Promise<void>
  tare: () => void
}

export interface ScalePort {
  problem: Ref<string>
  expectedG: () => number
  /** Whether anything is to be weighed. */
  wanted: () => boolean
  /** Notes a weight. @returns whether it was kept */
  keep: (grams: number) => Promise<boolean>
  /** The pan of a stand-in is cleared, as by a hand. */
  clear: () => Promise<void>
  chosen: (which: 'server' | 'cable') => void
}

export function useScale({ problem, expectedG, wanted, keep, clear, chosen }: ScalePort): Scale {
  const state = shallowRef(startWeighing())
  const pan = shallowRef<PanReading | null>(null)
  const gauge = shallowRef<Gauge | null>(null)
  const kept = ref<'writing' | 'kept' | 'refused'>('kept')
  onScopeDispose(() => void gauge.value?.close().catch(() => undefined))

  let busy = false
  async function glance(): Promise<void> {
    if (busy || !gauge.value || !wanted()) return
    busy = true
    try {
      const { value, quantity, stable } = await gauge.value.glance()
      if (quantity !== 'mass') throw new Error(t('weigh.noResponse'))
      pan.value = { grams: value, stable }
      const after = weighingAfter(state.value, pan.value, expectedG())
      state.value = after.state
      // What was refused stays said until the pan is at rest with another weight.
      if (kept.value !== 'refused') problem.value = ''
      if (after.taken === null) return
      problem.value = ''
      kept.value = 'writing'
      kept.value = (await keep(after.taken)) ? 'kept' : 'refused'
      await clear()
    } catch (error) {
      problem.value = (error as Error).message
    } finally {
      busy = false
    }
  }
  useIntervalFn(() => void glance(), GLANCE_MS)

  async function start(which: 'server' | 'cable'): Promise<void> {
    try {
      const next = which === 'server' ? httpGauge('scale') : await serialGauge('scale')
      await gauge.value?.close()
      await clear()
      gauge.value = next
      chosen(which)
      state.value = startWeighing()
      problem.value = ''
    } catch (error) {
      problem.value = t('weigh.notConnected', { why: (error as Error).message })
    }
  }

  return {
    state,
    pan,
    gauge,
    kept,
    start,
    tare: () => {
      if (pan.value) state.value = tared(pan.value)
    },
  }
}
