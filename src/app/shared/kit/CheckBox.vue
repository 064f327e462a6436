<script setup lang="ts" generic="T">
/** Something that is so or not; of several, the list of those that are. */
defineProps<{
  /** What stands in the list when it is checked, where the model is a list. */
  value?: T
  /** For screen readers, where the words stand elsewhere. */
  label?: string
}>()
const model = defineModel<boolean | T[]>()
defineOptions({ inheritAttrs: false })
</script>

<template>
  <label class="flex min-h-11 items-center gap-2" :class="$attrs['class']"
    ><input
      v-bind="{ ...$attrs, class: undefined }"
      v-model="model"
      type="checkbox"
      class="h-5 w-5 shrink-0 accent-lamp"
      :value="value"
      :aria-label="label" /><span v-if="$slots['default']" class="min-w-0"><slot /></span
  ></label>
</template>
