<script setup lang="ts">
import { Sparkle } from '@lucide/vue'
import { useOfflineStore } from './offline.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

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
      <KitButton size="desk" @click="reload">{{ t('newer.reload') }}</KitButton>
    </template>
    <template v-else>
      <span>{{ offline.isTaking ? t('newer.updating') : t('newer.ready') }}</span>
      <KitButton size="desk" :disabled="offline.isTaking" @click="offline.take()">
        {{ t('newer.update') }}
      </KitButton>
      <span v-if="offline.refusal" class="text-ember">{{ offline.refusal }}</span>
    </template>
  </div>
</template>
