<script setup lang="ts">
import { computed } from 'vue'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import { nextPicture } from '../../core/grade/next-picture.ts'
import { sayNextPicture } from '../../words/candling.ts'
import type { Timeline } from '../../domain/timeline.ts'
import { t } from './words.ts'

/** What picture would decide, where this one does not. */
const props = defineProps<{ look: PicturedLook; timeline: Timeline }>()

const sentence = computed(() => {
  const { look, timeline } = props
  const next = nextPicture(look.reading, look.verdict, timeline.stageAt(Date.parse(look.takenAt)))
  return next && sayNextPicture(next, timeline.days.incubationDays)
})
</script>

<template>
  <p v-if="sentence" class="rounded-lg border border-lamp p-2" data-testid="next-picture">
    <strong>{{ t('next.toBeSure') }}</strong> {{ sentence }}
  </p>
</template>
