<script setup lang="ts">
import { computed } from 'vue'
import { TriangleAlert } from '@lucide/vue'
import type { PlanGroup } from '../../core/planning/compute-plan.ts'
import type { EventStatus } from '../../core/planning/agenda/agenda.ts'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, sayDate, sayLongDate, sayShortDate, type Zone } from '../../core/time/local-date.ts'
import { sayPlanProblem } from '../../words/plan-problems.ts'
import { count } from '../shared/wording.ts'
import PlanTimeline from '../shared/ui/PlanTimeline.vue'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import TextField from '../shared/kit/TextField.vue'

/** What one bird's plan comes to: dates, chicks to expect, and what stands against it. */
const props = defineProps<{ group: PlanGroup; zone: Zone; name: string }>()
const emit = defineEmits<{ rename: [name: string] }>()

const statuses = computed<EventStatus[]>(() =>
  props.group.schedule.map((event) => ({ event, state: 'coming', seen: 0 })),
)
const problems = computed(() =>
  props.group.problems.map((problem) => ({
    ...problem,
    ...sayPlanProblem(problem, {
      zone: props.zone,
      clockTime: (atMs) => clockTime(atMs, props.zone),
    }),
  })),
)
const leftOut = computed(() => props.group.eggs.length - props.group.setCount)
const day = (atMs: number): string => sayLongDate(localDateOf(atMs, props.zone))
const candles = computed(() =>
  props.group.schedule
    .filter((event) => event.kind === 'candle')
    .map((event) => sayShortDate(event.date))
    .join(', '),
)
const chicks = computed(() => {
  const { low, high } = props.group.chicks
  return low === high ? count(low, 'chick') : t('preview.between', { low, high })
})
const lockdown = computed(() => props.group.schedule.find((event) => event.kind === 'lockdown')!)
</script>

<template>
  <section
    class="card p-4"
    :aria-label="t('preview.title', { bird: SPECIES[group.species].label })"
    data-testid="preview"
  >
    <label class="block"
      ><span class="sr-only">{{ t('preview.name') }}</span
      ><TextField
        :label="t('preview.nameOf', { bird: SPECIES[group.species].label })"
        hide-label
        :model-value="name"
        @change="emit('rename', $event)"
        maxlength="120"
        class="text-lg font-semibold"
    /></label>
    <dl class="mt-3 grid grid-cols-[7rem_1fr] gap-y-1">
      <dt class="text-ink-soft">{{ t('batch.eggs') }}</dt>
      <dd>
        {{ t('preview.toSet', { eggs: group.setCount })
        }}<template v-if="leftOut > 0">{{ t('preview.leftOut', { eggs: leftOut }) }}</template
        ><span v-if="group.setCount > 0" class="block" data-testid="preview-chicks"
          >{{ t('preview.chicks', { chicks }) }}
          <span class="text-sm text-ink-soft">{{
            group.ownEggs > 0
              ? t('preview.byOwn', { eggs: count(group.ownEggs, 'egg') })
              : t('preview.byUsual')
          }}</span></span
        >
      </dd>
      <dt class="text-ink-soft">{{ t('preview.set') }}</dt>
      <dd class="font-semibold" data-testid="preview-set">
        {{ day(group.setAtMs) }}, {{ clockTime(group.setAtMs, zone) }}
      </dd>
      <dt class="text-ink-soft">{{ t('preview.candle') }}</dt>
      <dd>{{ candles || t('preview.never') }}</dd>
      <dt class="text-ink-soft">{{ t('preview.lockdown') }}</dt>
      <dd>{{ sayDate(lockdown.date) }}</dd>
      <dt class="text-ink-soft">{{ t('preview.hatch') }}</dt>
      <dd class="font-semibold" data-testid="preview-hatch">{{ day(group.hatchAtMs) }}</dd>
    </dl>
    <p v-if="group.delayHours >= 1" class="mt-1 text-sm text-ink-soft">
      {{ t('preview.delay', { hours: count(Math.round(group.delayHours), 'hour') }) }}
    </p>
    <PlanTimeline v-if="group.setCount > 0" class="mt-3" :statuses="statuses" />
    <ul v-if="group.problems.length > 0" class="mt-2 flex flex-col gap-2" data-testid="problems">
      <li
        v-for="problem in problems"
        :key="problem.code"
        class="flex gap-2"
        :role="problem.weight === 'stop' ? 'alert' : undefined"
      >
        <TriangleAlert
          class="mt-0.5 h-5 w-5 shrink-0"
          :class="problem.weight === 'stop' ? 'text-ember' : 'text-ink-soft'"
          aria-hidden="true"
        /><span :class="{ 'text-ember': problem.weight === 'stop' }"
          >{{ problem.message }} <span class="text-ink-soft">{{ problem.wayOn }}</span></span
        >
      </li>
    </ul>
  </section>
</template>
