<script setup lang="ts">
import { computed, ref } from 'vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { eventOf } from '../../core/planning/incubation/schedule.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { scheduleOf } from '../../domain/set-schedule.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Closes a set, or opens it again. Closed, it asks for nothing more but what its chicks need. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const KEY = 'give-up'
const isClosed = computed(() => props.set.done.some(({ key }) => key === KEY))
const inside = computed(() => props.eggs.filter(isIn).length)
const giveUpMs = computed(() => eventOf(scheduleOf(props.set, store.hatchery), KEY).startMs)
/** Eggs that may still hatch are not given up by a slip of the finger. */
const asking = ref(false)

function press(): void {
  if (!isClosed.value && inside.value > 0 && clock.nowMs < giveUpMs.value) asking.value = true
  else change()
}
function change(): void {
  asking.value = false
  const at = new Date(clock.nowMs).toISOString()
  const closes = !isClosed.value
  void saving(() =>
    store.changeSet(closes ? 'closed' : 'opened again', props.set.id, (set) => {
      const others = set.done.filter(({ key }) => key !== KEY)
      return { ...set, done: closes ? [...others, { key: KEY, at }] : others }
    }),
  )
}
</script>

<template>
  <span>
    <KitButton
      size="desk"
      :aria-label="`${isClosed ? t('close.reopen') : t('close.do')}: ${set.name}`"
      @click="press"
    >
      {{ isClosed ? t('close.reopen') : t('close.do') }}
    </KitButton>
    <span v-if="problem" class="text-ember" role="alert">{{ problem }}</span>
    <ConfirmDialog
      :open="asking"
      :title="t('close.ask', { eggs: count(inside, 'egg') })"
      :confirm="t('close.do')"
      grave
      @confirm="change"
      @close="asking = false"
    >
      <p class="text-lg">
        {{ t('close.what', { day: sayDate(localDateOf(giveUpMs, store.hatchery.zone)) }) }}
      </p>
    </ConfirmDialog>
  </span>
</template>
