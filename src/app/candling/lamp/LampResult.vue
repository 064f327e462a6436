<script setup lang="ts">
import { computed } from 'vue'
import type { LampCheck } from '../../../contracts/records/lamp-check.ts'
import { GOOD_LIGHT } from '../../../core/lamp/advice.ts'
import { percentWords, plainDay } from '../../shared/wording.ts'
import LampStrip from './LampStrip.vue'
import { t } from './words.ts'

/** What a lamp check came to: from which day, what limits it, what would help. */
const props = defineProps<{ check: LampCheck }>()

/** Less than this is not worth turning a dial for, stops. */
const STOPS = 0.4
const exposure = computed(() => {
  const { stops } = props.check
  if (Math.abs(stops) < STOPS) return t('result.exposureGood')
  const words = Math.abs(stops).toFixed(1)
  return stops > 0 ? t('result.exposeLonger', { stops: words }) : t('result.exposeShorter', { stops: words })
})
const change = computed(() => {
  const { change: best, days } = props.check
  if (!best) return t('result.noChangeHelps')
  const [name, day] = [t(`change.${best.change}`), Math.ceil(best.bodyDay)]
  return days.body === null
    ? t('result.changeShows', { change: name, day })
    : t('result.changeHelps', { change: name, day, sooner: plainDay(days.body - best.bodyDay) })
})
const figures = computed(() => {
  const { light } = props.check
  const upTo = (most: number): string =>
    t('figure.good', { range: t('figure.upTo', { most: percentWords(most) }) })
  const atLeast = (least: number): string =>
    t('figure.good', { range: t('figure.atLeast', { least: percentWords(least) }) })
  return [
    [
      t('figure.light'),
      percentWords(light.brightRed),
      atLeast(GOOD_LIGHT.brightRed),
      light.brightRed >= GOOD_LIGHT.brightRed,
    ],
    [t('figure.grain'), percentWords(light.grain), upTo(GOOD_LIGHT.grain), light.grain <= GOOD_LIGHT.grain],
    [
      t('figure.burnt'),
      percentWords(light.burntShare),
      upTo(GOOD_LIGHT.burntShare),
      light.burntShare <= GOOD_LIGHT.burntShare,
    ],
    [t('figure.glare'), percentWords(light.glare), upTo(GOOD_LIGHT.glare), light.glare <= GOOD_LIGHT.glare],
    [
      t('figure.fallOff'),
      percentWords(light.fallOff),
      atLeast(GOOD_LIGHT.fallOff),
      light.fallOff >= GOOD_LIGHT.fallOff,
    ],
    [
      t('figure.blur'),
      light.blur === null ? t('figure.unknown') : t('figure.ofLength', { percent: percentWords(light.blur) }),
      upTo(GOOD_LIGHT.blur),
      light.blur === null || light.blur <= GOOD_LIGHT.blur,
    ],
    [t('figure.room'), percentWords(light.room), upTo(GOOD_LIGHT.room), light.room <= GOOD_LIGHT.room],
  ] as const
})
</script>

<template>
  <section class="card flex flex-col gap-4 p-5" :aria-label="t('result.title')" data-testid="lamp-result">
    <h2 class="text-xl font-semibold">{{ t('result.title') }}</h2>
    <LampStrip :checks="[check]" />
    <p class="text-sm text-ink-soft">{{ t('result.howSure') }}</p>
    <div class="grid gap-4 md:grid-cols-2">
      <div>
        <h3 class="font-semibold">{{ t('result.whatLimits') }}</h3>
        <ul class="mt-1 flex flex-col gap-1" data-testid="lamp-limits">
          <li v-for="limit in check.limits" :key="limit">{{ t(`limit.${limit}`) }}</li>
          <li v-if="check.limits.length === 0">{{ t('result.nothingLimits') }}</li>
        </ul>
        <h3 class="mt-3 font-semibold">{{ t('result.bestChange') }}</h3>
        <p data-testid="lamp-change">{{ change }}</p>
        <p>{{ exposure }}</p>
      </div>
      <dl class="flex flex-col gap-1.5">
        <div
          v-for="[name, value, good, isGood] in figures"
          :key="name"
          class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-b border-line pb-1 last:border-0"
        >
          <dt>{{ name }} <span class="block text-sm text-ink-soft">{{ good }}</span></dt>
          <dd class="text-right font-semibold tabular-nums" :class="{ 'text-ember': !isGood }">
            {{ value }}
          </dd>
        </div>
      </dl>
    </div>
  </section>
</template>
