<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { Lock, MailOpen } from '@lucide/vue'
import { isIn } from '../../contracts/records/egg-state.ts'
import { shellsOf } from '../../contracts/records/egg-kind.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { milestoneOn } from '../../words/milestones.ts'
import { stageWords } from '../../words/stages.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import { planOf } from '../shared/useSetPlan.ts'
import StageEgg from './StageEgg.vue'
import { t } from './words.ts'

/** The days of a real set as a page of seals: each opens once its day has come, and not before. */
const store = useHatcheryStore()
const clock = useClockStore()
const running = computed(() =>
  store.sets
    .map((set) => ({ set, plan: planOf(set, clock.nowMs) }))
    .filter(
      ({ set, plan }) => plan.started && !plan.finished && (store.eggsBySet.get(set.id) ?? []).some(isIn),
    ),
)
const setId = ref('')
const chosen = computed(() => running.value.find(({ set }) => set.id === setId.value) ?? running.value[0])
const timeline = computed(() => chosen.value && timelineOf(chosen.value.set, store.hatchery))
const last = computed(() => Math.ceil(timeline.value?.days.incubationDays ?? 0))
/** Days that have begun; the first is the day of setting. */
const come = computed(() => Math.min(last.value, Math.floor(chosen.value?.plan.ageDays ?? 0) + 1))
const toGo = computed(() =>
  Math.max(0, Math.ceil(((chosen.value?.plan.hatchAtMs ?? 0) - clock.nowMs) / (24 * HOUR_MS))),
)
/** Days that were opened on this device, by set. */
const opened = useLocalStorage<Record<string, number[]>>('perlumen-opened-days', {})
const openedHere = computed(() => new Set(opened.value[chosen.value?.set.id ?? ''] ?? []))
const shown = ref<number | null>(null)
function open(day: number): void {
  const { value: now } = chosen
  if (!now || day > come.value) return
  shown.value = day
  opened.value = { ...opened.value, [now.set.id]: [...openedHere.value, day] }
}
function seal(): void {
  const { value: now } = chosen
  if (!now) return
  shown.value = null
  opened.value = { ...opened.value, [now.set.id]: [] }
}
</script>

<template>
  <main class="mx-auto flex max-w-5xl flex-col gap-4 p-4 sm:p-6">
    <div>
      <h1 class="text-3xl font-bold">{{ t('sealed.title') }}</h1>
      <p class="text-ink-soft">{{ t('sealed.lead') }}</p>
    </div>
    <p v-if="!chosen" class="text-lg">{{ t('sealed.none') }}</p>
    <template v-else>
      <div class="flex flex-wrap items-end gap-4">
        <ListChoice
          v-model="setId"
          :label="t('sealed.set')"
          :options="running.map(({ set }) => ({ value: set.id, name: set.name }))"
          :placeholder="chosen.set.name"
          @change="shown = null"
        />
        <p class="text-2xl font-bold" data-testid="to-go">
          {{ toGo > 0 ? t('sealed.toGo', { n: toGo }, toGo) : t('sealed.due') }}
        </p>
      </div>
      <section
        v-if="shown !== null"
        class="card grid gap-4 p-4 sm:grid-cols-[16rem_1fr]"
        aria-live="polite"
        data-testid="sealed-day"
      >
        <StageEgg
          fate="living"
          :species="chosen.set.species"
          :shell="shellsOf(chosen.set)[0] ?? chosen.set.shell"
          :age-days="Math.min(shown, last)"
          :side-px="320"
          :label="t('sealed.drawn', { day: shown })"
        />
        <div class="text-lg">
          <h2 class="text-2xl font-bold">{{ t('sealed.dayOf', { day: shown }) }}</h2>
          <p class="mt-2 font-semibold">{{ milestoneOn(shown, last) }}</p>
          <p class="mt-2">{{ stageWords(shown / last).tonight }}</p>
        </div>
      </section>
      <ol class="grid grid-cols-4 gap-2 sm:grid-cols-7" data-testid="seals">
        <li v-for="day in last" :key="day">
          <KitButton
            class="min-h-20 w-full flex-col gap-1"
            :kind="openedHere.has(day) ? 'plain' : day <= come ? 'next' : 'plain'"
            :disabled="day > come"
            :aria-label="
              day > come
                ? t('sealed.closed', { day })
                : openedHere.has(day)
                  ? t('sealed.dayOf', { day })
                  : t('sealed.open', { day })
            "
            :aria-pressed="shown === day"
            @click="open(day)"
          >
            <span class="text-xl font-bold">{{ day }}</span>
            <component :is="openedHere.has(day) ? MailOpen : Lock" class="h-5 w-5" aria-hidden="true" />
          </KitButton>
        </li>
      </ol>
      <p class="text-sm text-ink-soft">{{ t('sealed.caution') }}</p>
    </template>
    <div class="flex flex-wrap gap-3">
      <KitButton v-if="openedHere.size > 0" kind="quiet" @click="seal">{{ t('sealed.forget') }}</KitButton>
      <KitButton to="/practice/days">{{ t('days.title') }}</KitButton>
      <KitButton to="/practice/class">{{ t('class.title') }}</KitButton>
      <KitButton to="/practice">{{ t('class.back') }}</KitButton>
    </div>
  </main>
</template>
