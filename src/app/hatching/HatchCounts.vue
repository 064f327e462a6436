<script setup lang="ts">
import { computed } from 'vue'
import { Minus, Plus } from '@lucide/vue'
import { v4 as uuid } from 'uuid'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { countedOn, countsSoFar } from '../../domain/hatch-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSaving } from '../shared/useSaving.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** How many have pipped and how many are out, where nobody can see through the window which is which. */
const props = defineProps<{
  set: EggSet
  most: number
  /** What was told egg by egg. */
  told: { pipped: number; out: number }
}>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const now = computed(() => countsSoFar(props.set.counted, props.told))
const ROWS = [
  { field: 'pipped', name: t('counts.pipped') },
  { field: 'out', name: t('counts.out') },
] as const

function add(what: 'pipped' | 'out', more: 1 | -1): void {
  const { told, most } = props
  const at = new Date(clock.nowMs).toISOString()
  void saving(() =>
    store.changeSet('count', props.set.id, (set) => ({
      ...set,
      counted: [...countedOn(set.counted, { what, more, told, most, at, newId: () => uuid() })],
    })),
  )
}
</script>

<template>
  <div class="mt-2 flex flex-col gap-3" data-testid="hatch-counts">
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    <div
      v-for="{ field, name } in ROWS"
      :key="field"
      class="flex flex-wrap items-center gap-3"
      role="group"
      :aria-label="name"
    >
      <KitButton
        size="tall"
        class="min-w-16"
        :aria-label="t('counts.less', { what: name })"
        :disabled="now[field] <= told[field]"
        @click="add(field, -1)"
      >
        <Minus class="h-7 w-7" aria-hidden="true" />
      </KitButton>
      <output class="w-14 text-center text-4xl font-bold" :data-testid="`counted-${field}`">{{
        now[field]
      }}</output>
      <KitButton
        kind="next"
        size="tall"
        class="min-w-24"
        :aria-label="t('counts.more', { what: name })"
        :disabled="now[field] >= most"
        @click="add(field, 1)"
      >
        <Plus class="h-7 w-7" aria-hidden="true" />
      </KitButton>
      <span>{{ name }}</span>
    </div>
    <p class="text-ink-soft">
      {{ t('counts.of', { eggs: most }) }}
    </p>
  </div>
</template>
