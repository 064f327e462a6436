<script setup lang="ts">
import { ref } from 'vue'
import { useCustodyStore } from '../data/custody.ts'
import { turnTo } from '../data/which-book.ts'
import ConfirmDialog from '../shared/ui/ConfirmDialog.vue'

/** Says on every page that nothing here is real, and leads back. */
const custody = useCustodyStore()
const erasing = ref(false)
const problem = ref('')
async function erase(): Promise<void> {
  erasing.value = false
  try {
    await custody.erase()
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
    <span>Made up: nothing here is real.</span>
    <button type="button" class="min-h-8 underline" @click="turnTo('own')">My own book</button>
    <button type="button" class="min-h-8 underline" @click="erasing = true">Erase</button>
    <span v-if="problem" class="text-ember" role="alert">{{ problem }}</span>
  </div>
  <ConfirmDialog
    :open="erasing"
    title="Erase the made-up hatchery?"
    confirm="Erase it"
    @confirm="erase"
    @close="erasing = false"
  >
    Your own book is another one and stays as it is. The made-up hatchery can be opened anew at any time.
  </ConfirmDialog>
</template>
