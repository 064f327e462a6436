<script setup lang="ts">
import { computed, ref } from 'vue'
import { Printer } from '@lucide/vue'
import { milestoneOn } from '../../words/milestones.ts'
import { stageWords } from '../../words/stages.ts'
import { usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { DISCS, type Disc } from '../../core/hatching/germinal-disc.ts'
import { SPECIES } from '../../core/species/species.ts'
import DiscDrawing from '../shared/ui/DiscDrawing.vue'
import CutOpenEgg from './CutOpenEgg.vue'
import { useEggKind } from './egg-kind.ts'
import EggKind from './EggKind.vue'
import { LAYERS, LAYER_NAMES, type Layer } from './layers.ts'
import { DIED_AT, FATES, type StageFate } from './stage-shots.ts'
import StageEgg from './StageEgg.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import SliderField from '../shared/kit/SliderField.vue'

/** From setting to hatch: living, clear, ring and quitter side by side, and the same as a chart for the wall. */
const kind = useEggKind()
const days = computed(() => usualTimetable(kind.value.species).incubationDays)
const day = ref(7)
const ageDays = computed(() => Math.min(days.value, day.value))
const words = computed(() => stageWords(ageDays.value / days.value))
const FATE_WORDS: Readonly<Record<StageFate, string>> = {
  living: t('days.living'),
  clear: t('days.clear'),
  ring: t('days.stoppedEarly'),
  quitter: t('days.stoppedHalfway'),
}
const DISC_WORDS: Readonly<Record<Disc, string>> = {
  fertile: t('days.discFertile'),
  unfertile: t('days.discUnfertile'),
}
const isStillAlive = (fate: StageFate): boolean =>
  (fate === 'ring' || fate === 'quitter') && ageDays.value <= DIED_AT[fate] * days.value
const layers = ref<Layer[]>([...LAYER_NAMES])
/** An age in words: by day and hour. */
function ageWords(age: number): string {
  const hours = Math.round(age * HOURS)
  return hours % HOURS === 0
    ? t('days.day', { day: hours / HOURS })
    : t('days.dayAndHours', { day: Math.floor(hours / HOURS), hours: hours % HOURS })
}
const HOURS = 24
/** By whole hours, never past the hatch. */
function go(byHours: number): void {
  const hours = Math.round(ageDays.value * HOURS) + byHours
  day.value = Math.min(days.value, Math.max(0, hours / HOURS))
}
/** Days of the chart: as many as fit on one page. */
const CHART = 12
const chart = computed(() =>
  Array.from({ length: CHART }, (_, i) => Math.round(((i + 0.5) / CHART) * days.value * 2) / 2),
)
const paper = ref<'chart' | 'cards'>('chart')
const onPaper = computed(() =>
  paper.value === 'chart' ? chart.value : Array.from({ length: Math.floor(days.value) }, (_, i) => i + 1),
)
const print = (): void => globalThis.print()
const heading = computed(() =>
  t('days.at', { age: ageWords(ageDays.value), days: days.value, title: words.value.title }),
)
</script>

<template>
  <main class="mx-auto max-w-6xl p-4 sm:p-6 print:max-w-none print:p-0">
    <div class="screen-only">
      <h1 class="text-3xl font-bold">{{ t('days.title') }}</h1>
      <div class="mt-3 flex flex-wrap items-end gap-4">
        <EggKind v-model="kind" />
        <KitButton to="/practice/sealed">{{ t('sealed.title') }}</KitButton>
        <KitButton to="/practice">{{ t('class.back') }}</KitButton>
      </div>
      <p class="mt-4 text-lg font-semibold" aria-hidden="true">{{ heading }}</p>
      <div class="mt-1 flex items-center gap-2">
        <KitButton class="shrink-0 whitespace-nowrap" :aria-label="t('days.earlier')" @click="go(-HOURS)">
          −1 d
        </KitButton>
        <SliderField
          class="grow"
          hide-label
          :label="heading"
          :least="0"
          :most="days * HOURS"
          :model-value="Math.round(ageDays * HOURS)"
          :aria-valuetext="`${ageWords(ageDays)}: ${words.title}`"
          @update:model-value="day = $event / HOURS"
          @keydown.page-up.prevent="go(HOURS)"
          @keydown.page-down.prevent="go(-HOURS)"
        />
        <KitButton class="shrink-0 whitespace-nowrap" :aria-label="t('days.later')" @click="go(HOURS)">
          +1 d
        </KitButton>
      </div>
      <p v-if="ageDays > 0" class="font-semibold" data-testid="milestone">
        {{ milestoneOn(ageDays, days) }}
      </p>
      <p data-testid="day-words">{{ words.embryo }} {{ words.tonight }}</p>
      <div class="mt-3 grid grid-cols-2 gap-3 lg:grid-cols-4">
        <figure v-for="fate in FATES" :key="fate">
          <StageEgg
            :fate="fate"
            :species="kind.species"
            :shell="kind.shell"
            :age-days="ageDays"
            :side-px="360"
            :label="t('days.atLamp', { fate: FATE_WORDS[fate], age: ageWords(ageDays).toLowerCase() })"
          />
          <figcaption class="mt-1 font-semibold">
            {{ FATE_WORDS[fate]
            }}<span v-if="isStillAlive(fate)" class="font-normal text-ink-soft">{{
              t('days.stillAlive')
            }}</span>
          </figcaption>
          <CutOpenEgg
            :fate="fate"
            :species="kind.species"
            :shell="kind.shell"
            :age-days="ageDays"
            :layers="layers"
          />
        </figure>
      </div>
      <fieldset class="mt-2 flex flex-wrap gap-x-5">
        <legend class="font-semibold">{{ t('days.cutAway') }}</legend>
        <CheckBox v-for="(name, layer) in LAYERS" :key="layer" :value="layer" v-model="layers">{{
          name
        }}</CheckBox>
      </fieldset>
      <section class="mt-5" aria-labelledby="discs-heading">
        <h2 id="discs-heading" class="text-xl font-semibold">{{ t('days.discs') }}</h2>
        <p>{{ t('days.discsHow') }}</p>
        <div class="mt-2 flex flex-wrap gap-6">
          <figure v-for="disc in DISCS" :key="disc" class="w-48">
            <DiscDrawing :disc="disc" class="h-36 w-full" :label="DISC_WORDS[disc]" />
            <figcaption>{{ DISC_WORDS[disc] }}</figcaption>
          </figure>
        </div>
      </section>
      <div class="mt-5 flex flex-wrap items-end gap-3">
        <h2 class="mr-auto text-xl font-semibold">{{ t('days.wallChart') }}</h2>
        <ListChoice
          :label="t('days.printAs')"
          v-model="paper"
          :options="[
            { value: 'chart', name: t('days.oneChart') },
            { value: 'cards', name: t('days.cards') },
          ]"
        />
        <KitButton :icon="Printer" @click="print">
          {{ t('days.print') }}
        </KitButton>
      </div>
    </div>
    <section aria-labelledby="chart-heading" class="mt-2" data-testid="wall-chart">
      <h2
        id="chart-heading"
        class="mb-2 hidden text-2xl font-bold"
        :class="{ 'print:block': paper === 'chart' }"
      >
        {{ t('days.chartTitle', { bird: SPECIES[kind.species].label, days }) }}
      </h2>
      <ol
        class="grid grid-cols-2 gap-3 sm:grid-cols-4 lg:grid-cols-6"
        :class="paper === 'chart' ? 'print:grid-cols-4' : 'print:grid-cols-3'"
      >
        <li
          v-for="at in onPaper"
          :key="at"
          class="break-inside-avoid"
          :class="{ 'rounded-lg border border-line p-2': paper === 'cards' }"
        >
          <StageEgg
            fate="living"
            :species="kind.species"
            :shell="kind.shell"
            :age-days="at"
            :side-px="200"
            :label="t('days.livingEgg', { day: at })"
          />
          <p class="mt-1 flex items-center justify-between font-semibold">
            {{ t('days.day', { day: at }) }}
            <span v-if="paper === 'cards'" class="h-5 w-5 border border-ink-soft" aria-hidden="true" />
          </p>
          <p class="text-xs">{{ milestoneOn(at, days) }}</p>
          <p v-if="paper === 'cards'" class="mt-1 text-xs">{{ stageWords(at / days).tonight }}</p>
        </li>
      </ol>
      <ol
        v-if="paper === 'chart'"
        class="mt-4 hidden flex-wrap gap-2 print:flex"
        :aria-label="t('days.boxes')"
      >
        <li
          v-for="n in Math.ceil(days)"
          :key="n"
          class="flex h-9 w-9 items-start justify-start border border-line p-0.5 text-xs"
        >
          {{ n }}
        </li>
      </ol>
    </section>
  </main>
</template>
