<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { FolderOpen } from '@lucide/vue'
import type { PhotoOrder } from '../../core/tray/assign-photos.ts'
import { t } from './words.ts'
import FilePick from '../shared/kit/FilePick.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import FewChoice from '../shared/kit/FewChoice.vue'

export type SourceKind = 'network' | 'device' | 'files' | 'eye'

/** Where pictures come from, and the file chooser. */
const props = defineProps<{ source: SourceKind; networkName: string | null; disabled: boolean }>()
const emit = defineEmits<{ choose: [source: SourceKind]; files: [files: File[], order: PhotoOrder] }>()

const order = ref<PhotoOrder>('name')
const picker = useTemplateRef('picker')
const kinds = computed(() => [
  ...(props.networkName ? [{ value: 'network' as const, name: props.networkName }] : []),
  { value: 'device' as const, name: t('source.device') },
  { value: 'files' as const, name: t('source.files') },
  { value: 'eye' as const, name: t('source.eye') },
])
defineExpose({ open: () => picker.value?.open(), order })
</script>

<template>
  <fieldset class="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1 sm:gap-x-5" :disabled="props.disabled">
    <legend class="sr-only">{{ t('source.title') }}</legend>
    <!-- On a phone one line for all. -->
    <ListChoice
      :label="t('source.title')"
      hide-label
      :model-value="source"
      @change="emit('choose', $event)"
      :options="kinds"
      class="w-56 max-w-full sm:hidden"
    />
    <FewChoice
      class="hidden sm:block"
      inline
      hide-label
      :label="t('source.title')"
      :options="kinds"
      :model-value="source"
      :disabled="props.disabled"
      @change="emit('choose', $event)"
    />
    <template v-if="source === 'files'">
      <FilePick
        ref="picker"
        multiple
        accept="image/*"
        test-id="file-input"
        :icon="FolderOpen"
        :label="t('source.photographs')"
        @files="emit('files', $event, order)"
      >
        {{ t('source.choose') }}
      </FilePick>
      <ListChoice
        :label="t('source.matchedBy')"
        v-model="order"
        :options="[
          { value: 'name', name: t('source.byName') },
          { value: 'capture-time', name: t('source.byTime') },
        ]"
        class="hidden text-sm text-ink-soft sm:block"
      />
    </template>
  </fieldset>
</template>
