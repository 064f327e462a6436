<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { storageRoom, type StorageRoom } from '../../data/storage-room.ts'
import { t } from '../words.ts'

/** Says in good time that photographs will soon find no room; silent otherwise. */
const EVERY_MS = 30_000
/** A photograph with its measurements, bytes, generously. */
const LOOK_BYTES = 400_000
const FEW_LOOKS = 300
const room = shallowRef<StorageRoom | null>(null)
useIntervalFn(
  async () => {
    room.value = await storageRoom().catch(() => null)
  },
  EVERY_MS,
  { immediateCallback: true },
)
const looksLeft = computed(() =>
  room.value ? Math.floor(Math.max(0, room.value.quotaBytes - room.value.usedBytes) / LOOK_BYTES) : Infinity,
)
</script>

<template>
  <p
    v-if="looksLeft < FEW_LOOKS"
    class="rounded-lg border border-lamp p-3"
    role="status"
    data-testid="storage-room"
  >
    {{ t('storage.running', { looks: looksLeft }) }}
  </p>
</template>
