<script setup lang="ts">
import { Sparkle } from '@lucide/vue'
import { useOfflineStore } from './offline.ts'
import { t } from './words.ts'

/** A newer program is there: offered where one has a free hand, never at the bench. */
const offline = useOfflineStore()
const reload = (): void => location.reload()
</script>

<template>
  <div
    class="screen-only flex flex-wrap items-center gap-4 border-b border-line px-4 py-2"
    role="status"
    data-testid="newer-program"
  >
    <Sparkle class="h-5 w-5" aria-hidden="true" />
    <template v-if="offline.overtaken">
      <span>{{ t('newer.otherTabUpdated') }}</span>
      <button type="button" class="press min-h-10 py-1" @click="reload">{{ t('newer.reload') }}</button>
    </template>
    <template v-else>
      <span>{{ offline.isTaking ? t('newer.updating') : t('newer.ready') }}</span>
      <button type="button" class="press min-h-10 py-1" :disabled="offline.isTaking" @click="offline.take()">
        {{ t('newer.update') }}
      </button>
      <span v-if="offline.refusal" class="text-ember">{{ offline.refusal }}</span>
    </template>
  </div>
</template>
