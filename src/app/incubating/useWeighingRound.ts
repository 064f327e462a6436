import { computed, ref, shallowRef, type ComputedRef, type Ref } from 'vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import { standingEvents } from '../../contracts/records/events.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { eggBody } from '../../core/water/egg-body.ts'
import { HOUR_MS } from '../../core/time/durations.ts'

/** An egg weighed within this time belongs to this round of weighing. */
const ROUND_MS = 6 * HOUR_MS

/** Which egg, or which tray, is weighed now, and about how much it should weigh. */
export interface WeighingRound {
  /** Single eggs, or the trays as a whole. */
  whole: Ref<boolean>
  inside: ComputedRef<Egg[]>
  /** Those that were not weighed this time. */
  open: ComputedRef<Egg[]>
  current: ComputedRef<Egg | null>
  trayId: Ref<string | null>
  tray: ComputedRef<EggSet['trays'][number] | null>
  inTray: ComputedRef<Egg[]>
  expectedG: ComputedRef<number>
  skip: () => void
  /** All are weighed once more. */
  again: () => void
}

export function useWeighingRound(set: () => EggSet, eggs: () => readonly Egg[]): WeighingRound {
  const whole = ref(false)
  const skipped = shallowRef<readonly string[]>([])
  const inside = computed(() => eggs().filter(isIn))
  /** Weighed since then is weighed this time. */
  const sinceMs = ref(Date.now() - ROUND_MS)
  const open = computed(() => inside.value.filter((egg) => weighedAt(egg) < sinceMs.value))
  const current = computed(
    () => open.value.find(({ id }) => !skipped.value.includes(id)) ?? open.value[0] ?? null,
  )
  const trayId = ref<string | null>(null)
  const tray = computed(() => set().trays.find(({ id }) => id === trayId.value) ?? set().trays[0] ?? null)
  const inTray = computed(() => inside.value.filter((egg) => egg.place?.trayId === tray.value?.id))
  const usualG = computed(() => eggBody(set().species).freshMassG.value)
  const expectedG = computed(() =>
    whole.value
      ? inTray.value.reduce((sum, egg) => sum + (egg.weightG ?? usualG.value), 0)
      : (current.value?.weightG ?? usualG.value),
  )
  return {
    whole,
    inside,
    open,
    current,
    trayId,
    tray,
    inTray,
    expectedG,
    skip: () => {
      const { value: egg } = current
      if (egg) skipped.value = [...skipped.value.filter((id) => id !== egg.id), egg.id]
    },
    again: () => {
      sinceMs.value = Date.now()
      skipped.value = []
    },
  }
}

/** When the egg was weighed last, milliseconds; 0 where it never was. */
function weighedAt({ events }: Egg): number {
  const times = standingEvents(events).flatMap((event) =>
    event.kind === 'weighed' && event.at ? Date.parse(event.at) : [],
  )
  return Math.max(0, ...times)
}
