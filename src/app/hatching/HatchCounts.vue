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
const now = computed(() => soFar(props.set))
function soFar({ counted: counts }: EggSet): { pipped: number; out: number } {
  const { pipped, out } = counts.at(-1) ?? { pipped: 0, out: 0 }
  return { pipped: Math.max(pipped, props.told.pipped), out: Math.max(out, props.told.out) }
}
const ROWS = [
  { field: 'pipped', name: 'Pipped so far, those out among them' },
  { field: 'out', name: 'Chicks out so far' },
] as const

function add(field: 'pipped' | 'out', more: 1 | -1): void {
  void saving(() => store.changeSet('count', props.set.id, (set) => counted(set, field, more)))
}
/** The set with one more or less; the same where that cannot be. */
function counted(set: EggSet, field: 'pipped' | 'out', more: 1 | -1): EggSet {
  const { pipped, out } = soFar(set)
  const next = { pipped, out, [field]: (field === 'out' ? out : pipped) + more }
  // A chick that is out has pipped, whether anybody saw it or not.
  if (field === 'out') next.pipped = Math.max(next.pipped, next.out)
  else next.out = Math.min(next.out, next.pipped)
  // What was told of one egg is taken back there.
  if (next.out < props.told.out || next.pipped < props.told.pipped || next.pipped > props.most) return set
  return { ...set, counted: [...set.counted, { at: new Date(clock.nowMs).toISOString(), ...next }] }
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
