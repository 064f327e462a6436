<script setup lang="ts">
import { Undo2 } from '@lucide/vue'
import type { Outcome } from '../../contracts/records/egg-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { tellsWhenOpened } from '../../domain/egg-outcomes.ts'
import OutcomeChoice from '../shared/ui/OutcomeChoice.vue'
import { removedWords } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The eggs that were taken out: what they were when they were opened, or back into their place. */
defineProps<{ eggs: readonly Egg[]; placeOf: (egg: Egg) => string }>()
const emit = defineEmits<{ found: [egg: Egg, outcome: Outcome | null]; putBack: [egg: Egg] }>()
</script>

<template>
  <section class="mt-6" aria-labelledby="opened">
    <h2 id="opened" class="text-xl font-bold">{{ t('removal.breakout') }}</h2>
    <p class="mb-3 text-ink-soft">
      {{ t('removal.breakoutHow') }}
    </p>
    <ul class="flex flex-col gap-2" data-testid="openings">
      <li v-for="egg in eggs" :key="egg.id" class="flex flex-wrap items-center gap-3">
        <span class="w-28 font-semibold">{{ placeOf(egg) }}</span
        ><OutcomeChoice
          v-if="egg.removed && tellsWhenOpened(egg.removed)"
          :egg="egg"
          @choose="emit('found', egg, $event)"
        /><span v-else-if="egg.removed" class="text-ink-soft">{{ removedWords(egg.removed) }}</span>
        <KitButton
          v-if="egg.outcome === null"
          size="desk"
          :aria-label="t('removal.putBackOf', { place: placeOf(egg) })"
          @click="emit('putBack', egg)"
        >
          <Undo2 class="h-4 w-4" aria-hidden="true" /> {{ t('removal.putBack') }}
        </KitButton>
      </li>
    </ul>
  </section>
</template>
