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
import NumberField from '../shared/kit/NumberField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import CheckBox from '../shared/kit/CheckBox.vue'

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
    <NumberField :label="t('batch.eggs')" :least="1" :most="2000" v-model="form.count" required />
    <ListChoice
      :label="t('batch.bird')"
      v-model="form.species"
      :options="[
        ...SPECIES_NAMES.map((name) => ({ value: name, name: SPECIES[name].label })),
        { value: OTHER, name: t('batch.anotherBird') },
      ]"
    />
    <TextField :label="t('batch.breed')" v-model="form.breed" maxlength="120" />
    <ListChoice
      :label="t('common.shell')"
      v-model="form.shell"
      :options="SHELLS.map((shell) => ({ value: shell, name: shell }))"
    />
    <TextField :label="t('batch.laidFrom')" type="date" v-model="form.laidFrom" :max="today" />
    <TextField :label="t('batch.laidTo')" type="date" v-model="form.laidTo" :max="today" />
    <TextField
      :label="t('batch.source')"
      v-model="form.source"
      maxlength="120"
      :placeholder="t('batch.sourceHint')"
      class="col-span-2"
    />
    <div class="col-span-2 flex flex-wrap items-center gap-x-5 gap-y-2 sm:col-span-3">
      <CheckBox v-model="form.turnedInStorage">{{ t('batch.turned') }}</CheckBox>
      <CheckBox v-model="form.posted">{{ t('batch.posted') }}</CheckBox>
      <TextField v-if="form.posted" :label="t('batch.postedOn')" type="date" v-model="form.arrivedOn" />
      <span v-if="storage" class="text-sm text-ink-soft">{{ storage }}</span>
    </div>
    <KitButton type="submit" kind="next" class="col-span-2 sm:col-span-1">{{ t('batch.add') }}</KitButton>
    <p v-if="said" class="col-span-full text-ember" role="alert">{{ said }}</p>
  </form>
</template>
