<script setup lang="ts">
/** Something seen that can be pressed: an egg, a place, a point in time. It brings its own dress. */
</script>

<template>
  <button type="button"><slot /></button>
</template>
