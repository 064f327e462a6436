<script setup lang="ts">
import { computed, ref } from 'vue'
import { hatchDays } from '../../core/planning/incubation/plan-backwards.ts'
import type { DraftTiming } from '../../core/planning/plan-draft.ts'
import type { SpeciesName } from '../../core/species/species.ts'
import { setDateDoubt } from '../shared/wording.ts'
import { isLikelyDate, localDateOf, localTimeOf, sayDate, type Zone } from '../../core/time/local-date.ts'
import { t } from './words.ts'
import ListChoice from '../shared/kit/ListChoice.vue'
import NumberField from '../shared/kit/NumberField.vue'
import TextField from '../shared/kit/TextField.vue'
import FewChoice from '../shared/kit/FewChoice.vue'

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
        { value: 'already', name: t('timing.already') },
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

    <div v-if="timing.by !== 'hatch'" class="ml-7 flex flex-wrap items-end gap-3">
      <TextField
        :label="timing.by === 'set' ? t('timing.setOn') : t('timing.since')"
        type="date"
        :model-value="timing.date"
        @change="setDay({ date: $event })"
        data-testid="set-date"
      />
      <TextField
        :label="t('timing.at')"
        type="time"
        :model-value="timing.time"
        @change="setDay({ time: $event })"
      />
      <p v-if="doubt" class="basis-full text-ember" role="alert">{{ doubt }}</p>
    </div>
  </fieldset>
</template>
