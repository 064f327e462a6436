<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { localDateOf, sayDate } from '../../../core/time/local-date.ts'
import { uncleanSince } from '../../../domain/cleaning.ts'
import type { IncubatorNow } from '../../../domain/incubator-now.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useClockStore } from '../clock.ts'
import KitButton from '../kit/KitButton.vue'
import { useSaving } from '../useSaving.ts'
import { t } from './words.ts'

/** After a hatch: what stands empty is washed and disinfected, and noted in its log. */
const props = defineProps<{ incubators: readonly IncubatorNow[] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const due = computed(() =>
  props.incubators.flatMap((now) => {
    const sinceMs = uncleanSince(now, store.sets, clock.nowMs)
    return sinceMs === null ? [] : [{ incubator: now.incubator, sinceMs }]
  }),
)
function cleaned(incubatorId: string): void {
  const logged = [{ incubatorId, what: { kind: 'disinfected' as const } }]
  void saving(() => store.commit('disinfected', null, { logged }))
}
</script>

<template>
  <li
    v-for="{ incubator, sinceMs } in due"
    :key="incubator.id"
    class="card grid grid-cols-[minmax(0,1fr)] items-center gap-x-5 gap-y-2 p-4 md:grid-cols-[minmax(0,1fr)_auto]"
    data-testid="cleaning-due"
  >
    <div>
      <p class="text-xl">
        <span class="font-bold">{{ t('due.title') }}</span>,
        <RouterLink
          :to="{ name: 'incubator', params: { incubatorId: incubator.id } }"
          class="underline decoration-line underline-offset-4 hover:decoration-lamp"
          >{{ incubator.name }}</RouterLink
        >
      </p>
      <p class="text-ink-soft">
        {{ t('due.how', { day: sayDate(localDateOf(sinceMs, store.hatchery.zone)) }) }}
      </p>
      <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    </div>
    <KitButton size="big" class="px-6" @click="cleaned(incubator.id)">{{ t('due.done') }}</KitButton>
  </li>
</template>
