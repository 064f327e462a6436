<script setup lang="ts">
import { computed, ref } from 'vue'
import { Trash2 } from '@lucide/vue'
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { AirHabit } from '../../core/climate/air-method.ts'
import { turningHours } from '../../core/planning/incubation/turning.ts'
import { SPECIES, SPECIES_NAMES, type SpeciesName } from '../../core/species/species.ts'
import AirHabitChoice from '../shared/habits/AirHabitChoice.vue'
import TurningHours from '../shared/habits/TurningHours.vue'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import NumberField from '../shared/kit/NumberField.vue'
import { t } from './words.ts'

/** The place’s habits at the incubator: how moist and warm, for which birds otherwise, and when eggs are turned by hand. */
const props = defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()
const others = computed(() =>
  SPECIES_NAMES.filter((name) => !props.hatchery.airOfSpecies.some(({ species }) => species === name)).map(
    (value) => ({ value, name: SPECIES[value].label }),
  ),
)
const added = ref<SpeciesName>()
function add(species: SpeciesName): void {
  emit('change', { airOfSpecies: [...props.hatchery.airOfSpecies, { species, habit: props.hatchery.air }] })
  added.value = undefined
}
function change(species: SpeciesName, habit: AirHabit | null): void {
  emit('change', {
    airOfSpecies: props.hatchery.airOfSpecies.flatMap((own) =>
      own.species !== species ? [own] : habit ? [{ species, habit }] : [],
    ),
  })
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('air.title') }}</h2>
    <AirHabitChoice
      :label="t('air.humidity')"
      species="chicken"
      :habit="hatchery.air"
      @change="$event && emit('change', { air: $event })"
    />
    <div
      v-for="{ species, habit } in hatchery.airOfSpecies"
      :key="species"
      class="flex flex-col gap-2 border-t border-line pt-3"
    >
      <AirHabitChoice
        :label="t('air.ofBird', { bird: SPECIES[species].label })"
        :species="species"
        :habit="habit"
        @change="change(species, $event)"
      />
      <KitButton size="desk" class="self-start" :icon="Trash2" @click="change(species, null)">{{
        t('air.asOthers', { bird: SPECIES[species].label })
      }}</KitButton>
    </div>
    <ListChoice
      v-if="others.length > 0"
      v-model="added"
      :label="t('air.addBird')"
      :placeholder="t('air.chooseBird')"
      :options="others"
      @change="add"
    />
    <TurningHours
      :hours="hatchery.turningHours"
      :usual="turningHours({ timesADay: hatchery.turnsADay })"
      @change="emit('change', { turningHours: $event })"
    />
    <NumberField
      required
      class="max-w-60"
      :label="t('air.grace')"
      :least="0.5"
      :most="24"
      :model-value="hatchery.turnGraceHours"
      @change="emit('change', { turnGraceHours: $event })"
    />
  </section>
</template>
