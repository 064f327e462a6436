<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { eggsOfBook } from '../../domain/eggs-of-book.ts'
import { findInBook, type Found } from '../../domain/find-in-book.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import KitDialog from '../shared/kit/KitDialog.vue'
import { t } from './words.ts'

/** One field for all that can be gone to: by a few letters, or by the code of a label. */
const props = defineProps<{ pages: ReadonlyArray<readonly [path: string, name: string]> }>()
const emit = defineEmits<{ close: [] }>()
const store = useHatcheryStore()
const router = useRouter()
const words = ref('')
// Eggs of sets that were not opened yet come in as one types.
const problem = ref('')
onMounted(async () => {
  await store.openAll().catch((error: unknown) => {
    problem.value = t('find.notAll', { why: (error as Error).message })
  })
})
const eggs = computed(() => eggsOfBook(store.sets, store.allEggsBySet, store.looksByEgg))
const found = computed(() =>
  findInBook(words.value, { pages: props.pages, sets: store.sets, eggs: eggs.value }),
)
function go(one: Found): void {
  emit('close')
  if (one.kind === 'page') void router.push(one.path)
  else if (one.kind === 'egg') void router.push({ name: 'egg', params: { setId: one.set.id, eggId: one.id } })
  else void router.push({ name: 'set', params: { setId: one.set.id } })
}
</script>

<template>
  <KitDialog high hide-title :title="t('find.title')" @close="emit('close')">
    <Combobox :model-value="null" @update:model-value="go">
      <ComboboxInput
        class="field w-full text-lg"
        autocomplete="off"
        :aria-label="t('find.title')"
        :placeholder="t('find.hint')"
        @change="words = $event.target.value"
      />
      <ComboboxOptions static class="mt-2" data-testid="found-anything">
        <ComboboxOption
          v-for="one in found"
          :key="`${one.kind} ${one.id}`"
          v-slot="{ active }"
          :value="one"
          as="template"
          ><li
            class="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-lg px-3 py-1"
            :class="{ 'bg-lamp-soft text-lamp': active }"
          >
            <span class="min-w-0 truncate">{{ one.name }}</span
            ><span class="text-sm text-ink-soft">{{ t(`find.${one.kind}`) }}</span>
          </li></ComboboxOption
        >
        <li v-if="found.length === 0" class="px-3 py-2 text-ink-soft">{{ t('find.none') }}</li>
      </ComboboxOptions>
    </Combobox>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
  </KitDialog>
</template>
