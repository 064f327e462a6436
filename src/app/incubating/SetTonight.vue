<script setup lang="ts">
import { computed, ref } from 'vue'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { shellsOf } from '../../contracts/records/egg-kind.ts'
import { stageWords } from '../../words/stages.ts'
import { handTurningOf } from '../../domain/hand-turning.ts'
import { turningTimetable } from '../../core/planning/incubation/turning.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import type { KeptReading } from '../../core/climate/likely-reading.ts'
import { sayQuantity, unitSymbol } from '../../core/units.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import NumberField from '../shared/kit/NumberField.vue'
import StagePicture from '../shared/ui/StagePicture.vue'
import { useSaving } from '../shared/useSaving.ts'
import type { SetPlan } from '../shared/useSetPlan.ts'
import ReadingDoubt from './ReadingDoubt.vue'
import { useReadingNotes } from './useReadingNotes.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { clockTime } from '../shared/clock-time.ts'
import LongTextField from '../shared/kit/LongTextField.vue'

/** What is to be seen and done at the incubator today, and what is noted there. */
const props = defineProps<{ set: EggSet; plan: SetPlan }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const zone = computed(() => store.hatchery.zone)
const words = computed(() => stageWords(props.plan.stage))

function note(notes: string): void {
  void saving(() => store.changeSet('notes', props.set.id, (now) => ({ ...now, notes })))
}
/** Turns of today, where the turning is by hand. */
const turns = computed(() => {
  const turning = handTurningOf(props.set, store.hatchery)
  if (!turning || !props.plan.started) return []
  const untilMs = props.plan.statuses.find(({ event }) => event.kind === 'stop-turning')!.event.startMs
  const today = localDateOf(clock.nowMs, zone.value)
  const days = turningTimetable({
    setAtMs: Date.parse(props.set.setAt),
    untilMs,
    fromMs: turning.fromMs,
    timesADay: turning.hours.length,
    ownHours: turning.hours,
    zone: zone.value,
  })
  return days.find((day) => day.date === today)?.turns ?? []
})
const temperature = ref<number | null>(null)
const readings = useReadingNotes(() => props.set.trays[0]?.incubatorId ?? null)
async function addTemperature(): Promise<void> {
  if (await readings.note({ temperature: temperature.value, rhPercent: null })) temperature.value = null
}
async function keepTemperature(reading: KeptReading): Promise<void> {
  if (await readings.keep(reading)) temperature.value = null
}
const lastTemperature = computed(() => props.set.temperatures.at(-1))
</script>

<template>
  <section class="card grid grid-cols-[10rem_1fr] gap-4 p-4" aria-labelledby="tonight">
    <div>
      <StagePicture
        :species="set.species"
        :shell="shellsOf(set)[0] ?? set.shell"
        :stage="Math.min(plan.stage, 1)"
      />
      <p class="mt-1 text-xs text-ink-soft">{{ t('tonight.isDrawing') }}</p>
    </div>
    <div>
      <template v-if="plan.started">
        <p class="text-sm text-ink-soft">{{ t('tonight.title') }}</p>
        <h2 id="tonight" class="text-xl font-semibold">{{ words.title }}</h2>
        <p class="mt-1">{{ words.tonight }}</p>
        <p class="mt-1 text-ink-soft">{{ words.embryo }}</p>
      </template>
      <template v-else>
        <h2 id="tonight" class="text-xl font-semibold">{{ t('days.notSet') }}</h2>
        <p class="mt-1">{{ t('tonight.later') }}</p>
      </template>
    </div>
    <p v-if="turns.length > 0" class="col-span-2" data-testid="turns">
      {{
        t('tonight.turns', {
          turns: turns
            .map((turn) => t('tonight.turn', { time: clockTime(turn.atMs, zone), side: turn.sideUp }))
            .join(', '),
        })
      }}
    </p>
    <p v-if="problem" class="col-span-2 text-ember" role="alert">{{ problem }}</p>
    <form class="col-span-2 flex flex-wrap items-end gap-2" @submit.prevent="addTemperature">
      <NumberField
        v-model="temperature"
        :label="t('tonight.display', { unit: unitSymbol(store.hatchery.units, 'temperature') })"
      />
      <KitButton type="submit" size="desk" :disabled="temperature === null || Number.isNaN(temperature)">
        {{ t('sensors.save') }}
      </KitButton>
      <ReadingDoubt
        v-if="readings.doubt.value && readings.doubt.value.kind !== 'impossible'"
        :doubt="readings.doubt.value"
        :units="store.hatchery.units"
        @keep="keepTemperature"
        @close="readings.doubt.value = null"
      />
      <p v-if="readings.problem.value" class="w-full text-ember" role="alert">
        {{ readings.problem.value }}
      </p>
      <span v-if="lastTemperature" class="text-sm text-ink-soft">{{
        t('tonight.lastDisplay', {
          value: sayQuantity(store.hatchery.units, 'temperature', lastTemperature.celsius),
          day: sayDate(localDateOf(plan.hatchAtMs, zone)),
        })
      }}</span>
    </form>
    <LongTextField
      class="col-span-2"
      maxlength="4000"
      :label="t('tonight.notes')"
      :model-value="set.notes"
      @change="note"
    />
  </section>
</template>
