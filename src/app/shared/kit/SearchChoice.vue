<script setup lang="ts">
import { computed, ref, useId, useTemplateRef } from 'vue'
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
} from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'
import { t } from '../words.ts'
import type { Option } from './options.ts'

/**
 * One of a long list, found by a few letters of it: birds, time zones. Where `own` is allowed, what is typed counts as it
 * stands and the list only proposes what was written before: breeds, names of people.
 */
const {
  options,
  own = false,
  error = '',
} = defineProps<{
  label: string
  options: ReadonlyArray<Option<string>>
  /** What stands in no list may be written, too. */
  own?: boolean
  placeholder?: string
  /** Longest text of one's own. */
  maxlength?: number
  hideLabel?: boolean
  error?: string
}>()
const model = defineModel<string>({ required: true })
/** Chosen, or written and left. */
const emit = defineEmits<{ change: [string] }>()
defineOptions({ inheritAttrs: false })
const id = useId()
const opener = useTemplateRef<{ $el: HTMLElement }>('opener')

/** More are not looked through by anybody; another letter makes them fewer. */
const MOST_SHOWN = 50
const query = ref('')
const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{Mn}|[\s_/-]+/gu, '')
    .toLowerCase()
const fitting = computed(() => {
  const wanted = plain(query.value)
  const found = options.filter(({ name }) => plain(name).includes(wanted))
  if (!own || wanted === '') return found.slice(0, MOST_SHOWN)
  // What is typed comes first, so that Enter and Tab never put another’s name in its place; alone it is no choice.
  const others = found.filter(({ name }) => name !== query.value)
  return others.length > 0 ? [{ value: query.value, name: query.value }, ...others].slice(0, MOST_SHOWN) : []
})
const nameOf = (value: unknown): string =>
  options.find((one) => one.value === value)?.name ?? (typeof value === 'string' ? value : '')

let said = model.value
function take(value: string | null): void {
  if (value === null) return
  model.value = value
  query.value = ''
  tell(value)
}
function type(event: Event): void {
  query.value = (event.target as HTMLInputElement).value
  if (own) model.value = query.value
}
function leave(): void {
  query.value = ''
  if (own) tell(model.value)
}
function tell(value: string): void {
  if (said === value) return
  said = value
  emit('change', value)
}
</script>

<template>
  <div class="min-w-0" :class="$attrs['class']" @focusin="said = model" @focusout="leave">
    <Combobox v-slot="{ open }" as="div" class="relative" :model-value="model" @update:model-value="take">
      <ComboboxLabel :for="id" class="block" :class="hideLabel ? 'sr-only' : 'mb-1'">{{
        label
      }}</ComboboxLabel>
      <ComboboxInput
        v-bind="{ ...$attrs, class: undefined }"
        :id="id"
        class="field block w-full"
        :class="{ 'pr-9': !own }"
        autocomplete="off"
        :maxlength="maxlength"
        :placeholder="placeholder"
        :display-value="nameOf"
        :aria-invalid="error !== '' || undefined"
        :aria-describedby="error ? `${id}-below` : undefined"
        @change="type"
        @click="open || own || opener?.$el.click()"
      />
      <ComboboxButton
        v-if="!own"
        ref="opener"
        class="absolute right-0 bottom-0 flex h-11 items-center px-2.5 text-ink-soft"
        :aria-label="t('search.show')"
        tabindex="-1"
        ><ChevronDown class="h-4 w-4" aria-hidden="true"
      /></ComboboxButton>
      <ComboboxOptions
        v-if="fitting.length > 0 || !own"
        :aria-label="t('search.found')"
        class="absolute left-0 z-50 mt-1 max-h-72 w-max max-w-[min(24rem,90vw)] min-w-full overflow-y-auto rounded-lg border border-lamp bg-panel py-1 text-base text-ink shadow-lg"
      >
        <ComboboxOption
          v-for="one in fitting"
          :key="one.value"
          v-slot="{ active }"
          :value="one.value"
          as="template"
          ><li
            class="flex min-h-11 cursor-pointer items-center px-3 py-1"
            :class="{ 'bg-lamp-soft text-lamp': active }"
          >
            {{ one.name }}
          </li></ComboboxOption
        >
        <li v-if="fitting.length === 0" class="px-3 py-2 text-ink-soft">{{ t('search.none') }}</li>
      </ComboboxOptions>
    </Combobox>
    <p v-if="error" :id="`${id}-below`" class="mt-1 text-sm text-ember" role="alert">{{ error }}</p>
  </div>
</template>
