<script setup lang="ts">
import { computed } from 'vue'
import type { HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { HELP_AFTER_HOURS, TAKE_OUT_HOURS, YOLK_HOURS } from '../../core/hatching/schools.ts'
import { localDateOf, localTimeOf, sayShortDate } from '../../core/time/local-date.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { roughTime } from '../shared/wording.ts'
import { useClockStore } from '../shared/clock.ts'

/** Two questions on which good keepers differ: whether to help, and when chicks come out. The place's answers are kept. */
const props = defineProps<{
  helping: HatcheryRecord['helping']
  takingOut: HatcheryRecord['takingOut']
  firstOutMs: number | null
  /** Eggs that have waited long since their pip. */
  slow: number
}>()
const emit = defineEmits<{ change: [habits: Partial<Pick<HatcheryRecord, 'helping' | 'takingOut'>>] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const HELPING = { never: 'never', 'last-resort': 'as a last resort' } as const
const TAKING_OUT = {
  dry: 'each when dry',
  'one-day': 'all after a day',
  'two-to-three-days': 'after two to three days, when the hatch is over',
} as const
const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, store.hatchery.zone))} ${localTimeOf(atMs, store.hatchery.zone)}`
const helpingWords = computed(() => {
  if (props.helping === 'never') return 'The vessels may still carry blood, and weak chicks rarely do well.'
  const many =
    props.slow === 0 ? 'No egg has waited that long.' : `More than ${HELP_AFTER_HOURS} hours: ${props.slow}.`
  return `Only more than ${HELP_AFTER_HOURS} hours after pipping, with no progress and dry membranes without blood. If you see blood, stop and close it. ${many}`
})
const takingOutWords = computed(() => {
  if (props.firstOutMs === null) return 'Chicks live on their yolk for up to three days: there is no hurry.'
  const yolkMs = props.firstOutMs + YOLK_HOURS * HOUR_MS
  const latest =
    clock.nowMs < yolkMs
      ? `The first chick’s yolk lasts until about ${roughTime(yolkMs, store.hatchery.zone)}.`
      : 'The first chick has been out for three days: it needs water and feed now.'
  const hours = TAKE_OUT_HOURS[props.takingOut]
  if (hours === null) return `In groups, opening as seldom as possible. ${latest}`
  const outMs = props.firstOutMs + hours * HOUR_MS
  return `${clock.nowMs < outMs ? `From ${at(outMs)}` : 'Now'}, in one opening. ${latest}`
})
</script>

<template>
  <div class="mt-4 grid gap-4 border-t border-line pt-3 md:grid-cols-2">
    <fieldset>
      <legend class="font-semibold">Helping</legend>
      <label
        v-for="(name, school) in HELPING"
        :key="school"
        class="mr-5 inline-flex min-h-11 items-center gap-2"
        ><input
          type="radio"
          name="helping"
          class="accent-lamp"
          :checked="helping === school"
          @change="emit('change', { helping: school })"
        />
        {{ name }}</label
      >
      <p class="text-ink-soft" data-testid="helping">{{ helpingWords }}</p>
    </fieldset>
    <fieldset>
      <legend class="font-semibold">Moving chicks to the brooder</legend>
      <label
        v-for="(name, school) in TAKING_OUT"
        :key="school"
        class="mr-5 inline-flex min-h-11 items-center gap-2"
        ><input
          type="radio"
          name="taking-out"
          class="accent-lamp"
          :checked="takingOut === school"
          @change="emit('change', { takingOut: school })"
        />
        {{ name }}</label
      >
      <p class="text-ink-soft" data-testid="taking-out">{{ takingOutWords }}</p>
    </fieldset>
    <p class="text-sm text-ink-soft md:col-span-2">
      Wash hands afterwards, children too. For weak or injured chicks ask a vet and follow local rules.
    </p>
  </div>
</template>
