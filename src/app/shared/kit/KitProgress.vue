<script setup lang="ts">
import KitButton from './KitButton.vue'

/** How far something long has come, in words beside the bar; it can be stopped where that is said. */
withDefaults(
  defineProps<{
    done: number
    total?: number
    /** What the button that ends it is called. */
    stop?: string
  }>(),
  { total: 1, stop: '' },
)
const emit = defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="flex flex-wrap items-center gap-3" role="status">
    <progress class="h-2 w-60 max-w-full grow" :max="total" :value="done" />
    <span><slot /></span>
    <KitButton v-if="stop" size="desk" @click="emit('stop')">{{ stop }}</KitButton>
  </div>
</template>
