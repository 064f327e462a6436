<script setup lang="ts">
import { computed } from 'vue'
import { Undo2 } from '@lucide/vue'
import { isIn } from '../../contracts/records/egg-state.ts'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { chicksOf } from '../../domain/chicks-now.ts'
import { hatchOfSet } from '../../domain/hatch-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { useSetPlan } from '../shared/useSetPlan.ts'
import { count, dayWords } from '../shared/wording.ts'
import ExpectedChicks from '../shared/expecting/ExpectedChicks.vue'
import EggLeaves from '../shared/leaving/EggLeaves.vue'
import EggsAtHand from '../shared/leaving/EggsAtHand.vue'
import BrooderPlan from './BrooderPlan.vue'
import BreakoutList from './BreakoutList.vue'
import CloseSet from './CloseSet.vue'
import ChickLog from './ChickLog.vue'
import DiagnosisCard from './DiagnosisCard.vue'
import HatchResults from './HatchResults.vue'
import HatchWatch from './HatchWatch.vue'
import LockdownSteps from './LockdownSteps.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The last days of a set: lockdown, pips and chicks, what did not hatch, and what came of it all. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const set = computed(() => store.setById(props.setId))
const plan = useSetPlan(() => set.value)
const eggs = computed(() => store.eggsBySet.get(props.setId) ?? [])
const { problem, saving } = useSaving()
const isLocked = computed(() => set.value?.done.some(({ key }) => key === 'lockdown') ?? false)
const waiting = computed(() => eggs.value.filter(isIn))
const hatch = computed(() => (set.value ? hatchOfSet(set.value, eggs.value) : null))
const someKnown = computed(() => waiting.value.length < eggs.value.length)
/** Chicks that are out, told one by one or counted. */
const chicks = computed(() => hatch.value?.outMs.length ?? 0)
const inBrooder = computed(() => (set.value ? chicksOf(set.value, eggs.value) : 0))
const giveUpMs = computed(
  () => plan.value?.statuses.find(({ event }) => event.kind === 'give-up')?.event.startMs ?? Infinity,
)
/** From lockdown on eggs are watched; what was removed may be opened at any time. */
const isOver = computed(() => plan.value?.finished === true || clock.nowMs >= giveUpMs.value)
const lead = computed(() => {
  if (!set.value || !plan.value) return ''
  if (isOver.value)
    return waiting.value.length === 0
      ? t('hatch.outAndAccounted', { chicks: count(chicks.value, 'chick') })
      : t('hatch.outAndToOpen', {
          chicks: count(chicks.value, 'chick'),
          eggs: count(waiting.value.length, 'egg'),
        })
  if (!isLocked.value) return t('hatch.beforeLockdown')
  const out = chicks.value === 0 ? t('hatch.noneOut') : `${count(chicks.value, 'chick')} out`
  const stillIn = waiting.value.length - (hatch.value?.unnamed ?? 0)
  return t('hatch.stillIn', {
    out,
    eggs: count(stillIn, 'egg'),
    day: sayDate(localDateOf(giveUpMs.value, store.hatchery.zone)),
  })
})
const isClosed = computed(() => plan.value?.finished === true)
function undo(): void {
  void saving(() => store.undo())
}
useKeys({ z: undo })
</script>

<template>
  <main v-if="set && plan" class="mx-auto flex max-w-5xl flex-col gap-5 p-4 sm:p-6">
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-3xl font-bold">{{ t('hatch.title', { set: set.name }) }}</h1>
        <p class="text-ink-soft">
          {{ SPECIES[set.species].label }}, {{ dayWords(set, store.hatchery.zone, clock.nowMs) }}.
          <span data-testid="hatch-lead">{{ lead }}</span>
        </p>
      </div>
      <div class="screen-only flex flex-wrap gap-3">
        <KitButton :icon="Undo2" :disabled="store.journal.length === 0" @click="undo">
          {{ t('hatch.undo') }}
          <span class="key hidden md:inline">Z</span>
        </KitButton>
        <EggLeaves :set="set" :eggs="waiting" keyed size="tall" />
        <KitButton :to="{ name: 'set', params: { setId } }">{{ t('hatch.toSet') }}</KitButton>
      </div>
    </div>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    <ExpectedChicks v-if="!isOver" class="card p-4 sm:p-5" :set="set" />
    <LockdownSteps
      v-if="!isLocked && !isOver"
      :set="set"
      :due="plan.ageDays >= plan.timeline.days.stopTurningDay - 2"
    />
    <HatchWatch v-if="isLocked && !isOver" :set="set" :eggs="eggs" />
    <BreakoutList :set="set" :eggs="eggs" :over="isOver" :unnamed="hatch?.unnamed ?? 0" />
    <HatchResults v-if="isLocked || isOver || someKnown" :set="set" :eggs="eggs" />
    <DiagnosisCard v-if="isOver && someKnown" :set="set" :eggs="eggs" />
    <ChickLog v-if="chicks > 0" :set="set" :eggs="eggs" :unnamed="hatch?.unnamed ?? 0" />
    <BrooderPlan
      v-if="inBrooder > 0"
      :set="set"
      :chicks="inBrooder"
      :still-in="isOver ? 0 : waiting.length"
      :statuses="plan.statuses"
    />
    <EggsAtHand v-if="!isClosed" class="screen-only" :set="set" :eggs="waiting" />
    <div v-if="isLocked || isOver" class="screen-only flex flex-wrap items-center gap-4">
      <CloseSet :set="set" :eggs="eggs" />
      <p class="text-ink-soft">
        {{
          isClosed
            ? t('hatch.closed')
            : waiting.length > 0
              ? t('close.wouldGiveUp', { eggs: count(waiting.length, 'egg') })
              : t('hatch.allAccounted')
        }}
      </p>
    </div>
  </main>
</template>
