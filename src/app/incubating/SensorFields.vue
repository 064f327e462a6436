<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { SensorReading } from '../../contracts/wire/sensor.ts'
import { asChosen } from '../../core/climate/sensor-message.ts'
import { sayQuantity, type UnitSystem } from '../../core/units.ts'
import { WORDS } from './words.ts'

/** Which of a sensor's figures are its warmth and its moisture, where it says more than these two. */
const props = defineProps<{ probe: ProbeRecord; said: SensorReading; units: UnitSystem }>()
const emit = defineEmits<{ choose: [fields: ProbeRecord['fields']] }>()

const NAMES = { celsius: WORDS.temperature, rhPercent: WORDS.humidity } as const
type What = keyof typeof NAMES

const open = ref(false)
const now = computed(() => asChosen(props.said, props.probe.fields))
const pathOf = (what: What): string | null => props.probe.fields[what] ?? props.said.taken[what]
const sayIt = (what: What, value: number | null): string =>
  value === null
    ? WORDS.notSent
    : what === 'celsius'
      ? sayQuantity(props.units, 'temperature', value)
      : `${Math.round(value)} %`
const words = computed(() =>
  (['celsius', 'rhPercent'] as const)
    .map((what) => {
      const path = pathOf(what)
      return `${NAMES[what].toLowerCase()} ${path ? WORDS.fromPathValue(path, sayIt(what, now.value[what])) : WORDS.notSet}`
    })
    .join('; '),
)
const choices = (what: What) => props.said.fields.filter((field) => field[what] !== null)
function choose(what: What, event: Event): void {
  const path = (event.target as HTMLSelectElement).value
  emit('choose', { ...props.probe.fields, [what]: path === '' ? null : path })
}
</script>

<template>
  <p class="text-sm text-ink-soft">
    {{ WORDS.itSendsSeveralFigures(words) }}
    <button
      type="button"
      class="min-h-11 px-1 underline underline-offset-4"
      :aria-expanded="open"
      :aria-label="WORDS.figuresOfName(probe.name)"
      @click="open = !open"
    >
      {{ open ? WORDS.done : WORDS.change }}
    </button>
  </p>
  <div v-if="open" class="mt-1 flex flex-wrap gap-3">
    <label v-for="(name, what) in NAMES" :key="what" class="flex flex-col gap-1"
      >{{ name }}
      <select class="field" :value="probe.fields[what] ?? ''" @change="choose(what, $event)">
        <option value="">
          {{ WORDS.automaticWords(said.taken[what] ? `: ${said.taken[what]}` : WORDS.noneFound) }}
        </option>
        <option v-for="field in choices(what)" :key="field.path" :value="field.path">
          {{ WORDS.pathValueNow(field.path, sayIt(what, field[what])) }}
        </option>
      </select></label
    >
    <p class="basis-full text-sm text-ink-soft">{{ WORDS.appliesFromNowOnEarlier }}</p>
  </div>
</template>
