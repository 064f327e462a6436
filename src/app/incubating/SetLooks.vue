<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { isDoneWith } from '../../domain/own-grade.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import GradeSign from '../shared/ui/GradeSign.vue'
import { dayWords, GRADE_WORDS, nameOfEgg, percentWords } from '../shared/wording.ts'
import { t } from './words.ts'

/** The log of looks, newest first. */
const props = defineProps<{
  set: EggSet
  rows: ReadonlyArray<{ egg: Egg; look: LookRecord }>
  title: string
}>()
const store = useHatcheryStore()
const zone = computed(() => store.hatchery.zone)
const MOST_ROWS = 200
const placeOf = (egg: Egg): string => nameOfEgg(props.set.trays, egg)
const cellWords = (look: LookRecord): string => {
  const cell = figuresOfLook(look).airCell
  return cell ? percentWords(cell.depth.value) : t('looks.notSeen')
}
</script>

<template>
  <div class="card overflow-x-auto">
    <table class="w-full text-left" data-testid="looks">
      <caption class="p-3 text-left text-lg font-semibold">
        {{ title }}
      </caption>
      <thead class="border-b border-line text-sm text-ink-soft">
        <tr>
          <th class="p-2 pl-3 font-medium">{{ t('looks.place') }}</th>
          <th class="p-2 font-medium">{{ t('looks.day') }}</th>
          <th class="p-2 font-medium">{{ t('looks.suggested') }}</th>
          <th class="p-2 font-medium">{{ t('looks.youSaid') }}</th>
          <th class="p-2 text-right font-medium">{{ t('looks.airCell') }}</th>
          <th class="p-2 text-right font-medium">{{ t('looks.shadow') }}</th>
          <th class="p-2 pr-3 text-right font-medium">{{ t('looks.vessels') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ egg, look } in rows.slice(0, MOST_ROWS)"
          :key="look.id"
          class="border-b border-line last:border-0"
        >
          <td class="p-2 pl-3 font-semibold">
            <RouterLink
              :to="{ name: 'egg', params: { setId: set.id, eggId: egg.id } }"
              class="underline-offset-4 hover:underline"
              >{{ placeOf(egg) }}</RouterLink
            ><span v-if="egg.removed" class="ml-2 text-sm font-normal text-ink-soft">{{
              t('looks.removed')
            }}</span
            ><span v-if="look.reading.crack.score > 0.5" class="ml-2 text-sm font-normal text-ember">{{
              t('looks.crack')
            }}</span>
          </td>
          <td class="p-2">{{ dayWords(set, zone, Date.parse(look.takenAt)) }}</td>
          <td class="p-2">
            <GradeSign :grade="look.verdict.grade" class="mr-1 h-5 w-5" aria-hidden="true" />
            {{ GRADE_WORDS[look.verdict.grade] }}
          </td>
          <td class="p-2">
            {{
              look.own
                ? look.own.grade === look.verdict.grade
                  ? t('looks.same')
                  : GRADE_WORDS[look.own.grade]
                : isDoneWith(look)
                  ? t('looks.leftIn')
                  : t('looks.undecided')
            }}
          </td>
          <td class="p-2 text-right">{{ cellWords(look) }}</td>
          <td class="p-2 text-right">{{ percentWords(figuresOfLook(look).shadow.value) }}</td>
          <td class="p-2 pr-3 text-right">{{ percentWords(look.reading.vessels.coverage.value) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length === 0" class="p-4 text-ink-soft">{{ t('looks.none') }}</p>
    <p v-if="rows.length > MOST_ROWS" class="p-3 text-ink-soft">
      {{ t('looks.newest', { shown: MOST_ROWS, looks: rows.length }) }}
    </p>
  </div>
</template>
