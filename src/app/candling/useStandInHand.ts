import { onScopeDispose, watch } from 'vue'
import type { WatchStage } from '../../core/watch/egg-watch.ts'

/** The hand lays an egg down so long after the lamp is bare, and lifts it so long after its picture is kept. */
const LAY_AFTER_MS = 700
const LIFT_AFTER_MS = 1600

export interface StandInHand {
  /** Whether the evening takes its pictures by itself, through the stand-in camera. */
  active: () => boolean
  /** What the live picture shows. */
  stage: () => WatchStage
  /** Number of the egg at hand while its picture is not kept yet; null when there is nothing to lay down. */
  waitsFor: () => number | null
  /** Puts an egg on the stand-in's lamp. */
  lay: (number: number) => Promise<void>
  /** Leaves the lamp bare. */
  lift: () => Promise<void>
}

/**
 * The simulated hand at the simulated lamp. It follows what the evening says and no clock of its own, as a helper
 * would who looks at the screen: an egg stays until its picture is kept, however long a slow machine takes for it.
 */
export function useStandInHand({ active, stage, waitsFor, lay, lift }: StandInHand): void {
  /** The egg on the lamp; null when it is bare, undefined when unknown. */
  let onLamp: number | null | undefined
  let next: ReturnType<typeof setTimeout> | undefined
  let left = false
  onScopeDispose(() => {
    left = true
    clearTimeout(next)
  })

  async function liftIt(): Promise<void> {
    onLamp = null
    await lift().catch(() => undefined)
    plan()
  }
  async function layIt(number: number): Promise<void> {
    onLamp = number
    await lay(number).catch(() => {
      // It is still in the hand, which tries again.
      onLamp = null
      plan()
    })
  }

  function plan(): void {
    clearTimeout(next)
    if (left) return
    if (!active()) {
      onLamp = undefined
      return
    }
    if (onLamp === undefined) return void liftIt()
    const wanted = waitsFor()
    if (onLamp !== null && onLamp !== wanted) next = setTimeout(() => void liftIt(), LIFT_AFTER_MS)
    else if (onLamp === null && wanted !== null && stage() === 'empty')
      next = setTimeout(() => void layIt(wanted), LAY_AFTER_MS)
  }
  watch([active, stage, waitsFor], plan, { immediate: true })
}
