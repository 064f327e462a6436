<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { Printer } from '@lucide/vue'
import { localDateOf, sayDate, sayLongDate } from '../../core/time/local-date.ts'
import { hatchOfSet } from '../../domain/hatch-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSetPlan } from '../shared/useSetPlan.ts'
import { count, dayWords, percentWords, POLICY_WORDS, setWords } from '../shared/wording.ts'
import DiagnosisCard from './DiagnosisCard.vue'
import GrowthCard from './GrowthCard.vue'
import HatchResults from './HatchResults.vue'
import { useDiagnosis } from './useDiagnosis.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** What came of a set, on one page to keep. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const set = computed(() => store.setById(props.setId))
const plan = useSetPlan(() => set.value)
const eggs = computed(() => store.eggsBySet.get(props.setId) ?? [])
const zone = computed(() => store.hatchery.zone)
const say = (atMs: number): string => sayDate(localDateOf(atMs, zone.value))
const found = useDiagnosis(() => ({ set: set.value!, eggs: eggs.value }))
const facts = computed(() => {
  const { value: now } = set
  if (!now || !plan.value) return []
  const { outMs } = hatchOfSet(now, eggs.value)
  const story = found.value.story
  const losses = story.eggs.flatMap(({ loss }) => loss ?? [])
  const lost = losses.reduce((sum, loss) => sum + loss, 0) / Math.max(1, losses.length)
  const incubators = store.hatchery.incubators
    .filter(({ id }) => now.trays.some(({ incubatorId }) => incubatorId === id))
    .map(({ name }) => name)
  const days = (atMs: number): string => dayWords(now, zone.value, atMs)
  return [
    [
      t('report.set'),
      `${sayLongDate(localDateOf(Date.parse(now.setAt), zone.value))}, ${count(eggs.value.length, 'egg')}`,
    ],
    [
      t('handOver.columnFrom'),
      [...new Set(now.batches.map(({ source }) => source).filter(Boolean))].join(', ') ||
        t('compare.notRecorded'),
    ],
    [t('report.hatchedIn'), incubators.join(', ') || t('compare.notRecorded')],
    [t('compare.policy'), POLICY_WORDS[now.policy]],
    [
      t('report.chicksOut'),
      outMs[0] === undefined
        ? 'none'
        : t('report.outLine', {
            first: say(outMs[0]),
            firstDays: days(outMs[0]),
            last: say(outMs.at(-1)!),
            lastDays: days(outMs.at(-1)!),
            due: say(plan.value.hatchAtMs),
          }),
    ],
    [
      t('compare.loss'),
      losses.length > 0
        ? t('report.loss', { loss: percentWords(lost), good: percentWords(story.goodLoss) })
        : t('compare.notMeasured'),
    ],
    [
      t('report.temperature'),
      story.celsiusOver === null
        ? t('compare.notMeasured')
        : t('report.fromTarget', {
            sign: story.celsiusOver < 0 ? '−' : '+',
            degrees: Math.abs(story.celsiusOver).toFixed(2),
          }),
    ],
    [t('compare.lid'), story.openings === null ? t('compare.notRecorded') : count(story.openings, 'time')],
  ]
})
const print = (): void => globalThis.print()
</script>

<template>
  <main v-if="set && plan" class="report mx-auto max-w-4xl p-6 print:p-0">
    <div class="screen-only mb-5 flex flex-wrap gap-3">
      <KitButton :icon="Printer" kind="next" @click="print">
        {{ t('handOver.print') }}
      </KitButton>
      <KitButton :to="{ name: 'hatch', params: { setId } }">{{ t('handOver.back') }}</KitButton>
      <KitButton to="/results">{{ t('report.allResults') }}</KitButton>
    </div>
    <h1 class="text-3xl font-bold">{{ set.name }}</h1>
    <p class="text-ink-soft">
      {{ setWords(set, eggs) }}{{ store.hatchery.name ? `; ${store.hatchery.name}` : '' }}
    </p>
    <dl class="mt-3 grid gap-x-6 sm:grid-cols-[11rem_1fr]" data-testid="report-facts">
      <template v-for="[name, value] in facts" :key="name">
        <dt class="text-ink-soft">{{ name }}</dt>
        <dd>{{ value }}</dd>
      </template>
    </dl>
    <div class="mt-4 flex flex-col gap-4">
      <HatchResults :set="set" :eggs="eggs" report />
      <DiagnosisCard :set="set" :eggs="eggs" />
      <GrowthCard :set="set" :eggs="eggs" />
    </div>
    <p v-if="set.notes" class="mt-3">{{ set.notes }}</p>
  </main>
  <main v-else class="p-8">
    {{ t('common.noSet') }} <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink>
  </main>
</template>

<style scoped>
/* All of it on one sheet. */
@media print {
  .report {
    font-size: 9pt;
    line-height: 1.2;
  }
  .report :deep(h1) {
    font-size: 16pt;
  }
  .report :deep(h2) {
    font-size: 12pt;
  }
  .report :deep(th),
  .report :deep(td) {
    padding-block: 0.6mm;
  }
  .report :deep([role='listitem']) {
    height: 8mm;
  }
  .report :deep(.card) {
    padding: 2mm 3mm;
    break-inside: avoid;
  }
}
</style>
