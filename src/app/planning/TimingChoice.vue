<script setup lang="ts">
import { computed, ref } from 'vue'
import { hatchDays } from '../../core/planning/incubation/plan-backwards.ts'
import type { DraftTiming } from '../../core/planning/plan-draft.ts'
import type { SpeciesName } from '../../core/species/species.ts'
import { isLikelyDate, localDateOf, localTimeOf, sayDate, type Zone } from '../../core/time/local-date.ts'
import { t } from './words.ts'
import ListChoice from '../shared/kit/ListChoice.vue'
import NumberField from '../shared/kit/NumberField.vue'
import TextField from '../shared/kit/TextField.vue'
import SetMoment from './SetMoment.vue'
import FewChoice from '../shared/kit/FewChoice.vue'

/** What fixes the day of eggs that are not in yet: chicks out on a weekday, or eggs in on a day. */
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
  else emit('change', { by: 'set', date: today, time: `${time.slice(0, 2)}:00` })
}
function narrow(change: () => void): void {
  change()
  const { timing } = props
  const first = offered.value[0]
  if (timing.by === 'hatch' && first && !offered.value.includes(timing.date))
    emit('change', { ...timing, date: first })
}
</script>

<template>
  <fieldset class="flex flex-col gap-2">
    <legend class="sr-only">{{ t('plan.timing') }}</legend>
    <FewChoice
      hide-label
      :label="t('plan.timing')"
      :options="[
        { value: 'hatch', name: t('timing.byHatch') },
        { value: 'set', name: t('timing.bySet') },
      ]"
      :model-value="timing.by"
      @change="choose"
    />
    <div v-if="timing.by === 'hatch'" class="ml-7 flex flex-wrap items-end gap-3">
      <ListChoice
        :label="t('timing.weekday')"
        :model-value="weekday"
        @change="
          narrow(() => {
            weekday = Number($event)
          })
        "
        :options="[
          { value: 0, name: t('timing.any') },
          ...NAMES.map((name, i) => ({ value: i + 1, name: name })),
        ]"
      />
      <ListChoice
        :label="t('timing.hatchDay')"
        :model-value="timing.date"
        @change="emit('change', { ...timing, date: $event })"
        :options="[
          ...(!offered.includes(timing.date) ? [{ value: timing.date, name: sayDate(timing.date) }] : []),
          ...offered.map((date) => ({ value: date, name: sayDate(date) })),
        ]"
        data-testid="hatch-day"
      />
      <NumberField
        required
        :label="t('timing.about')"
        :least="0"
        :most="23"
        :model-value="timing.hour"
        @change="emit('change', { ...timing, hour: $event })"
        class="w-24"
      />
      <TextField
        :label="t('timing.onlyFrom')"
        type="date"
        :model-value="term.from"
        @change="
          narrow(() => {
            term = { ...term, from: $event }
          })
        "
      />
      <TextField
        :label="t('common.to')"
        type="date"
        :model-value="term.to"
        @change="
          narrow(() => {
            term = { ...term, to: $event }
          })
        "
      />
      <p v-if="offered.length === 0" class="text-ember" role="alert">
        {{ t('timing.noDay') }}
      </p>
    </div>

    <SetMoment
      v-if="timing.by === 'set'"
      class="ml-7"
      :timing="timing"
      :now-ms="nowMs"
      @change="emit('change', $event)"
    />
  </fieldset>
</template>
