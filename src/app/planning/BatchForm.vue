<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import {
  BEST_STORAGE_DAYS,
  STORAGE_LIMIT_DAYS,
  TOO_OLD_DAYS,
} from '../../core/planning/intake/hatchability.ts'
import type { DraftBatch } from '../../core/planning/plan-draft.ts'
import { SHELLS, SPECIES, SPECIES_NAMES, type Shell, type SpeciesName } from '../../core/species/species.ts'
import { daysBetween, isLikelyDate, type LocalDate } from '../../core/time/local-date.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Eggs of one source go into the basket together. */
const props = defineProps<{ today: LocalDate }>()
const emit = defineEmits<{ add: [batch: Omit<DraftBatch, 'id'>, count: number] }>()

const OTHER = 'other'
const MOST_EGGS = 2000
const form = reactive({
  count: 12,
  species: 'chicken' as SpeciesName | typeof OTHER,
  breed: '',
  shell: 'tinted' as Shell,
  source: '',
  laidFrom: '',
  laidTo: '',
  posted: false,
  arrivedOn: '',
  turnedInStorage: false,
})
const said = ref('')

const date = (text: string): LocalDate | null => (isLikelyDate(text) ? text : null)
const storage = computed(() => {
  const from = date(form.laidFrom)
  if (!from) return ''
  const days = daysBetween(from, props.today)
  if (days < 0) return t('batch.inFuture')
  if (days > TOO_OLD_DAYS) return t('batch.tooOld', { days })
  if (days > STORAGE_LIMIT_DAYS) return t('batch.old', { days, limit: STORAGE_LIMIT_DAYS })
  return days > BEST_STORAGE_DAYS
    ? t('batch.ageing', { days, best: BEST_STORAGE_DAYS })
    : t('batch.fresh', { days })
})

function add(): void {
  const { count, species } = form
  if (species === OTHER) {
    said.value = t('batch.unknownBird')
    return
  }
  if (!Number.isInteger(count) || count < 1 || count > MOST_EGGS) {
    said.value = t('batch.wrongCount', { most: MOST_EGGS })
    return
  }
  const [from, to] = [date(form.laidFrom), date(form.laidTo)]
  if (from && to && to < from) {
    said.value = t('batch.daysSwapped')
    return
  }
  said.value = ''
  emit(
    'add',
    {
      source: form.source.trim(),
      breed: form.breed.trim(),
      species,
      shell: form.shell,
      laidFrom: from,
      laidTo: to ?? from,
      posted: form.posted,
      arrivedOn: form.posted ? date(form.arrivedOn) : null,
      turnedInStorage: form.turnedInStorage,
    },
    count,
  )
  form.breed = ''
  form.source = ''
}
</script>

<template>
  <form
    class="grid grid-cols-2 items-end gap-3 sm:grid-cols-4"
    :aria-label="t('batch.title')"
    @submit.prevent="add"
  >
    <label
      >{{ t('batch.eggs') }}
      <input v-model.number="form.count" type="number" min="1" max="2000" class="field mt-1 w-full" required
    /></label>
    <label
      >{{ t('batch.bird') }}
      <select v-model="form.species" class="field mt-1 w-full">
        <option v-for="name in SPECIES_NAMES" :key="name" :value="name">{{ SPECIES[name].label }}</option>
        <option :value="OTHER">{{ t('batch.anotherBird') }}</option>
      </select>
    </label>
    <label
      >{{ t('batch.breed') }}
      <input v-model="form.breed" type="text" maxlength="120" class="field mt-1 w-full"
    /></label>
    <label
      >{{ t('common.shell') }}
      <select v-model="form.shell" class="field mt-1 w-full">
        <option v-for="shell in SHELLS" :key="shell" :value="shell">{{ shell }}</option>
      </select>
    </label>
    <label
      >{{ t('batch.laidFrom') }}
      <input v-model="form.laidFrom" type="date" :max="today" class="field mt-1 w-full"
    /></label>
    <label
      >{{ t('common.to') }}
      <input
        v-model="form.laidTo"
        type="date"
        :aria-label="t('batch.laidTo')"
        :max="today"
        class="field mt-1 w-full"
    /></label>
    <label class="col-span-2"
      >{{ t('batch.source') }}
      <input
        v-model="form.source"
        type="text"
        maxlength="120"
        class="field mt-1 w-full"
        :placeholder="t('batch.sourceHint')"
    /></label>
    <div class="col-span-2 flex flex-wrap items-center gap-x-5 gap-y-2 sm:col-span-3">
      <label class="flex items-center gap-2"
        ><input v-model="form.turnedInStorage" type="checkbox" class="h-5 w-5 accent-lamp" />
        {{ t('batch.turned') }}</label
      >
      <label class="flex items-center gap-2"
        ><input v-model="form.posted" type="checkbox" class="h-5 w-5 accent-lamp" />
        {{ t('batch.posted') }}</label
      >
      <label v-if="form.posted"
        >{{ t('batch.postedOn') }} <input v-model="form.arrivedOn" type="date" class="field ml-1"
      /></label>
      <span v-if="storage" class="text-sm text-ink-soft">{{ storage }}</span>
    </div>
    <KitButton type="submit" kind="next" class="col-span-2 sm:col-span-1">{{ t('batch.add') }}</KitButton>
    <p v-if="said" class="col-span-full text-ember" role="alert">{{ said }}</p>
  </form>
</template>
