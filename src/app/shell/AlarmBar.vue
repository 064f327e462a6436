<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import { useRoute } from 'vue-router'
import { BellRing, ChevronDown } from '@lucide/vue'
import type { AlarmCode } from '../../core/climate/alarms.ts'
import { unseenAlarms } from '../../domain/alarm-log.ts'
import { useSounds } from '../candling/evening/useSounds.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { alarmWords, sinceWords } from '../shared/climate-words.ts'
import { useSaving } from '../shared/useSaving.ts'
import { useSensingStore } from '../shared/sensing.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** What needs somebody at an incubator now, on every page until somebody has seen it. */
const hatchery = useHatcheryStore()
const sensing = useSensingStore()
const { problem, saving } = useSaving()
const { play } = useSounds()
const clock = useClockStore()
const route = useRoute()
const at = (atMs: number): string => clockTime(atMs, hatchery.hatchery.zone)
const REPEAT_MS = 30_000
const isOpen = ref(false)

/** What waits for the round anyway is told there. */
const OF_THE_ROUND: readonly AlarmCode[] = ['water', 'turn']
/** With a warm egg in the hand only what cannot wait; an incubator’s own pages tell it themselves. */
function isToldHere(code: AlarmCode, incubatorId: string): boolean {
  if (route.meta.room === 'bench') return code === 'too-hot'
  return !OF_THE_ROUND.includes(code) && route.params['incubatorId'] !== incubatorId
}
const alarms = computed(() =>
  sensing.incubators.flatMap(({ incubator, alarms: on, log }) =>
    unseenAlarms(on, log, clock.nowMs)
      .filter(({ code }) => isToldHere(code, incubator.id))
      .map((alarm) => ({ incubator, alarm })),
  ),
)
const first = computed(
  () => alarms.value.find(({ alarm }) => alarm.code === 'too-hot') ?? alarms.value[0] ?? null,
)
const words = computed(() => first.value && alarmWords(first.value.alarm, hatchery.hatchery.units))
/** Heat that is read now; what has fallen again is told, and does not call on and on. */
const isHot = computed(() => first.value?.alarm.code === 'too-hot' && !first.value.alarm.isEasing)
watch(isHot, (hot) => {
  if (hot) play('time')
})
useIntervalFn(() => {
  if (isHot.value) play('time')
}, REPEAT_MS)

function seen(): void {
  const ids = [...new Set(alarms.value.map(({ incubator }) => incubator.id))]
  void saving(() =>
    hatchery.note({ logged: ids.map((incubatorId) => ({ incubatorId, what: { kind: 'alarm-seen' } })) }),
  )
}
</script>

<template>
  <div
    v-if="first && words"
    class="screen-only flex flex-wrap items-center gap-x-4 gap-y-2 border-b-2 border-ember px-4 py-1 md:py-2"
    role="alert"
    data-testid="alarm"
  >
    <!-- On a phone one line, which opens. -->
    <PressArea
      class="flex min-h-11 w-full min-w-0 items-center gap-3 text-left md:hidden"
      :aria-expanded="isOpen"
      @click="isOpen = !isOpen"
    >
      <BellRing class="h-5 w-5 shrink-0 text-ember" aria-hidden="true" />
      <strong class="min-w-0 grow truncate text-ember">{{ first.incubator.name }}: {{ words.says }}</strong>
      <ChevronDown class="h-5 w-5 shrink-0" :class="{ 'rotate-180': isOpen }" aria-hidden="true" />
    </PressArea>
    <BellRing class="hidden h-6 w-6 shrink-0 text-ember md:block" aria-hidden="true" />
    <p class="min-w-0 grow basis-64" :class="{ 'hidden md:block': !isOpen }">
      <strong class="hidden text-ember md:inline">{{ first.incubator.name }}: {{ words.says }}</strong>
      <span class="text-ink-soft">
        <span class="md:hidden">{{ words.says }} </span
        >{{ sinceWords(first.alarm.sinceMs, clock.nowMs, at) }}. {{ words.todo }}</span
      >
      <span v-if="alarms.length > 1" class="text-ink-soft">
        {{ ' ' }}{{ t('alarm.more', { alarms: count(alarms.length - 1, 'moreAlarm') }) }}</span
      >
      <span v-if="problem" class="text-ember"> {{ problem }}</span>
    </p>
    <div class="flex gap-3" :class="{ 'hidden md:flex': !isOpen }">
      <KitButton :to="{ name: 'incubator', params: { incubatorId: first.incubator.id } }" size="desk">{{
        t('alarm.show')
      }}</KitButton>
      <KitButton size="desk" :disabled="!hatchery.leads" @click="seen">
        {{ t('alarm.dismiss') }}
      </KitButton>
    </div>
  </div>
</template>
