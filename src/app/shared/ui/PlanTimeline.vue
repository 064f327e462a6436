<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import type { EventStatus } from '../../../core/planning/agenda/agenda.ts'
import { EVENT_TITLES } from '../../../words/events.ts'
import { BROODER_KINDS, type ScheduleEvent } from '../../../core/planning/incubation/schedule.ts'
import { sayShortDate } from '../../../core/time/local-date.ts'
import { DAY_MS } from '../../../core/time/durations.ts'
import { labelsThatFit, leanOf } from './flag-labels.ts'
import StateSign from './StateSign.vue'
import { t } from '../words.ts'

/** One line from setting to giving up: what is done, what is due, where now is. */
const props = defineProps<{ statuses: readonly EventStatus[]; nowMs?: number }>()
/** What is done with chicks has no place on the line of the eggs. */
const ofEggs = computed(() =>
  props.statuses.filter(({ event }) => !BROODER_KINDS.some((kind) => kind === event.kind)),
)
const start = computed(() => ofEggs.value.find(({ event }) => event.kind === 'set')!.event.startMs)
const end = computed(() => ofEggs.value.at(-1)!.event.endMs)
const at = (ms: number): number =>
  Math.min(100, Math.max(0, (100 * (ms - start.value)) / (end.value - start.value)))

/** Things done at one moment share a flag: the last look, the end of turning and lockdown. */
const flags = computed(() => {
  const groups: EventStatus[][] = []
  for (const status of ofEggs.value) {
    if (['warm-up', 'pip', 'hatch'].includes(status.event.kind)) continue
    const last = groups.at(-1)
    if (last && last[0]!.event.startMs === status.event.startMs) last.push(status)
    else groups.push([status])
  }
  return groups.map((group, i) => ({
    group,
    event: group[0]!.event,
    title: titleOf(group),
    low: i % 2 === 1,
    left: at(group[0]!.event.startMs),
  }))
})
function titleOf(group: readonly EventStatus[]): string {
  const kinds = group.map(({ event }) => event.kind)
  if (kinds.includes('lockdown'))
    return kinds.includes('candle') ? t('timeline.lastLookLockdown') : t('timeline.lockdown')
  if (kinds[0] === 'give-up') return t('timeline.breakout')
  return kinds[0] === 'set' ? t('timeline.set') : EVENT_TITLES[kinds[0]!]
}
const windows = computed(() =>
  ofEggs.value
    .filter(({ event }) => event.kind === 'pip' || event.kind === 'hatch')
    .map(({ event }) => event),
)
const turning = computed(() =>
  at(ofEggs.value.find(({ event }) => event.kind === 'stop-turning')?.event.startMs ?? end.value),
)
const days = computed(() =>
  Array.from({ length: Math.ceil((end.value - start.value) / DAY_MS) }, (_, i) =>
    at(start.value + i * DAY_MS),
  ),
)
const line = useTemplateRef<HTMLElement>('line')
const { width } = useElementSize(line)
const LETTER_PX = 7.6
const SIGN_PX = 26
/** A phone has no room for every label: those that are due come first, then the two ends, then future ones. */
const written = computed(() =>
  labelsThatFit(
    flags.value.map(({ group, title, event, left, low }, i) => ({
      left,
      row: low ? 'below' : 'above',
      widthPx: SIGN_PX + LETTER_PX * Math.max(title.length, sayShortDate(event.date).length),
      turn:
        group[0]!.state === 'due' || group[0]!.state === 'overdue'
          ? 0
          : i === 0 || i === flags.value.length - 1
            ? 1
            : left > nowAt.value
              ? 2
              : 3,
    })),
    width.value,
  ),
)
const nowAt = computed(() => at(props.nowMs ?? start.value))
function widthOf(event: ScheduleEvent): string {
  return `${Math.max(0.8, at(event.endMs) - at(event.startMs))}%`
}
</script>

<template>
  <div
    ref="line"
    class="relative h-44 select-none"
    role="img"
    :aria-label="
      t('timeline.label', {
        title: flags.map((flag) => `${flag.title} ${sayShortDate(flag.event.date)}`).join(', '),
      })
    "
  >
    <div class="absolute inset-x-0 top-[5.400rem] h-3 rounded-full bg-line" />
    <div
      class="absolute top-[5.400rem] left-0 h-3 rounded-l-full bg-lamp-soft"
      :style="{ width: `${turning}%` }"
    />
    <div
      v-for="(day, i) in days"
      :key="i"
      class="absolute top-[5.400rem] h-3 w-px bg-ground"
      :style="{ left: `${day}%` }"
    />
    <div
      v-for="window in windows"
      :key="window.key"
      class="absolute h-3 rounded-full"
      :class="window.kind === 'hatch' ? 'top-[5.400rem] bg-lamp' : 'top-[6.300rem] h-1 bg-lamp/60'"
      :style="{ left: `${at(window.startMs)}%`, width: widthOf(window) }"
    />
    <div
      v-for="(flag, i) in flags"
      :key="flag.event.key"
      class="absolute"
      :style="{ left: `${flag.left}%` }"
      :class="flag.low ? 'top-[5.400rem]' : 'top-0'"
    >
      <div class="absolute w-0.5 bg-ink-soft" :class="flag.low ? 'top-0 h-10' : 'top-[3.100rem] h-12'" />
      <div
        v-if="written[i]"
        class="absolute w-max text-sm leading-tight"
        :class="flag.low ? 'top-10' : 'top-0'"
        :style="{ transform: `translateX(${-100 * leanOf(flag.left)}%)` }"
      >
        <p class="flex items-center gap-1 font-semibold">
          <StateSign :state="flag.group[0]!.state" />{{ flag.title }}
        </p>
        <p class="pl-6 text-ink-soft">{{ sayShortDate(flag.event.date) }}</p>
      </div>
    </div>
    <div
      v-if="nowMs !== undefined && nowMs >= start && nowMs <= end"
      class="absolute top-[4.700rem] h-7 w-1 rounded bg-ember"
      :style="{ left: `calc(${at(nowMs)}% - 2px)` }"
    />
  </div>
</template>
