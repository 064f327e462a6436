<script setup lang="ts">
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { dayWords, GRADE_WORDS } from '../shared/wording.ts'
import { t } from './words.ts'

/** An egg without a look of today: what it was before. */
defineProps<{ egg: Egg; set: EggSet; earlier: readonly LookRecord[]; zone: string }>()
</script>

<template>
  <div class="flex flex-col gap-3 text-lg text-ink-soft">
    <p v-if="egg.removed">{{ t('unseen.removed', { grade: GRADE_WORDS[egg.removed.grade] }) }}</p>
    <p v-else>{{ t('unseen.none') }}</p>
    <div v-if="earlier.length > 0">
      <p class="mb-1 text-ink">{{ t('unseen.earlier') }}</p>
      <ul class="flex flex-col gap-1">
        <li v-for="item in earlier" :key="item.id">
          {{ dayWords(set, zone, Date.parse(item.takenAt)) }}:
          {{ GRADE_WORDS[item.own?.grade ?? item.verdict.grade] }}
        </li>
      </ul>
    </div>
    <p class="text-base">{{ t('unseen.caution') }}</p>
  </div>
</template>
