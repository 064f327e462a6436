<script setup lang="ts">
import { t } from '../words.ts'
import KitButton from './KitButton.vue'
import KitDialog from './KitDialog.vue'

/** Asks once more before something that changes much. */
withDefaults(
  defineProps<{
    open: boolean
    title: string
    confirm: string
    grave?: boolean
    /** What is still wanted before it can be confirmed, as a sentence. */
    waitsFor?: string
  }>(),
  { grave: false, waitsFor: '' },
)
const emit = defineEmits<{ confirm: []; close: [] }>()
</script>

<template>
  <KitDialog :open="open" :title="title" @close="emit('close')">
    <slot />
    <p v-if="waitsFor" class="mt-4 text-right text-ink-soft" role="status">{{ waitsFor }}</p>
    <div class="mt-6 flex flex-wrap justify-end gap-3">
      <KitButton @click="emit('close')">{{ t('common.notNow') }}</KitButton>
      <KitButton :disabled="waitsFor !== ''" :kind="grave ? 'harmful' : 'next'" @click="emit('confirm')">
        {{ confirm }}
      </KitButton>
    </div>
  </KitDialog>
</template>
