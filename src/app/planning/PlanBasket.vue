<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { Trash2 } from '@lucide/vue'
import type { PlanDraft } from '../../core/planning/plan-draft.ts'
import { SPECIES, type SpeciesName } from '../../core/species/species.ts'
import { sayShortDate } from '../../core/time/local-date.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { count } from '../shared/wording.ts'
import BasketEggs from './BasketEggs.vue'
import BatchForm from './BatchForm.vue'
import { usePlanStore } from './plan.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

const HatchByAge = defineAsyncComponent(() => import('./HatchByAge.vue'))

/** What eggs are to be set: by the batch, and one by one where somebody wants to. */
const props = defineProps<{
  draft: PlanDraft
  /** ISO date. */
  today: string
}>()
const plan = usePlanStore()
const store = useHatcheryStore()
/** The bird whose eggs are shown one by one. */
const opened = ref<SpeciesName | null>(null)

/** Breeds and sources of earlier sets and of this basket. */
const known = computed(() => {
  const all = [...props.draft.batches, ...store.sets.flatMap(({ batches }) => batches)]
  const distinct = (names: string[]): string[] => [...new Set(names.filter(Boolean))].sort()
  return {
    breeds: distinct(all.map(({ breed }) => breed)),
    sources: distinct(all.map(({ source }) => source)),
  }
})

function batchWords(id: string): string {
  const batch = props.draft.batches.find((item) => item.id === id)!
  const eggs = props.draft.eggs.filter((egg) => egg.batchId === id).length
  const laid = batch.laidFrom
    ? t('basket.laid', {
        days:
          batch.laidFrom === batch.laidTo || !batch.laidTo
            ? sayShortDate(batch.laidFrom)
            : t('basket.fromTo', { from: sayShortDate(batch.laidFrom), to: sayShortDate(batch.laidTo) }),
      })
    : t('basket.unknownDay')
  return `${count(eggs, 'egg')}: ${[batch.breed, SPECIES[batch.species].label].filter(Boolean).join(', ')}, ${batch.shell}${laid}${batch.source ? t('basket.fromSource', { source: batch.source }) : ''}${batch.posted ? t('basket.byPost') : ''}`
}
</script>

<template>
  <section class="card p-5" aria-labelledby="basket">
    <h2 id="basket" class="mb-3 text-xl font-semibold">{{ t('basket.title') }}</h2>
    <BatchForm :today="today" :breeds="known.breeds" :sources="known.sources" @add="plan.addBatch" />
    <ul
      v-if="draft.batches.length > 0"
      class="mt-4 flex flex-col gap-1 border-t border-line pt-3"
      data-testid="batches"
    >
      <li v-for="batch in draft.batches" :key="batch.id" class="flex items-center gap-3">
        <span class="grow">{{ batchWords(batch.id) }}</span
        ><KitButton
          :icon="Trash2"
          size="desk"
          class="px-2"
          :aria-label="t('basket.remove', { batch: batchWords(batch.id) })"
          @click="plan.removeBatch(batch.id)"
        >
        </KitButton>
      </li>
    </ul>
    <div v-for="group in plan.groups" :key="group.species" class="mt-3">
      <KitButton
        size="desk"
        :aria-expanded="opened === group.species"
        @click="opened = opened === group.species ? null : group.species"
      >
        {{
          opened === group.species
            ? t('basket.close', { bird: SPECIES[group.species].label })
            : t('basket.show', {
                bird: SPECIES[group.species].label,
                eggs: count(group.eggs.length, 'egg'),
              })
        }}
      </KitButton>
      <BasketEggs
        v-if="opened === group.species"
        class="mt-3"
        :species="group.species"
        :eggs="group.eggs"
        :units="store.hatchery.units"
        :refused="plan.problem"
        @change="plan.changeEgg"
      />
    </div>
    <HatchByAge
      v-if="plan.groups.some((group) => group.oldestStorageDays !== null)"
      class="mt-4"
      :groups="plan.groups"
    />
  </section>
</template>
