<script setup lang="ts">
import { computed } from 'vue'
import type { FileOutcome } from './useManyFiles.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import KitProgress from '../shared/kit/KitProgress.vue'
import KitFold from '../shared/kit/KitFold.vue'

/** How far a heap of files is, and afterwards what became of each; what went nowhere stands first. */
const props = defineProps<{ outcomes: readonly FileOutcome[]; running: boolean }>()
const emit = defineEmits<{ stop: []; close: [] }>()

const done = computed(() => props.outcomes.filter(({ state }) => state !== 'waiting').length)
const kept = computed(() => props.outcomes.filter(({ state }) => state === 'kept'))
const others = computed(() => props.outcomes.filter(({ state }) => state !== 'kept' && state !== 'waiting'))
</script>

<template>
  <div
    class="absolute inset-4 z-20 flex flex-col rounded-xl border border-line bg-ground p-4 sm:inset-x-8 sm:top-8"
    :class="running && others.length === 0 ? 'bottom-auto' : ''"
    data-testid="file-outcomes"
  >
    <div role="status">
      <p class="mb-2 text-lg">
        <template v-if="running">{{
          t('files.measuring', {
            number: Math.min(done + 1, outcomes.length),
            files: count(outcomes.length, 'file'),
          })
        }}</template>
        <template v-else>{{
          t('files.kept', {
            kept: kept.length,
            files: count(outcomes.length, 'file'),
            more: others.length > 0 ? t('files.notSaved', { files: count(others.length, 'file') }) : '',
          })
        }}</template>
      </p>
      <KitProgress v-if="running" :done="done" :total="outcomes.length" />
    </div>
    <ul
      v-if="others.length > 0"
      class="min-h-0 grow overflow-y-auto"
      tabindex="0"
      :aria-label="t('files.notSavedTitle')"
    >
      <li v-for="(item, i) in others" :key="i" class="border-t border-line py-1.5">
        <strong class="break-all">{{ item.name }}</strong> <span class="text-ink-soft">{{ item.words }}</span>
      </li>
    </ul>
    <KitFold
      v-if="!running && kept.length > 0"
      class="max-h-40 overflow-y-auto text-ink-soft"
      :title="t('files.saved')"
    >
      <ul>
        <li v-for="(item, i) in kept" :key="i" class="break-all">{{ item.name }}: {{ item.words }}</li>
      </ul>
    </KitFold>
    <div class="pt-3">
      <KitButton v-if="running" @click="emit('stop')"> {{ t('files.stop') }}</KitButton
      ><KitButton v-else @click="emit('close')">
        {{ t('files.close') }} <span class="key">Esc</span>
      </KitButton>
    </div>
  </div>
</template>
