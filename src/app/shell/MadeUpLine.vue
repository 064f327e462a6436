<script setup lang="ts">
import { ref } from 'vue'
import { useImportExportStore } from '../data/import-export.ts'
import { turnTo } from '../data/which-book.ts'
import ConfirmDialog from '../shared/ui/ConfirmDialog.vue'

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
    <span>Demo: nothing here is real.</span>
    <button type="button" class="min-h-8 underline" @click="turnTo('own')">My records</button>
    <button type="button" class="min-h-8 underline" @click="erasing = true">Delete</button>
    <span v-if="problem" class="text-ember" role="alert">{{ problem }}</span>
  </div>
  <ConfirmDialog
    :open="erasing"
    title="Delete the demo hatchery?"
    confirm="Delete"
    @confirm="erase"
    @close="erasing = false"
  >
    Your own records are separate and do not change. You can open the demo hatchery again at any time.
  </ConfirmDialog>
</template>
