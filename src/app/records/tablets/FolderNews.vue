<script setup lang="ts">
import { useDocumentVisibility, useIntervalFn } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { mustAsk } from '../../../domain/meeting/meet.ts'
import { anyoneAtBench } from '../../shared/at-bench.ts'
import { useBackupsStore } from '../backups/backups.ts'
import { useMeetingStore } from './meeting.ts'
import { newsWords } from './news-words.ts'
import { calledOf } from './shared-folder.ts'
import { t } from './words.ts'
import KitButton from '../../shared/kit/KitButton.vue'

/** Looks into the shared folder while somebody is at the desk: one line for each tablet that has something new. */
const route = useRoute()
const backups = useBackupsStore()
const meeting = useMeetingStore()
const visibility = useDocumentVisibility()
const shown = computed(() => (route.name === 'records' ? [] : meeting.news))
const FOLDER_CHECK_MS = 120_000

async function look(): Promise<void> {
  if (visibility.value === 'visible' && !(await anyoneAtBench())) await meeting.look()
}
useIntervalFn(() => void look(), FOLDER_CHECK_MS)
// Whoever comes back to the tablet, and whoever has just written a backup, sees the others' at once.
watch([visibility, () => backups.lastGood], () => void look(), { immediate: true })
</script>

<template>
  <div
    v-for="one in shown"
    :key="one.from.name"
    class="screen-only flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-1"
    role="status"
    data-testid="folder-line"
  >
    <span>{{ t('news.has', { tablet: calledOf(one.from), changes: newsWords(one) }) }}</span>
    <KitButton v-if="mustAsk(one)" to="/records" size="desk">{{ t('news.show') }}</KitButton>
    <KitButton v-else size="desk" :disabled="!meeting.ready" @click="meeting.merge(one)">
      {{ t('news.merge') }}
    </KitButton>
  </div>
</template>
