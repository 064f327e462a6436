<script setup lang="ts">
import { computed } from 'vue'
import { z } from 'zod'
import {
  BEST_STORAGE_DAYS,
  STORAGE_LIMIT_DAYS,
  TOO_OLD_DAYS,
} from '../../core/planning/intake/hatchability.ts'
import type { DraftBatch } from '../../core/planning/plan-draft.ts'
import { SHELLS, SPECIES, SPECIES_NAMES, type Shell, type SpeciesName } from '../../core/species/species.ts'
import { daysBetween, isLikelyDate, type LocalDate } from '../../core/time/local-date.ts'
import { t } from './words.ts'
import { useKitForm } from '../shared/kit/useKitForm.ts'
import KitButton from '../shared/kit/KitButton.vue'
import NumberField from '../shared/kit/NumberField.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import CheckBox from '../shared/kit/CheckBox.vue'

/** Eggs of one source go into the basket together. */
const props = defineProps<{
  today: LocalDate
  /** Written before in this book: proposed, and spelt alike. */
  breeds: readonly string[]
  sources: readonly string[]
}>()
const emit = defineEmits<{ add: [batch: Omit<DraftBatch, 'id'>, count: number] }>()

const OTHER = 'other'
const MOST_EGGS = 2000
const BIRDS = [
  ...SPECIES_NAMES.map((value) => ({ value, name: SPECIES[value].label })),
  { value: OTHER, name: t('batch.anotherBird') },
]
const date = (text: string): LocalDate | null => (isLikelyDate(text) ? text : null)
const wrongCount = t('batch.wrongCount', { most: MOST_EGGS })
const schema = z
  .object({
    count: z.int(wrongCount).min(1, wrongCount).max(MOST_EGGS, wrongCount),
    species: z.enum([...SPECIES_NAMES, OTHER]).exclude([OTHER], t('batch.unknownBird')),
    breed: z.string().trim().max(120),
    shell: z.enum(SHELLS),
    source: z.string().trim().max(120),
    laidFrom: z.string(),
    laidTo: z.string(),
    posted: z.boolean(),
    arrivedOn: z.string(),
    turnedInStorage: z.boolean(),
  })
  .refine(({ laidFrom, laidTo }) => !date(laidFrom) || !date(laidTo) || laidFrom <= laidTo, {
    path: ['laidTo'],
    message: t('batch.daysSwapped'),
  })
const { field, values, submit } = useKitForm({
  schema,
  start: {
    count: 12,
    // Another bird can be chosen, and is answered.
    species: 'chicken' as SpeciesName,
    breed: '',
    shell: 'tinted' as Shell,
    source: '',
    laidFrom: '',
    laidTo: '',
    posted: false,
    arrivedOn: '',
    turnedInStorage: false,
  },
  keptAs: 'perlumen-batch',
  // The next row is most often of the same flock; a parcel is one alone.
  stays: ['species', 'breed', 'shell', 'source'],
  send: ({ count, laidFrom, laidTo, arrivedOn, ...batch }) => {
    const from = date(laidFrom)
    const arrived = batch.posted ? date(arrivedOn) : null
    emit('add', { ...batch, laidFrom: from, laidTo: date(laidTo) ?? from, arrivedOn: arrived }, count)
  },
})
const storage = computed(() => {
  const from = date(values.value.laidFrom)
  if (!from) return ''
  const days = daysBetween(from, props.today)
  if (days < 0) return t('batch.inFuture')
  if (days > TOO_OLD_DAYS) return t('batch.tooOld', { days })
  if (days > STORAGE_LIMIT_DAYS) return t('batch.old', { days, limit: STORAGE_LIMIT_DAYS })
  return days > BEST_STORAGE_DAYS
    ? t('batch.ageing', { days, best: BEST_STORAGE_DAYS })
    : t('batch.fresh', { days })
})
</script>

<template>
  <form
    class="grid grid-cols-2 items-start gap-3 sm:grid-cols-4"
    :aria-label="t('batch.title')"
    novalidate
    @submit.prevent="submit"
  >
    <NumberField v-bind="field('count')" :label="t('batch.eggs')" />
    <ListChoice v-bind="field('species')" :label="t('batch.bird')" :options="BIRDS" />
    <SearchChoice
      own
      v-bind="field('breed')"
      :label="t('batch.breed')"
      :maxlength="120"
      :options="breeds.map((name) => ({ value: name, name }))"
    />
    <ListChoice
      v-bind="field('shell')"
      :label="t('common.shell')"
      :options="SHELLS.map((shell) => ({ value: shell, name: shell }))"
    />
    <TextField v-bind="field('laidFrom')" :label="t('batch.laidFrom')" type="date" :max="today" />
    <TextField v-bind="field('laidTo')" :label="t('batch.laidTo')" type="date" :max="today" />
    <SearchChoice
      own
      v-bind="field('source')"
      :label="t('batch.source')"
      :maxlength="120"
      :placeholder="t('batch.sourceHint')"
      :options="sources.map((name) => ({ value: name, name }))"
      class="col-span-2"
    />
    <div class="col-span-2 flex flex-wrap items-center gap-x-5 gap-y-2 sm:col-span-3">
      <CheckBox v-bind="field('turnedInStorage')">{{ t('batch.turned') }}</CheckBox>
      <CheckBox v-bind="field('posted')">{{ t('batch.posted') }}</CheckBox>
      <TextField v-if="values.posted" v-bind="field('arrivedOn')" :label="t('batch.postedOn')" type="date" />
      <span v-if="storage" class="text-sm text-ink-soft">{{ storage }}</span>
    </div>
    <KitButton type="submit" kind="next" class="col-span-2 sm:col-span-1">{{ t('batch.add') }}</KitButton>
  </form>
</template>
