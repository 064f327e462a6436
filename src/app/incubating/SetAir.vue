<script setup lang="ts">
import { computed } from 'vue'
import type { EggSet, PlanChoices } from '../../contracts/records/set-record.ts'
import { airHabitFor } from '../../domain/air-wanted.ts'
import { turningHours } from '../../core/planning/incubation/turning.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import AirHabitChoice from '../shared/habits/AirHabitChoice.vue'
import { TAKING_OUT_WORDS } from '../shared/habits/taking-out-words.ts'
import TurningHours from '../shared/habits/TurningHours.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import { optionsOf } from '../shared/kit/options.ts'
import { useSaving } from '../shared/useSaving.ts'
import { t } from './words.ts'

/** How moist and warm this set is kept, and when it is turned by hand; what is not told goes by the place’s habit. */
const props = defineProps<{ set: EggSet }>()
const store = useHatcheryStore()
const { problem, saving } = useSaving()
function keep(changes: Partial<PlanChoices>): void {
  void saving(() =>
    store.changeSet('plan', props.set.id, (now) => ({ ...now, plan: { ...now.plan, ...changes } })),
  )
}
const usual = computed(() =>
  turningHours({
    timesADay: props.set.plan.turnsADay ?? store.hatchery.turnsADay,
    ownHours: store.hatchery.turningHours,
  }),
)
const FIRST_TURNS = [0, 24, 48, 72].map((value) => ({
  value,
  name: value === 0 ? t('setAir.turnAtOnce') : t('setAir.turnAfter', { hours: value }),
}))
const firstTurns = computed(() => {
  const { firstTurnHours: value } = props.set.plan
  return FIRST_TURNS.some((one) => one.value === value)
    ? FIRST_TURNS
    : [...FIRST_TURNS, { value, name: t('setAir.turnAfter', { hours: value }) }]
})
const takingOut = computed(() => [
  {
    value: 'place' as const,
    name: t('setAir.asPlace', { habit: TAKING_OUT_WORDS[store.hatchery.takingOut] }),
  },
  ...optionsOf(TAKING_OUT_WORDS),
])
</script>

<template>
  <section class="grid grid-cols-1 gap-4 sm:col-span-2 sm:grid-cols-2" :aria-label="t('setAir.title')">
    <div class="flex flex-col gap-3">
      <h3 class="font-semibold">{{ t('setAir.title') }}</h3>
      <AirHabitChoice
        :label="t('setAir.humidity')"
        :species="set.species"
        :habit="set.plan.air"
        :as-place="airHabitFor(set.species, store.hatchery)"
        @change="keep({ air: $event })"
      />
    </div>
    <div v-if="set.plan.turnsADay !== null" class="flex flex-col gap-3">
      <h3 class="font-semibold">{{ t('setAir.turning') }}</h3>
      <TurningHours
        :hours="set.plan.turningHours ?? []"
        :usual="usual"
        @change="keep({ turningHours: $event.length > 0 ? $event : null })"
      />
      <ListChoice
        :label="t('setAir.firstTurn')"
        :options="firstTurns"
        :model-value="set.plan.firstTurnHours"
        @change="keep({ firstTurnHours: $event })"
      />
      <p class="text-sm text-ink-soft">{{ t('setAir.firstTurnWhy') }}</p>
    </div>
    <ListChoice
      :label="t('setAir.takingOut')"
      :options="takingOut"
      :model-value="set.plan.takingOut ?? 'place'"
      @change="keep({ takingOut: $event === 'place' ? null : $event })"
    />
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
  </section>
</template>
