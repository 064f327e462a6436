<script setup lang="ts">
import { computed } from 'vue'
import {
  AIR_METHODS,
  airWanted,
  MOST_COOLER_C,
  OWN_FIGURES,
  sayBand,
  type AirHabit,
  type AirMethod,
} from '../../../core/climate/air-method.ts'
import { SPECIES, type SpeciesName } from '../../../core/species/species.ts'
import { fromShown, toShown, unitSymbol } from '../../../core/units.ts'
import { AIR_METHOD_CHOICES } from '../../../words/air-methods.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import ListChoice from '../kit/ListChoice.vue'
import NumberField from '../kit/NumberField.vue'
import { t } from './words.ts'

/** How moist and warm the air is kept: a method by its name and reason, or the keeper’s own figures. */
const props = defineProps<{
  label: string
  species: SpeciesName
  /** Null where it goes by `asPlace`. */
  habit: AirHabit | null
  /** The habit that holds where there is none of one’s own; undefined where there must be one. */
  asPlace?: AirHabit
}>()
const emit = defineEmits<{ change: [AirHabit | null] }>()
const store = useHatcheryStore()
const units = computed(() => store.hatchery.units)
const standing = computed(() => props.habit ?? props.asPlace!)
const options = computed(() => [
  ...(props.asPlace
    ? [
        {
          value: 'place' as const,
          name: t('air.asPlace', { method: AIR_METHOD_CHOICES[props.asPlace.method].label }),
        },
      ]
    : []),
  ...AIR_METHODS.map((value) => ({ value, name: AIR_METHOD_CHOICES[value].label })),
])
const wanted = computed(() => airWanted(standing.value, props.species))
function choose(value: AirMethod | 'place'): void {
  emit('change', value === 'place' ? null : { ...standing.value, method: value })
}
const FIGURES = [
  ['until', 'low', t('air.untilLow')],
  ['until', 'high', t('air.untilHigh')],
  ['from', 'low', t('air.fromLow')],
  ['from', 'high', t('air.fromHigh')],
] as const
function figure(of: 'until' | 'from', end: 'low' | 'high', value: number): void {
  const { own } = standing.value
  const band = { ...own[of], [end]: value }
  // The other end comes along, so that a band can be moved a figure at a time.
  emit('change', {
    ...standing.value,
    own: { ...own, [of]: band.low <= band.high ? band : { low: value, high: value } },
  })
}
</script>

<template>
  <div class="flex flex-col gap-2" data-testid="air-habit">
    <ListChoice
      :label="label"
      :options="options"
      :model-value="habit === null ? 'place' : habit.method"
      @change="choose"
    />
    <p class="text-sm text-ink-soft">
      {{ AIR_METHOD_CHOICES[standing.method].reason }}
      <span v-if="wanted.isMeasured" class="block text-ink" data-testid="air-wanted">{{
        t('air.wanted', {
          bird: SPECIES[species].label,
          until: sayBand(wanted.until),
          from: sayBand(wanted.from),
        })
      }}</span>
    </p>
    <div v-if="habit && OWN_FIGURES.includes(habit.method)" class="grid grid-cols-2 gap-3">
      <NumberField
        v-for="[of, end, name] in FIGURES"
        :key="of + end"
        required
        :label="name"
        :least="10"
        :most="95"
        :model-value="habit.own[of][end]"
        @change="figure(of, end, $event)"
      />
    </div>
    <NumberField
      v-if="habit"
      required
      class="max-w-60"
      :label="t('air.cooler', { unit: unitSymbol(units, 'warmth') })"
      :least="0"
      :most="toShown(units, 'warmth', MOST_COOLER_C)"
      :model-value="toShown(units, 'warmth', habit.lockdownCoolerC)"
      @change="emit('change', { ...habit, lockdownCoolerC: fromShown(units, 'warmth', $event) })"
    />
    <p v-if="habit" class="text-sm text-ink-soft">{{ t('air.coolerWhy') }}</p>
  </div>
</template>
