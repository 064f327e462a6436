<script setup lang="ts">
import { computed } from 'vue'
import { codeSquares } from '../code-squares.ts'

/** What a camera reads; beside it always stand words that people read. */
const props = defineProps<{ text: string }>()
/** Squares left free around it, so that it is found. */
const QUIET = 4
const squares = computed(() => codeSquares(props.text))
const path = computed(() => {
  const { side, isDark } = squares.value
  let d = ''
  for (let row = 0; row < side; row++)
    for (let column = 0; column < side; column++)
      if (isDark(row, column)) d += `M${column + QUIET} ${row + QUIET}h1v1h-1z`
  return d
})
const box = computed(() => squares.value.side + 2 * QUIET)
</script>

<template>
  <svg :viewBox="`0 0 ${box} ${box}`" aria-hidden="true" shape-rendering="crispEdges" data-testid="qr">
    <rect :width="box" :height="box" fill="#fff" />
    <path :d="path" fill="#000" />
  </svg>
</template>
