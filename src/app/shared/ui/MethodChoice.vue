<script setup lang="ts" generic="T extends string">
import { computed } from 'vue'
import type { MethodWords } from '../../../words/methods.ts'
import FewChoice from '../kit/FewChoice.vue'

/** Methods by name, each with its reason; one is chosen. */
const props = defineProps<{ legend: string; choices: Readonly<Record<T, MethodWords>>; value: T }>()
const emit = defineEmits<{ choose: [value: T] }>()
const options = computed(() =>
  Object.entries<MethodWords>(props.choices).map(([value, { label, reason }]) => ({
    value: value as T,
    name: label,
    what: reason,
  })),
)
</script>

<template>
  <FewChoice :label="legend" :options="options" :model-value="value" @change="emit('choose', $event)" />
</template>
