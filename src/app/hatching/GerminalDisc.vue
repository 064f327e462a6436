<script setup lang="ts">
import type { Disc } from '../../core/hatching/germinal-disc.ts'
import FewChoice from '../shared/kit/FewChoice.vue'
import DiscDrawing from '../shared/ui/DiscDrawing.vue'
import { t } from './words.ts'

/** What the white spot on the yolk of a clear egg says: true fertility rests on it. */
const disc = defineModel<Disc | null>({ required: true })
const DRAWN = ['fertile', 'unfertile'] as const
const UNKNOWN = 'unknown'
const WORDS = { fertile: t('disc.fertile'), unfertile: t('disc.unfertile') } as const
</script>

<template>
  <div class="flex flex-col gap-2" data-testid="germinal-disc">
    <div class="flex flex-wrap gap-4">
      <figure v-for="one in DRAWN" :key="one" class="w-40">
        <DiscDrawing :disc="one" class="h-28 w-full" :label="t('disc.drawn', { disc: WORDS[one] })" />
        <figcaption class="text-sm text-ink-soft">{{ WORDS[one] }}</figcaption>
      </figure>
    </div>
    <FewChoice
      :model-value="disc ?? UNKNOWN"
      inline
      :label="t('disc.ask')"
      :options="[
        ...DRAWN.map((value) => ({ value, name: WORDS[value] })),
        { value: UNKNOWN, name: t('disc.cannotTell') },
      ]"
      @change="disc = $event === UNKNOWN ? null : $event"
    />
    <p class="text-sm text-ink-soft">{{ t('disc.how') }}</p>
  </div>
</template>
