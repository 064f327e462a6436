<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { RouterLink } from 'vue-router'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { AgendaItem } from '../../core/planning/agenda/agenda.ts'
import type { EventKind } from '../../core/planning/incubation/schedule.ts'
import { daysBetween, localDateOf, sayDate } from '../../core/time/local-date.ts'
import { EVENT_TITLES } from '../../words/events.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import StateSign from '../shared/ui/StateSign.vue'
import { eventDay } from '../shared/useSetPlan.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { clockTime } from '../shared/clock-time.ts'
import KitFold from '../shared/kit/KitFold.vue'

/** Not waited for by the first page. */
const HaveReady = defineAsyncComponent(() => import('./HaveReady.vue'))

/** One thing to do for a set: when, with what, and where it is done. */
defineProps<{ item: AgendaItem<EggSet> }>()
const emit = defineEmits<{ done: [] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const zone = computed(() => store.hatchery.zone)
const today = computed(() => localDateOf(clock.nowMs, zone.value))

/** Events that have a page of their own. */
const OF_THE_HATCH: Readonly<Partial<Record<EventKind, string>>> = {
  lockdown: t('due.lockdownSteps'),
  pip: t('due.watch'),
  hatch: t('due.watch'),
  'give-up': t('due.openEggs'),
  'take-out': t('due.chicks'),
  'first-day': t('due.chicks'),
  'third-day': t('due.chicks'),
  cooler: t('due.chicks'),
}

function when({ event, state, set, seen }: AgendaItem<EggSet>): string {
  if (state === 'now') return t('due.untilDay', { day: sayDate(localDateOf(event.endMs, zone.value)) })
  const away = daysBetween(today.value, event.date)
  const day =
    away === 0
      ? t('due.today')
      : away === 1
        ? t('due.tomorrow')
        : away === -1
          ? t('due.sinceYesterday')
          : away < 0
            ? t('due.sinceDay', { day: sayDate(event.date) })
            : sayDate(event.date)
  const seenWords = event.kind === 'candle' && seen > 0 ? t('due.eggsSeen', { eggs: count(seen, 'egg') }) : ''
  return `${day}, ${clockTime(event.startMs, zone.value)}; ${eventDay(set, event, zone.value)}${seenWords}`
}
function incubatorsOf(set: EggSet): string {
  const ids = new Set(set.trays.map((tray) => tray.incubatorId))
  return store.hatchery.incubators
    .filter(({ id }) => ids.has(id))
    .map(({ name }) => name)
    .join(', ')
}
</script>

<template>
  <li
    class="card grid grid-cols-[minmax(0,1fr)] items-center gap-x-5 gap-y-2 p-4 md:grid-cols-[minmax(0,1fr)_auto]"
    :class="{ 'border-lamp': item.state !== 'now' }"
  >
    <div>
      <p class="flex flex-wrap items-center gap-x-3 text-xl">
        <StateSign :state="item.state" word /><span class="font-bold">{{
          EVENT_TITLES[item.event.kind]
        }}</span
        ><RouterLink
          :to="{ name: 'set', params: { setId: item.set.id } }"
          class="underline decoration-line underline-offset-4 hover:decoration-lamp"
          >{{ item.set.name }}</RouterLink
        >
      </p>
      <p class="text-ink-soft">{{ when(item) }}; {{ incubatorsOf(item.set) }}</p>
      <KitFold class="text-ink-soft" :title="t('due.haveReady')">
        <HaveReady :kind="item.event.kind" :set="item.set" />
      </KitFold>
    </div>
    <div class="flex flex-wrap gap-2">
      <KitButton
        v-if="OF_THE_HATCH[item.event.kind]"
        :to="{ name: 'hatch', params: { setId: item.set.id } }"
        size="big"
        >{{ OF_THE_HATCH[item.event.kind] }}</KitButton
      >
      <KitButton
        v-if="item.event.kind === 'candle' && item.state !== 'now'"
        :to="{ name: 'session', params: { setId: item.set.id } }"
        kind="next"
        size="big"
        class="px-6 text-lg"
        >{{ store.openSession(item.set.id) ? t('due.goOn') : t('due.candle') }}</KitButton
      >
      <KitButton
        v-if="item.state !== 'now'"
        size="big"
        :kind="item.event.kind !== 'candle' ? 'next' : 'plain'"
        :aria-label="t('due.markDone', { event: EVENT_TITLES[item.event.kind], set: item.set.name })"
        @click="emit('done')"
      >
        {{ item.event.kind === 'set' ? t('due.eggsAreIn') : t('due.done') }}
      </KitButton>
    </div>
  </li>
</template>
