<script setup lang="ts">
import { computed } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import { v4 as uuid } from 'uuid'
import type { HatcheryRecord, Incubator } from '../../contracts/hatchery-record.ts'
import { TARGET_CELSIUS } from '../../core/incubation/development.ts'
import { sayQuantity, unitSymbol } from '../../core/units.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

/** The incubators; one in which sets lie stays on the list. */
const props = defineProps<{ hatchery: HatcheryRecord }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()
const store = useHatcheryStore()

function changeIncubator(id: string, changes: Partial<Incubator>): void {
  emit('change', {
    incubators: props.hatchery.incubators.map((item) => (item.id === id ? { ...item, ...changes } : item)),
  })
}
function addIncubator(): void {
  const { incubators } = props.hatchery
  emit('change', {
    incubators: [
      ...incubators,
      {
        id: uuid(),
        name: `Incubator ${incubators.length + 1}`,
        airflow: 'forced',
        displayCorrectionC: 0,
        capacity: 24,
        turner: 'auto',
      },
    ],
  })
}
const inUse = computed(() => new Set(store.sets.flatMap((set) => set.trays.map((tray) => tray.incubatorId))))
function removeIncubator(id: string): void {
  emit('change', { incubators: props.hatchery.incubators.filter((item) => item.id !== id) })
}
/** A correction is a difference: the offset between the scales does not count. */
const perDegree = computed(() => (props.hatchery.units === 'imperial' ? 1.8 : 1))
const text = (event: Event): string => (event.target as HTMLInputElement).value
const number = (event: Event): number => (event.target as HTMLInputElement).valueAsNumber
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">Incubators</h2>
    <ul class="flex flex-col gap-3">
      <li
        v-for="item in hatchery.incubators"
        :key="item.id"
        class="grid items-end gap-3 border-b border-line pb-3 last:border-0 sm:grid-cols-[1.500fr_1fr_1fr_1fr_1fr_auto]"
      >
        <label
          >Name
          <input
            type="text"
            class="field mt-1 w-full"
            :value="item.name"
            @change="changeIncubator(item.id, { name: text($event) })"
        /></label>
        <label
          >Air
          <select
            class="field mt-1 w-full"
            :value="item.airflow"
            @change="changeIncubator(item.id, { airflow: text($event) as Incubator['airflow'] })"
          >
            <option value="forced">
              fan, {{ sayQuantity(hatchery.units, 'temperature', TARGET_CELSIUS.forced) }}
            </option>
            <option value="still">
              still, {{ sayQuantity(hatchery.units, 'temperature', TARGET_CELSIUS.still) }}
            </option>
          </select>
        </label>
        <label
          >Turning
          <select
            class="field mt-1 w-full"
            :value="item.turner"
            @change="changeIncubator(item.id, { turner: text($event) as Incubator['turner'] })"
          >
            <option value="auto">by itself</option>
            <option value="hand">by hand</option>
          </select>
        </label>
        <label
          >Holds eggs
          <input
            type="number"
            min="1"
            max="5000"
            class="field mt-1 w-full"
            :value="item.capacity"
            @change="changeIncubator(item.id, { capacity: number($event) })"
        /></label>
        <label
          >Display is off by, {{ unitSymbol(hatchery.units, 'temperature') }}
          <input
            type="number"
            step="0.1"
            class="field mt-1 w-full"
            :value="Number((-item.displayCorrectionC * perDegree).toFixed(2))"
            @change="changeIncubator(item.id, { displayCorrectionC: -number($event) / perDegree })"
        /></label>
        <button
          type="button"
          class="press"
          :disabled="hatchery.incubators.length === 1 || inUse.has(item.id)"
          :title="inUse.has(item.id) ? 'Sets lie in it' : undefined"
          :aria-label="`Take ${item.name} off the list`"
          @click="removeIncubator(item.id)"
        >
          <Trash2 class="h-5 w-5" aria-hidden="true" />
        </button>
      </li>
    </ul>
    <button type="button" class="press self-start" @click="addIncubator">
      <Plus class="h-5 w-5" aria-hidden="true" /> Another incubator
    </button>
  </section>
</template>
