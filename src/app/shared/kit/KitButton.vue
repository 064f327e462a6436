<script setup lang="ts">
import { computed, type Component } from 'vue'
import { RouterLink, type RouteLocationRaw } from 'vue-router'

/** A button, or a link that looks and is pressed like one. There are four kinds, and no fifth. */
const {
  kind = 'plain',
  size = 'thumb',
  icon,
  to,
} = defineProps<{
  /** The next step (one on a page), an ordinary one, text alone, or one that takes something away. */
  kind?: 'next' | 'plain' | 'quiet' | 'harmful'
  /** For a mouse at the desk, for a thumb, for a thumb that must not miss, for a knuckle in the dark. */
  size?: 'desk' | 'thumb' | 'big' | 'tall'
  icon?: Component | undefined
  /** The page to which it leads. */
  to?: RouteLocationRaw
}>()
const KINDS = { next: 'press press-lamp', plain: 'press', quiet: 'quiet', harmful: 'press press-ember' }
const SIZES = { desk: 'min-h-11 px-3 py-1', thumb: '', big: 'min-h-14', tall: 'min-h-16' }
const classes = computed(() => [KINDS[kind], kind === 'quiet' ? '' : SIZES[size]])
</script>

<template>
  <RouterLink v-if="to !== undefined" :to="to" :class="classes"
    ><component :is="icon" v-if="icon" class="h-5 w-5 shrink-0" aria-hidden="true" /><slot
  /></RouterLink>
  <button v-else type="button" :class="classes">
    <component :is="icon" v-if="icon" class="h-5 w-5 shrink-0" aria-hidden="true" /><slot />
  </button>
</template>
