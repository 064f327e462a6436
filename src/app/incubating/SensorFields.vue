<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { SensorReading } from '../../contracts/wire/sensor.ts'
import { asChosen } from '../../core/climate/sensor-message.ts'
import { sayQuantity, type UnitSystem } from '../../core/units.ts'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** Which of a sensor's figures are its warmth and its moisture, where it says more than these two. */
const props = defineProps<{ probe: ProbeRecord; said: SensorReading; units: UnitSystem }>()
const emit = defineEmits<{ choose: [fields: ProbeRecord['fields']] }>()

const NAMES = { celsius: t('common.temperature'), rhPercent: t('common.humidity') } as const
type What = keyof typeof NAMES

const open = ref(false)
const now = computed(() => asChosen(props.said, props.probe.fields))
const pathOf = (what: What): string | null => props.probe.fields[what] ?? props.said.taken[what]
const sayIt = (what: What, value: number | null): string =>
  value === null
    ? t('sensorFields.notSent')
    : what === 'celsius'
      ? sayQuantity(props.units, 'temperature', value)
      : `${Math.round(value)} %`
const words = computed(() =>
  (['celsius', 'rhPercent'] as const)
    .map((what) => {
      const path = pathOf(what)
      return `${NAMES[what].toLowerCase()} ${path ? t('sensorFields.fromPath', { path, value: sayIt(what, now.value[what]) }) : t('sensorFields.notSet')}`
    })
    .join('; '),
)
const choices = (what: What) => props.said.fields.filter((field) => field[what] !== null)
function choose(what: What, path: string): void {
  emit('choose', { ...props.probe.fields, [what]: path === '' ? null : path })
}
</script>

<template>
  <p class="text-sm text-ink-soft">
    {{ t('sensorFields.several', { figures: words }) }}
    <PressArea
      class="min-h-11 px-1 underline underline-offset-4"
      :aria-expanded="open"
      :aria-label="t('sensorFields.title', { sensor: probe.name })"
      @click="open = !open"
    >
      {{ open ? t('sensorFields.done') : t('sensorFields.change') }}
    </PressArea>
  </p>
  <div v-if="open" class="mt-1 flex flex-wrap gap-3">
    <ListChoice
      v-for="(name, what) in NAMES"
      :key="what"
      :label="name"
      :model-value="probe.fields[what] ?? ''"
      @change="choose(what, $event)"
      :options="[
        {
          value: '',
          name: t('sensorFields.automatic', {
            found: said.taken[what] ? `: ${said.taken[what]}` : t('sensorFields.noneFound'),
          }),
        },
        ...choices(what).map((field) => ({
          value: field.path,
          name: t('sensorFields.now', { path: field.path, value: sayIt(what, field[what]) }),
        })),
      ]"
      class="w-56"
    />
    <p class="basis-full text-sm text-ink-soft">{{ t('sensorFields.from') }}</p>
  </div>
</template>
