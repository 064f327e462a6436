<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { TriangleAlert } from '@lucide/vue'
import { sayQuantity } from '../../core/units.ts'
import type { IncubatorNow } from '../../domain/incubator-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { alarmWords } from '../shared/climate-words.ts'
import { t } from './words.ts'

/** Each incubator that eggs lie in: how warm and moist it is now, and what is wrong with that. */
const props = defineProps<{ incubators: readonly IncubatorNow[] }>()
const store = useHatcheryStore()
const units = computed(() => store.hatchery.units)
const cards = computed(() =>
  props.incubators
    .filter(({ sets, probes }) => sets.length > 0 || probes.length > 0)
    .map(({ incubator, celsius, rhPercent, probes, alarms, band }) => {
      // What stands at the eggs is nearest to the truth.
      const order = [...probes].sort((a, b) => Number(b.height === 'eggs') - Number(a.height === 'eggs'))
      const latest = (of: typeof celsius): number | null =>
        order.map(({ id }) => of.get(id)?.at(-1)?.value).find((value) => value !== undefined) ?? null
      const [warm, moist] = [latest(celsius), latest(rhPercent)]
      return {
        incubator,
        warm: warm === null ? null : sayQuantity(units.value, 'temperature', warm),
        moist: moist === null ? null : `${moist.toFixed(0)} %`,
        isWarmOff: warm !== null && (warm < band.celsius.low || warm > band.celsius.high),
        isMoistOff: moist !== null && (moist < band.rhPercent.low || moist > band.rhPercent.high),
        alarm: alarms[0] ? alarmWords(alarms[0], units.value).says : null,
      }
    }),
)
</script>

<template>
  <section v-if="cards.length > 0" aria-labelledby="incubators-heading">
    <h2 id="incubators-heading" class="mb-2 text-xl font-semibold">{{ t('incubators.title') }}</h2>
    <ul class="flex flex-col gap-2" data-testid="incubators">
      <li v-for="card in cards" :key="card.incubator.id" class="card px-3 py-2">
        <RouterLink
          :to="{ name: 'incubator', params: { incubatorId: card.incubator.id } }"
          class="flex min-h-11 flex-wrap items-center justify-between gap-x-3 hover:underline"
        >
          <span>{{ card.incubator.name }}</span>
          <span class="whitespace-nowrap"
            ><span v-if="card.warm" class="font-semibold" :class="{ 'text-ember': card.isWarmOff }">{{
              card.warm
            }}</span
            ><span v-if="card.moist" class="ml-3 font-semibold" :class="{ 'text-ember': card.isMoistOff }">{{
              card.moist
            }}</span
            ><span v-if="!card.warm && !card.moist" class="text-ink-soft">{{
              t('incubators.notRead')
            }}</span></span
          >
        </RouterLink>
        <p v-if="card.alarm" class="flex gap-2 text-sm text-ember">
          <TriangleAlert class="h-4 w-4 shrink-0" aria-hidden="true" />{{ card.alarm }}
        </p>
      </li>
    </ul>
  </section>
</template>
