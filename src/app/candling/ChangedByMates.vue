<script setup lang="ts">
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { ACTION_WORDS, GRADE_WORDS, mainReason } from '../shared/wording.ts'
import { t } from './words.ts'

/** What is suggested otherwise now that all mates of a tray are known. The candler's own word stands in any case. */
defineProps<{
  changed: ReadonlyArray<{ egg: Egg; look: PicturedLook; before: PicturedLook['verdict'] }>
  placeOf: (egg: Egg) => string
}>()
</script>

<template>
  <section
    v-if="changed.length > 0"
    class="max-w-3xl rounded-xl border border-lamp p-4 text-left text-lg"
    data-testid="changed-by-mates"
  >
    <h3 class="font-semibold">{{ t('mates.changed') }}</h3>
    <ul class="mt-1 flex flex-col gap-1">
      <li v-for="{ egg, look, before } in changed" :key="egg.id">
        <strong>{{ placeOf(egg) }}</strong
        >{{
          t('mates.fromTo', {
            grade: GRADE_WORDS[look.verdict.grade].toLowerCase(),
            action: ACTION_WORDS[look.verdict.action].toLowerCase(),
            before: GRADE_WORDS[before.grade].toLowerCase(),
          })
        }}
        <template v-if="look.own">{{
          t('mates.youSaid', { grade: GRADE_WORDS[look.own.grade].toLowerCase() })
        }}</template>
        <span class="text-ink-soft">{{ mainReason(look) }}.</span>
      </li>
    </ul>
  </section>
</template>
