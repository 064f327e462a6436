<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { format } from 'date-fns'
import type { SetRecord } from '../../contracts/records.ts'
import { ageInDays } from '../../core/incubation/due.ts'
import { SPECIES } from '../../core/species/species.ts'
import { statusOf } from '../composables/candling.ts'
import { count, dayWords } from '../composables/wording.ts'
import { useDemoStore } from '../stores/demo.ts'
import { useHatcheryStore } from '../stores/hatchery.ts'
import EggMark from '../components/EggMark.vue'

const hatchery = useHatcheryStore()
const demo = useDemoStore()
const now = Date.now()
const DAY_MS = 86_400_000

const ORDER = { due: 0, next: 1, 'locked-down': 2, finished: 3 } as const
const rows = computed(() => hatchery.sets
  .map((set) => ({ set, status: statusOf(set, hatchery.looks, now), age: ageInDays(Date.parse(set.setAt), now), eggs: hatchery.eggsBySet.get(set.id) ?? [] }))
  .sort((a, b) => ORDER[a.status.kind] - ORDER[b.status.kind]))

const heading = computed(() => {
  if (rows.value.some(({ status }) => status.kind === 'due')) return 'Candling tonight'
  return rows.value.length > 0 ? 'Nothing to candle today' : 'Welcome'
})

function say({ set, status, age }: { set: SetRecord; status: ReturnType<typeof statusOf>; age: number }): string {
  const { incubationDays } = SPECIES[set.species]
  if (status.kind === 'due') return status.overdueDays >= 1.5 ? `Candling of day ${status.day} is overdue by ${count(Math.floor(status.overdueDays), 'day')}` : `Candling of day ${status.day} is due today`
  if (status.kind === 'next') return `Next candling ${format(now + status.inDays * DAY_MS, 'EEEE, d MMMM')}, day ${status.day}`
  if (status.kind === 'locked-down') {
    const days = incubationDays - age
    return days > 0 ? `Lockdown: the lid stays shut. Hatch expected ${format(now + days * DAY_MS, 'EEEE, d MMMM')}` : 'Hatching time: the lid stays shut'
  }
  return 'Past its time: open what has not hatched'
}
function lastLook(eggId: string) {
  return hatchery.looksByEgg.get(eggId)?.at(-1)
}
</script>

<template>
  <main class="mx-auto max-w-6xl p-6">
    <p class="text-ink-soft">{{ format(now, 'EEEE, d MMMM yyyy') }}</p>
    <h1 class="mb-5 text-4xl font-bold">{{ heading }}</h1>
    <p v-if="demo.progress" class="card mb-4 flex items-center gap-4 p-3" role="status" data-testid="demo-progress">
      <span>The demo’s earlier looks are being photographed and measured: {{ demo.progress.done }} of {{ demo.progress.total }}</span>
      <progress class="grow accent-lamp" :max="demo.progress.total" :value="demo.progress.done" />
    </p>
    <div v-if="hatchery.loaded && rows.length === 0" class="card max-w-2xl p-6 text-lg">
      <p>No eggs are set yet. Bring records over from another device under <RouterLink to="/records" class="underline">Records</RouterLink>, or look around in a made-up hatchery first.</p>
      <button type="button" class="press press-lamp mt-4" @click="demo.fill(Date.now())">Open the made-up hatchery</button>
    </div>
    <ul class="flex flex-col gap-4">
      <li v-for="row in rows" :key="row.set.id" class="card grid items-center gap-x-6 gap-y-3 p-5 md:grid-cols-[minmax(0,1fr)_auto_11rem]" :class="{ 'border-lamp': row.status.kind === 'due' }">
        <div>
          <h2 class="text-2xl font-semibold"><RouterLink :to="{ name: 'set', params: { setId: row.set.id } }" class="hover:underline">{{ row.set.name }}</RouterLink></h2>
          <p class="text-ink-soft">{{ row.set.breed }}, {{ SPECIES[row.set.species].label }}, {{ row.set.shell }} shell; {{ dayWords(row.age) }} of {{ SPECIES[row.set.species].incubationDays }}, {{ count(row.eggs.filter((egg) => !egg.removed).length, 'egg') }} in</p>
          <p class="mt-1 text-lg" :class="row.status.kind === 'due' ? 'font-semibold text-lamp' : ''">{{ say(row) }}</p>
        </div>
        <div class="grid gap-0.5" :style="{ gridTemplateColumns: `repeat(${row.set.tray.columns}, 3.1rem)` }" aria-hidden="true">
          <EggMark v-for="egg in row.eggs" :key="egg.id" :look="lastLook(egg.id)" :removed="egg.removed !== null" class="w-12" />
        </div>
        <RouterLink v-if="row.status.kind === 'due'" :to="{ name: 'bench', params: { setId: row.set.id } }" class="press press-lamp min-h-16 text-xl">Candle</RouterLink>
        <RouterLink v-else :to="{ name: 'set', params: { setId: row.set.id } }" class="press min-h-16">The tray’s log</RouterLink>
      </li>
    </ul>
    <p class="mt-6 max-w-3xl text-sm text-ink-soft">Perlumen advises; you decide. Wash your hands before and after, do not look into the lamp, keep mains and water apart. Removing late eggs, humane killing and disposal follow local rules and a vet’s advice.</p>
  </main>
</template>
