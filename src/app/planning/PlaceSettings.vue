<script setup lang="ts">
import { computed } from 'vue'
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { clockHours } from '../shared/clock-time.ts'
import { TAKING_OUT_WORDS } from '../shared/habits/taking-out-words.ts'
import { optionsOf } from '../shared/kit/options.ts'
import { oddTurns, turningHours } from '../../core/planning/incubation/turning.ts'
import { fromShown, toShown, unitSymbol } from '../../core/units.ts'
import { t } from './words.ts'
import TextField from '../shared/kit/TextField.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import NumberField from '../shared/kit/NumberField.vue'

/** The place, what stands in it and what is done by hand. */
const props = defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

/** The browser’s time zones, and the one that stands, though this browser may call it otherwise. */
const zones = computed(() =>
  [...new Set([props.hatchery.zone, ...Intl.supportedValuesOf('timeZone')])].map((value) => ({
    value,
    name: value.replaceAll('_', ' '),
  })),
)

const turning = computed(() =>
  clockHours(turningHours({ timesADay: props.hatchery.turnsADay, ownHours: props.hatchery.turningHours })),
)
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('place.title') }}</h2>
    <TextField
      :label="t('common.name')"
      :model-value="hatchery.name"
      @change="emit('change', { name: $event })"
    />
    <SearchChoice
      :label="t('place.zone')"
      :options="zones"
      :model-value="hatchery.zone"
      @change="emit('change', { zone: $event })"
    />
    <div class="grid grid-cols-2 gap-4">
      <ListChoice
        :label="t('place.units')"
        :model-value="hatchery.units"
        @change="emit('change', { units: $event as Hatchery['units'] })"
        :options="[
          { value: 'metric', name: t('place.metric') },
          { value: 'imperial', name: t('place.imperial') },
        ]"
      />
      <ListChoice
        :label="t('place.clock')"
        :model-value="hatchery.clock"
        @change="emit('change', { clock: $event as Hatchery['clock'] })"
        :options="[
          { value: '24h', name: t('place.clock24') },
          { value: '12h', name: t('place.clock12') },
        ]"
      />
      <NumberField
        required
        :label="t('place.candlingAt')"
        :least="0"
        :most="23"
        :model-value="hatchery.candlingHour"
        @change="emit('change', { candlingHour: $event })"
      />
      <NumberField
        required
        :label="t('place.brooders')"
        :least="0"
        :most="50"
        :model-value="hatchery.brooders"
        @change="emit('change', { brooders: $event })"
      />
      <NumberField
        required
        :label="t('place.altitude', { unit: unitSymbol(hatchery.units, 'altitude') })"
        data-testid="altitude"
        :model-value="toShown(hatchery.units, 'altitude', hatchery.altitudeM)"
        @change="emit('change', { altitudeM: fromShown(hatchery.units, 'altitude', $event) })"
      />
      <NumberField
        :label="t('place.scaleStep', { unit: unitSymbol(hatchery.units, 'scale-step') })"
        :placeholder="t('incubators.automatic')"
        data-testid="scale-step"
        :model-value="
          hatchery.scaleStepG === null ? null : toShown(hatchery.units, 'scale-step', hatchery.scaleStepG)
        "
        @change="emit('change', { scaleStepG: fromShown(hatchery.units, 'scale-step', $event) })"
        @emptied="emit('change', { scaleStepG: null })"
      />
      <NumberField
        required
        :label="t('place.turns')"
        :least="1"
        :most="15"
        :model-value="hatchery.turnsADay"
        @change="emit('change', { turnsADay: oddTurns($event) })"
      />
      <NumberField
        required
        :label="t('place.warmUp')"
        :least="0"
        :most="96"
        :model-value="hatchery.warmUpHours"
        @change="emit('change', { warmUpHours: $event })"
      />
      <NumberField
        required
        :label="t('place.rest')"
        :least="0"
        :most="96"
        :model-value="hatchery.postRestHours"
        @change="emit('change', { postRestHours: $event })"
      />
    </div>
    <ListChoice
      :label="t('place.takingOut')"
      :options="optionsOf(TAKING_OUT_WORDS)"
      :model-value="hatchery.takingOut"
      @change="emit('change', { takingOut: $event as Hatchery['takingOut'] })"
    />
    <p class="text-ink-soft">
      {{ t('place.turningAdvice', { advice: turning }) }}
    </p>
  </section>
</template>
