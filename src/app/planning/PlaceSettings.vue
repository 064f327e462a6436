<script setup lang="ts">
import { computed } from 'vue'
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { oddTurns, turningHours } from '../../core/planning/incubation/turning.ts'
import { fromShown, toShown, unitSymbol } from '../../core/units.ts'
import { figureIn, numberIn, textIn } from '../shared/field-events.ts'
import { t } from './words.ts'

/** The place, what stands in it and what is done by hand. */
const props = defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

const hourWords = (hour: number): string =>
  `${Math.floor(hour)}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`
const turning = computed(() =>
  turningHours({ timesADay: props.hatchery.turnsADay }).map(hourWords).join(', '),
)
/** Empty is learnt; what cannot be read is refused by the record's own check. */
function stepOrLearnt(event: Event): number | null {
  const shown = figureIn(event)
  return shown === null ? null : fromShown(props.hatchery.units, 'scale-step', shown)
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('place.title') }}</h2>
    <label
      >{{ t('common.name') }}
      <input
        type="text"
        class="field mt-1 w-full"
        :value="hatchery.name"
        @change="emit('change', { name: textIn($event) })"
    /></label>
    <label
      >{{ t('place.zone') }}
      <input
        type="text"
        class="field mt-1 w-full"
        :value="hatchery.zone"
        @change="emit('change', { zone: textIn($event) })"
    /></label>
    <div class="grid grid-cols-2 gap-4">
      <label
        >{{ t('place.units') }}
        <select
          class="field mt-1 w-full"
          :value="hatchery.units"
          @change="emit('change', { units: textIn($event) as Hatchery['units'] })"
        >
          <option value="metric">{{ t('place.metric') }}</option>
          <option value="imperial">{{ t('place.imperial') }}</option>
        </select>
      </label>
      <label
        >{{ t('place.candlingAt') }}
        <input
          type="number"
          min="0"
          max="23"
          class="field mt-1 w-full"
          :value="hatchery.candlingHour"
          @change="emit('change', { candlingHour: numberIn($event) })"
      /></label>
      <label
        >{{ t('place.brooders') }}
        <input
          type="number"
          min="0"
          max="50"
          class="field mt-1 w-full"
          :value="hatchery.brooders"
          @change="emit('change', { brooders: numberIn($event) })"
      /></label>
      <label
        >{{ t('place.altitude', { unit: unitSymbol(hatchery.units, 'altitude') }) }}
        <input
          type="text"
          inputmode="decimal"
          class="field mt-1 w-full"
          data-testid="altitude"
          :value="toShown(hatchery.units, 'altitude', hatchery.altitudeM)"
          @change="emit('change', { altitudeM: fromShown(hatchery.units, 'altitude', numberIn($event)) })"
      /></label>
      <label
        >{{ t('place.scaleStep', { unit: unitSymbol(hatchery.units, 'scale-step') }) }}
        <input
          type="text"
          inputmode="decimal"
          :placeholder="t('incubators.automatic')"
          class="field mt-1 w-full"
          data-testid="scale-step"
          :value="
            hatchery.scaleStepG === null ? '' : toShown(hatchery.units, 'scale-step', hatchery.scaleStepG)
          "
          @change="emit('change', { scaleStepG: stepOrLearnt($event) })"
      /></label>
      <label
        >{{ t('place.turns') }}
        <input
          type="number"
          min="1"
          max="15"
          class="field mt-1 w-full"
          :value="hatchery.turnsADay"
          @change="emit('change', { turnsADay: oddTurns(numberIn($event)) })"
      /></label>
      <label
        >{{ t('place.warmUp') }}
        <input
          type="number"
          min="0"
          max="96"
          class="field mt-1 w-full"
          :value="hatchery.warmUpHours"
          @change="emit('change', { warmUpHours: numberIn($event) })"
      /></label>
      <label
        >{{ t('place.rest') }}
        <input
          type="number"
          min="0"
          max="96"
          class="field mt-1 w-full"
          :value="hatchery.postRestHours"
          @change="emit('change', { postRestHours: numberIn($event) })"
      /></label>
    </div>
    <p class="text-ink-soft">
      {{ t('place.turningAdvice', { advice: turning }) }}
    </p>
  </section>
</template>
