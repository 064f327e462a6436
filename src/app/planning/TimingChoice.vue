<script setup lang="ts">
import { computed, ref } from 'vue'
import { hatchDays } from '../../core/planning/incubation/plan-backwards.ts'
import type { DraftTiming } from '../../core/planning/plan-draft.ts'
import type { SpeciesName } from '../../core/species/species.ts'
import { setDateDoubt } from '../shared/wording.ts'
import { isLikelyDate, localDateOf, localTimeOf, sayDate, type Zone } from '../../core/time/local-date.ts'
import { t } from './words.ts'

/** What fixes the day: chicks out on a weekday, eggs in on a day, or eggs that are in already. */
const props = defineProps<{
  timing: DraftTiming
  species: ReadonlyArray<{ species: SpeciesName; delayHours: number; incubationDays?: number }>
  nowMs: number
  zone: Zone
}>()
const emit = defineEmits<{ change: [timing: DraftTiming] }>()

const ANY = [1, 2, 3, 4, 5, 6, 7]
const NAMES = [
  t('weekday.monday'),
  t('weekday.tuesday'),
  t('weekday.wednesday'),
  t('weekday.thursday'),
  t('weekday.friday'),
  t('weekday.saturday'),
  t('weekday.sunday'),
]
const OFFERED = 30
const weekday = ref(0)
const term = ref({ from: '', to: '' })
const hatchHour = computed(() => (props.timing.by === 'hatch' ? props.timing.hour : 12))
const offered = computed(() =>
  hatchDays({
    weekdays: weekday.value === 0 ? ANY : [weekday.value],
    nowMs: props.nowMs,
    zone: props.zone,
    species: props.species,
    hatchHour: hatchHour.value,
    within: isLikelyDate(term.value.from) && isLikelyDate(term.value.to) ? [term.value] : undefined,
    most: OFFERED,
  }),
)

function choose(by: DraftTiming['by']): void {
  const time = localTimeOf(props.nowMs, props.zone)
  const today = localDateOf(props.nowMs, props.zone)
  if (by === 'hatch') emit('change', { by, date: offered.value[0] ?? today, hour: 12 })
  else if (by === 'set') emit('change', { by, date: today, time: `${time.slice(0, 2)}:00` })
  else emit('change', { by, date: today, time })
}
function narrow(change: () => void): void {
  change()
  const { timing } = props
  const first = offered.value[0]
  if (timing.by === 'hatch' && first && !offered.value.includes(timing.date))
    emit('change', { ...timing, date: first })
}
/** What is odd about the day that was typed. */
const doubt = ref<string | null>(null)
function setDay(changes: { date?: string; time?: string }): void {
  if (changes.date !== undefined)
    doubt.value = setDateDoubt(changes.date, props.nowMs, { isIn: props.timing.by === 'already' })
  const { timing } = props
  if (
    timing.by === 'hatch' ||
    (changes.date !== undefined && !isLikelyDate(changes.date)) ||
    changes.time === ''
  )
    return
  emit('change', { ...timing, ...changes })
}
const text = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <fieldset class="flex flex-col gap-2">
    <legend class="sr-only">{{ t('plan.timing') }}</legend>
    <label class="flex items-center gap-2"
      ><input
        type="radio"
        name="timing"
        class="h-5 w-5 accent-lamp"
        :checked="timing.by === 'hatch'"
        @change="choose('hatch')"
      />
      {{ t('timing.byHatch') }}</label
    >
    <div v-if="timing.by === 'hatch'" class="ml-7 flex flex-wrap items-end gap-3">
      <label
        >{{ t('timing.weekday') }}
        <select
          class="field mt-1 block"
          :value="weekday"
          @change="
            narrow(() => {
              weekday = Number(text($event))
            })
          "
        >
          <option :value="0">{{ t('timing.any') }}</option>
          <option v-for="(name, i) in NAMES" :key="name" :value="i + 1">{{ name }}</option>
        </select>
      </label>
      <label
        >{{ t('timing.hatchDay') }}
        <select
          class="field mt-1 block"
          data-testid="hatch-day"
          :value="timing.date"
          @change="emit('change', { ...timing, date: text($event) })"
        >
          <option v-if="!offered.includes(timing.date)" :value="timing.date">
            {{ sayDate(timing.date) }}
          </option>
          <option v-for="date in offered" :key="date" :value="date">{{ sayDate(date) }}</option>
        </select>
      </label>
      <label
        >{{ t('timing.about') }}
        <input
          type="number"
          min="0"
          max="23"
          class="field mt-1 block w-24"
          :value="timing.hour"
          @change="emit('change', { ...timing, hour: Math.min(23, Math.max(0, Number(text($event)) || 0)) })"
      /></label>
      <label
        >{{ t('timing.onlyFrom') }}
        <input
          type="date"
          class="field mt-1 block"
          :value="term.from"
          @change="
            narrow(() => {
              term = { ...term, from: text($event) }
            })
          "
      /></label>
      <label
        >{{ t('common.to') }}
        <input
          type="date"
          class="field mt-1 block"
          :value="term.to"
          @change="
            narrow(() => {
              term = { ...term, to: text($event) }
            })
          "
      /></label>
      <p v-if="offered.length === 0" class="text-ember" role="alert">
        {{ t('timing.noDay') }}
      </p>
    </div>
    <label class="flex items-center gap-2"
      ><input
        type="radio"
        name="timing"
        class="h-5 w-5 accent-lamp"
        :checked="timing.by === 'set'"
        @change="choose('set')"
      />
      {{ t('timing.bySet') }}</label
    >
    <label class="flex items-center gap-2"
      ><input
        type="radio"
        name="timing"
        class="h-5 w-5 accent-lamp"
        :checked="timing.by === 'already'"
        @change="choose('already')"
      />
      {{ t('timing.already') }}</label
    >
    <div v-if="timing.by !== 'hatch'" class="ml-7 flex flex-wrap items-end gap-3">
      <label
        >{{ timing.by === 'set' ? t('timing.setOn') : t('timing.since') }}
        <input
          type="date"
          class="field mt-1 block"
          data-testid="set-date"
          :value="timing.date"
          @change="setDay({ date: text($event) })"
      /></label>
      <label
        >{{ t('timing.at') }}
        <input
          type="time"
          class="field mt-1 block"
          :value="timing.time"
          @change="setDay({ time: text($event) })"
      /></label>
      <p v-if="doubt" class="basis-full text-ember" role="alert">{{ doubt }}</p>
    </div>
  </fieldset>
</template>
