<script setup lang="ts">
import { computed } from 'vue'
import { OPENING_REASONS } from '../../contracts/records/incubator-log.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import type { IncubatorNow } from '../../domain/incubator-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { logWords, OPENING_WORDS } from '../shared/climate-words.ts'
import { useSaving } from '../shared/useSaving.ts'
import FewOf from '../shared/ui/FewOf.vue'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** What was done and what happened at an incubator, the latest first. */
const props = defineProps<{ now: IncubatorNow }>()
const store = useHatcheryStore()
const { problem, saving } = useSaving()
const zone = computed(() => store.hatchery.zone)
const events = computed(() => [...props.now.log].reverse())
const at = (iso: string): string =>
  `${sayShortDate(localDateOf(Date.parse(iso), zone.value))} ${clockTime(Date.parse(iso), zone.value)}`

function opened(reason: (typeof OPENING_REASONS)[number]): void {
  const logged = [{ incubatorId: props.now.incubator.id, what: { kind: 'opened' as const, reason } }]
  void saving(() => store.commit('lid opened', null, { logged }))
}
function disinfected(): void {
  const logged = [{ incubatorId: props.now.incubator.id, what: { kind: 'disinfected' as const } }]
  void saving(() => store.commit('disinfected', null, { logged }))
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="log-heading">
    <h2 id="log-heading" class="text-xl font-semibold">{{ t('log.title') }}</h2>
    <p class="mt-2">{{ t('log.lidOpened') }}</p>
    <div class="mt-1 flex flex-wrap gap-2">
      <KitButton v-for="reason in OPENING_REASONS" :key="reason" size="desk" @click="opened(reason)">
        {{ OPENING_WORDS[reason] || t('log.forOther') }}
      </KitButton>
    </div>
    <KitButton size="desk" class="mt-3" @click="disinfected">{{ t('log.disinfected') }}</KitButton>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <p v-if="events.length === 0" class="mt-3 text-ink-soft">{{ t('log.none') }}</p>
    <FewOf v-slot="{ shown }" :items="events" :most="12" :what="t('log.unit')">
      <ol class="mt-3" data-testid="log">
        <li
          v-for="event in shown"
          :key="event.id"
          class="grid grid-cols-[8.500rem_1fr] gap-2 border-t border-line py-1"
        >
          <span class="text-ink-soft">{{ at(event.at) }}</span>
          <span :class="{ 'text-ember': event.kind === 'alarm' }">{{
            logWords(event, store.hatchery.units)
          }}</span>
        </li>
      </ol>
    </FewOf>
  </section>
</template>
