<script setup lang="ts">
import { computed } from 'vue'
import { Minus, Plus } from '@lucide/vue'
import type { EggSet } from '../../contracts/set-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSaving } from '../shared/useSaving.ts'

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
const now = computed(() => {
  const last = props.set.counted.at(-1) ?? { pipped: 0, out: 0 }
  return {
    pipped: Math.max(last.pipped, props.told.pipped),
    out: Math.max(last.out, props.told.out),
  }
})
const ROWS = [
  { field: 'pipped', name: 'Pipped so far, those out among them' },
  { field: 'out', name: 'Chicks out so far' },
] as const

function add(field: 'pipped' | 'out', more: 1 | -1): void {
  const { pipped, out } = now.value
  const next = { pipped, out, [field]: now.value[field] + more }
  // A chick that is out has pipped, whether anybody saw it or not.
  if (field === 'out') next.pipped = Math.max(next.pipped, next.out)
  else next.out = Math.min(next.out, next.pipped)
  // What was told of one egg is taken back there.
  if (next.out < props.told.out || next.pipped < props.told.pipped || next.pipped > props.most) return
  const counted = [...props.set.counted, { at: new Date(clock.nowMs).toISOString(), ...next }]
  void saving(() => store.commit('count', null, { sets: [{ ...props.set, counted }] }))
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
      <button
        type="button"
        class="press min-h-16 min-w-16"
        :aria-label="`${name}: one less`"
        :disabled="now[field] <= told[field]"
        @click="add(field, -1)"
      >
        <Minus class="h-7 w-7" aria-hidden="true" />
      </button>
      <output class="w-14 text-center text-4xl font-bold" :data-testid="`counted-${field}`">{{
        now[field]
      }}</output>
      <button
        type="button"
        class="press press-lamp min-h-16 min-w-24"
        :aria-label="`${name}: one more`"
        :disabled="now[field] >= most"
        @click="add(field, 1)"
      >
        <Plus class="h-7 w-7" aria-hidden="true" />
      </button>
      <span>{{ name }}</span>
    </div>
    <p class="text-ink-soft">
      Of {{ most }} eggs. When all is over, those that nobody had to open are the chicks that were counted.
    </p>
  </div>
</template>
