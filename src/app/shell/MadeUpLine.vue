<script setup lang="ts">
import { ref } from 'vue'
import { useImportExportStore } from '../data/import-export.ts'
import { turnTo } from '../data/which-book.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'

/** Says on every page that nothing here is real, and leads back. */
const importExport = useImportExportStore()
const erasing = ref(false)
const problem = ref('')
async function erase(): Promise<void> {
  erasing.value = false
  try {
    await importExport.erase()
    turnTo('own')
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <div
    class="screen-only flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-dashed border-line px-4 py-1 text-sm text-ink-soft"
    data-testid="made-up-line"
  >
    <span>{{ t('demo.line') }}</span>
    <PressArea class="min-h-8 underline" @click="turnTo('own')">{{ t('demo.leave') }}</PressArea>
    <PressArea class="min-h-8 underline" @click="erasing = true">{{ t('demo.delete') }}</PressArea>
    <span v-if="problem" class="text-ember" role="alert">{{ problem }}</span>
  </div>
  <ConfirmDialog
    :open="erasing"
    :title="t('demo.deleteAsk')"
    :confirm="t('demo.delete')"
    @confirm="erase"
    @close="erasing = false"
  >
    {{ t('demo.deleteWhat') }}
  </ConfirmDialog>
</template>
