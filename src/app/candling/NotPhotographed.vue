<script setup lang="ts">
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { dayWords, GRADE_WORDS, removedWords } from '../shared/wording.ts'
import { t } from './words.ts'
import { standingGrade } from '../../domain/own-grade.ts'

/** An egg without a look of today: what it was before. */
defineProps<{
  egg: Egg
  set: EggSet
  earlier: readonly LookRecord[]
  zone: string
  /** None is to be taken, and the earlier looks are shown elsewhere. */
  byEye?: boolean
}>()
</script>

<template>
  <div class="flex flex-col gap-3 text-lg text-ink-soft">
    <p v-if="egg.removed">{{ t('unseen.removed', { grade: removedWords(egg.removed) }) }}</p>
    <p v-else-if="!byEye">{{ t('unseen.none') }}</p>
    <div v-if="earlier.length > 0 && !byEye">
      <p class="mb-1 text-ink">{{ t('unseen.earlier') }}</p>
      <ul class="flex flex-col gap-1">
        <li v-for="item in earlier" :key="item.id">
          {{ dayWords(set, zone, Date.parse(item.takenAt)) }}:
          {{ GRADE_WORDS[standingGrade(item)] }}
        </li>
      </ul>
    </div>
    <p class="text-base">{{ t('unseen.caution') }}</p>
  </div>
</template>
