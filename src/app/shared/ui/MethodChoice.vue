<script setup lang="ts" generic="T extends string">
import type { MethodWords } from '../../../words/methods.ts'

/** Methods by name, each with its reason; one is chosen. */
defineProps<{ legend: string; choices: Readonly<Record<T, MethodWords>>; value: T; name: string }>()
const emit = defineEmits<{ choose: [value: T] }>()
const keys = <K extends string>(choices: Readonly<Record<K, MethodWords>>): K[] => Object.keys(choices) as K[]
</script>

<template>
  <fieldset>
    <legend class="mb-1 font-semibold">{{ legend }}</legend>
    <div class="grid gap-1">
      <label
        v-for="key in keys(choices)"
        :key="key"
        class="flex gap-3 rounded-lg border px-3 py-1.5"
        :class="value === key ? 'border-lamp bg-lamp-soft' : 'border-transparent hover:border-line'"
      >
        <input
          type="radio"
          class="mt-1 accent-lamp"
          :name="name"
          :value="key"
          :checked="value === key"
          @change="emit('choose', key)"
        />
        <span
          ><span class="font-medium">{{ choices[key].label }}.</span>
          <span class="text-ink-soft">{{ choices[key].reason }}</span></span
        >
      </label>
    </div>
  </fieldset>
</template>
