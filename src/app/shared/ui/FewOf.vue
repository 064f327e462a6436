<script setup lang="ts" generic="T">
import { computed, ref } from 'vue'
import { t } from '../words.ts'
import KitButton from '../kit/KitButton.vue'

/** The first so many of a list, and more when asked: no list makes a page too long to be used. */
const props = defineProps<{ items: readonly T[]; most: number; what: string }>()
const asked = ref(1)
const shown = computed(() => props.items.slice(0, asked.value * props.most))
const left = computed(() => props.items.length - shown.value.length)
</script>

<template>
  <slot :shown="shown" />
  <KitButton v-if="left > 0" size="desk" class="mt-3" @click="asked++">
    {{ t('common.moreOf', { more: Math.min(left, most), left, what }) }}
  </KitButton>
</template>
