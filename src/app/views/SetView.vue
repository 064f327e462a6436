<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { format } from 'date-fns'
import type { EggRecord } from '../../contracts/records.ts'
import { positionLabel } from '../../core/tray/position.ts'
import { SPECIES } from '../../core/species/species.ts'
import { dayWords, GRADE_WORDS, percentWords } from '../composables/wording.ts'
import { useHatcheryStore } from '../stores/hatchery.ts'
import GradeSign from '../components/GradeSign.vue'
import MeasuredPhoto from '../components/MeasuredPhoto.vue'
import TrayMap from '../components/TrayMap.vue'

const props = defineProps<{ setId: string }>()
const hatchery = useHatcheryStore()
const set = computed(() => hatchery.setById(props.setId))
const eggs = computed(() => hatchery.eggsBySet.get(props.setId) ?? [])
const chosen = ref<EggRecord | null>(null)
const lookOf = (egg: EggRecord) => hatchery.looksByEgg.get(egg.id)?.at(-1)
const rows = computed(() => eggs.value
  .filter((egg) => !chosen.value || egg.id === chosen.value.id)
  .flatMap((egg) => (hatchery.looksByEgg.get(egg.id) ?? []).map((look) => ({ egg, look })))
  .sort((a, b) => b.look.takenAt.localeCompare(a.look.takenAt)))
const pictured = computed(() => (chosen.value ? lookOf(chosen.value) : undefined))
</script>

<template>
  <main v-if="!set" class="p-8">There is no such set. <RouterLink to="/" class="underline">Back to today</RouterLink></main>
  <main v-else class="mx-auto max-w-7xl p-6">
    <div class="flex flex-wrap items-end justify-between gap-4">
      <div>
        <h1 class="text-3xl font-bold">{{ set.name }}</h1>
        <p class="text-ink-soft">{{ set.breed }}, {{ SPECIES[set.species].label }}, {{ set.shell }} shell. Set {{ format(set.setAt, 'd MMMM, HH:mm') }}. Candling on days {{ set.candlingDays.join(', ') }}; ages are elapsed days.</p>
        <p class="text-ink-soft">{{ set.notes }}</p>
      </div>
      <div class="flex gap-3">
        <RouterLink :to="{ name: 'bench', params: { setId } }" class="press press-lamp">To the bench</RouterLink>
        <RouterLink :to="{ name: 'removal', params: { setId } }" class="press">What comes out</RouterLink>
      </div>
    </div>
    <div class="mt-6 grid gap-6 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <div>
        <TrayMap :set="set" :eggs="eggs" :look-of="lookOf" :current-id="chosen?.id" class="card p-3" @choose="chosen = chosen?.id === $event.id ? null : $event" />
        <div v-if="pictured && chosen" class="mt-4 h-72 overflow-hidden rounded-xl bg-black"><MeasuredPhoto :look="pictured" :overlay="true" :label="`Latest photograph of ${positionLabel(chosen)}`" /></div>
        <p v-else class="mt-3 text-sm text-ink-soft">Choose an egg to see its picture and its own looks.</p>
      </div>
      <div class="card overflow-x-auto">
        <table class="w-full text-left" data-testid="looks">
          <caption class="p-3 text-left text-lg font-semibold">{{ chosen ? `Looks at ${positionLabel(chosen)}` : 'All looks' }}</caption>
          <thead class="border-b border-line text-sm text-ink-soft">
            <tr><th class="p-2 pl-3 font-medium">Place</th><th class="p-2 font-medium">Age</th><th class="p-2 font-medium">Suggested</th><th class="p-2 font-medium">You said</th><th class="p-2 text-right font-medium">Air cell</th><th class="p-2 text-right font-medium">Shadow</th><th class="p-2 pr-3 text-right font-medium">Vessels</th></tr>
          </thead>
          <tbody>
            <tr v-for="{ egg, look } in rows" :key="look.id" class="border-b border-line last:border-0">
              <td class="p-2 pl-3 font-semibold">{{ positionLabel(egg) }}<span v-if="egg.removed" class="ml-2 text-sm font-normal text-ink-soft">taken out</span></td>
              <td class="p-2">{{ dayWords(look.ageDays) }}</td>
              <td class="p-2"><GradeSign :grade="look.verdict.grade" class="mr-1 h-5 w-5" aria-hidden="true" /> {{ GRADE_WORDS[look.verdict.grade] }}</td>
              <td class="p-2">{{ look.own ? (look.own.grade === look.verdict.grade ? 'the same' : GRADE_WORDS[look.own.grade]) : 'not decided' }}</td>
              <td class="p-2 text-right">{{ look.reading.airCell ? percentWords(look.reading.airCell.depth.value) : 'not seen' }}</td>
              <td class="p-2 text-right">{{ percentWords(look.reading.shadow.area.value) }}</td>
              <td class="p-2 pr-3 text-right">{{ percentWords(look.reading.vessels.coverage.value) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="rows.length === 0" class="p-4 text-ink-soft">No looks yet. The bench takes the first.</p>
      </div>
    </div>
  </main>
</template>
