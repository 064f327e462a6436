<script setup lang="ts">
import { ref } from 'vue'
import { FolderOpen } from '@lucide/vue'
import type { PhotoOrder } from '../../core/tray/assign-photos.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

export type SourceKind = 'network' | 'device' | 'files'

/** Where pictures come from, and the file chooser. */
const props = defineProps<{ source: SourceKind; networkName: string | null; disabled: boolean }>()
const emit = defineEmits<{ choose: [source: SourceKind]; files: [files: File[], order: PhotoOrder] }>()

const order = ref<PhotoOrder>('name')
const input = ref<HTMLInputElement | null>(null)

function send(event: Event): void {
  const element = event.target as HTMLInputElement
  emit('files', [...(element.files ?? [])], order.value)
  element.value = ''
}
function open(): void {
  input.value?.click()
}
defineExpose({ open, order })
</script>

<template>
  <fieldset class="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1 sm:gap-x-5" :disabled="props.disabled">
    <legend class="sr-only">{{ t('source.title') }}</legend>
    <!-- On a phone one line for all. -->
    <select
      class="min-h-10 max-w-full rounded border border-line bg-panel p-1 text-ink sm:hidden"
      :aria-label="t('source.title')"
      :value="source"
      @change="emit('choose', ($event.target as HTMLSelectElement).value as SourceKind)"
    >
      <option v-if="networkName" value="network">{{ networkName }}</option>
      <option value="device">{{ t('source.device') }}</option>
      <option value="files">{{ t('source.files') }}</option>
    </select>
    <label v-if="networkName" class="hidden min-h-10 items-center gap-2 sm:flex"
      ><input
        type="radio"
        name="source"
        :checked="source === 'network'"
        class="accent-lamp"
        @change="emit('choose', 'network')"
      />
      {{ networkName }}</label
    >
    <label class="hidden min-h-10 items-center gap-2 sm:flex"
      ><input
        type="radio"
        name="source"
        :checked="source === 'device'"
        class="accent-lamp"
        @change="emit('choose', 'device')"
      />
      {{ t('source.device') }}</label
    >
    <label class="hidden min-h-10 items-center gap-2 sm:flex"
      ><input
        type="radio"
        name="source"
        :checked="source === 'files'"
        class="accent-lamp"
        @change="emit('choose', 'files')"
      />
      {{ t('source.files') }}</label
    >
    <template v-if="source === 'files'">
      <KitButton :icon="FolderOpen" size="desk" @click="open">
        {{ t('source.choose') }}
      </KitButton>
      <label class="hidden items-center gap-2 text-sm text-ink-soft sm:flex">
        {{ ' ' }}{{ t('source.matchedBy') }}
        <select v-model="order" class="rounded border border-line bg-panel p-1 text-ink">
          <option value="name">{{ t('source.byName') }}</option>
          <option value="capture-time">{{ t('source.byTime') }}</option>
        </select>
      </label>
    </template>
    <input
      ref="input"
      type="file"
      accept="image/*"
      multiple
      class="sr-only"
      tabindex="-1"
      :aria-label="t('source.photographs')"
      data-testid="file-input"
      @change="send"
    />
  </fieldset>
</template>
