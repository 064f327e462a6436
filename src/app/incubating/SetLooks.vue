<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { isDoneWith, suggestionOf } from '../../domain/own-grade.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import DataTable from '../shared/kit/DataTable.vue'
import GradeSign from '../shared/ui/GradeSign.vue'
import { dayWords, GRADE_WORDS, nameOfEgg, percentWords, toldCellWords } from '../shared/wording.ts'
import { t } from './words.ts'

/** The log of looks, newest first. */
const props = defineProps<{
  set: EggSet
  rows: ReadonlyArray<{ egg: Egg; look: LookRecord }>
  title: string
}>()
const store = useHatcheryStore()
const zone = computed(() => store.hatchery.zone)
const placeOf = (egg: Egg): string => nameOfEgg(props.set.trays, egg)
const cellWords = (look: LookRecord): string => {
  if (!isPictured(look)) return toldCellWords(look.airCell) || t('looks.notSeen')
  const cell = figuresOfLook(look).airCell
  return cell ? percentWords(cell.depth.value) : t('looks.notSeen')
}
interface Row {
  egg: Egg
  look: LookRecord
}
const ownWords = ({ look }: Row): string => {
  if (!look.own) return isDoneWith(look) ? t('looks.leftIn') : t('looks.undecided')
  return look.own.grade === suggestionOf(look)?.grade ? t('looks.same') : GRADE_WORDS[look.own.grade]
}
const figures = (look: LookRecord) => (isPictured(look) ? figuresOfLook(look) : null)
const suggestedWords = (look: LookRecord): string => {
  const suggested = suggestionOf(look)
  return suggested ? GRADE_WORDS[suggested.grade] : t('looks.byEye')
}
const columns = [
  { id: 'place', name: t('looks.place'), value: ({ egg }: Row) => placeOf(egg) },
  { id: 'day', name: t('looks.day'), value: ({ look }: Row) => look.takenAt },
  { id: 'suggested', name: t('looks.suggested'), value: ({ look }: Row) => suggestedWords(look) },
  { id: 'own', name: t('looks.youSaid'), said: true, value: ownWords },
  {
    id: 'cell',
    name: t('looks.airCell'),
    figure: true,
    said: true,
    value: ({ look }: Row) => figures(look)?.airCell?.depth.value ?? '',
  },
  {
    id: 'shadow',
    name: t('looks.shadow'),
    figure: true,
    said: true,
    value: ({ look }: Row) => figures(look)?.shadow.value ?? '',
  },
  {
    id: 'vessels',
    name: t('looks.vessels'),
    figure: true,
    said: true,
    value: ({ look }: Row) => (isPictured(look) ? look.reading.vessels.coverage.value : ''),
  },
]
</script>

<template>
  <section class="card p-3" data-testid="looks">
    <h2 class="text-lg font-semibold">{{ title }}</h2>
    <p v-if="rows.length === 0" class="p-1 text-ink-soft">{{ t('looks.none') }}</p>
    <DataTable
      v-else
      :label="title"
      :rows="rows"
      :columns="columns"
      :row-id="({ look }) => look.id"
      :csv="`${set.name}.csv`"
    >
      <template #place="{ row: { egg, look } }">
        <RouterLink
          :to="{ name: 'egg', params: { setId: set.id, eggId: egg.id } }"
          class="inline-flex min-h-9 items-center font-semibold underline-offset-4 hover:underline"
          >{{ placeOf(egg) }}</RouterLink
        ><span v-if="egg.removed" class="ml-2 text-sm text-ink-soft">{{ t('looks.removed') }}</span
        ><span v-if="isPictured(look) && look.reading.crack.score > 0.5" class="ml-2 text-sm text-ember">{{
          t('looks.crack')
        }}</span>
      </template>
      <template #day="{ row: { look } }">{{ dayWords(set, zone, Date.parse(look.takenAt)) }}</template>
      <template #suggested="{ row: { look } }">
        <GradeSign
          v-if="isPictured(look)"
          :grade="look.verdict.grade"
          class="mr-1 h-5 w-5"
          aria-hidden="true"
        />
        {{ suggestedWords(look) }}
      </template>
      <template #cell="{ row: { look } }">{{ cellWords(look) }}</template>
      <template #shadow="{ row: { look } }">{{
        isPictured(look) ? percentWords(figuresOfLook(look).shadow.value) : ''
      }}</template>
      <template #vessels="{ row: { look } }">{{
        isPictured(look) ? percentWords(look.reading.vessels.coverage.value) : ''
      }}</template>
    </DataTable>
  </section>
</template>
