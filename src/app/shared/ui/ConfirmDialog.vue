<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { t } from '../words.ts'
import KitButton from '../kit/KitButton.vue'

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
  <Dialog :open="open" class="fixed inset-0 z-40 flex items-center justify-center p-4" @close="emit('close')">
    <div class="fixed inset-0 bg-black/70" aria-hidden="true" />
    <DialogPanel class="card relative max-h-full w-full max-w-xl overflow-y-auto p-6 text-ink">
      <DialogTitle class="mb-3 text-2xl font-bold">{{ title }}</DialogTitle>
      <slot />
      <p v-if="waitsFor" class="mt-4 text-right text-ink-soft" role="status">{{ waitsFor }}</p>
      <div class="mt-6 flex flex-wrap justify-end gap-3">
        <KitButton @click="emit('close')">{{ t('common.notNow') }}</KitButton>
        <KitButton :disabled="waitsFor !== ''" :kind="grave ? 'harmful' : 'next'" @click="emit('confirm')">
          {{ confirm }}
        </KitButton>
      </div>
    </DialogPanel>
  </Dialog>
</template>
