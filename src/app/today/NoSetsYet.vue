<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { turnTo, whichBook } from '../data/which-book.ts'

/** The first page of an empty book: the ways to begin. */
const isMadeUp = whichBook() === 'made-up'
</script>

<template>
  <div class="card max-w-2xl p-6 text-lg">
    <p v-if="isMadeUp">The demo hatchery is empty: it was erased or replaced.</p>
    <p v-else>
      No eggs are set yet. Plan a set from the eggs in your basket, import records from another device under
      <RouterLink to="/records" class="underline">Records</RouterLink>, or explore the demo hatchery first. It
      is kept apart from your records.
    </p>
    <p class="mt-4 flex flex-wrap gap-3">
      <template v-if="!isMadeUp">
        <RouterLink to="/look" class="press press-lamp min-h-14">Look at one egg</RouterLink>
      </template>
      <RouterLink to="/plan" class="press min-h-14">Plan a set</RouterLink>
      <button type="button" class="press min-h-14" @click="turnTo('made-up')">Open the demo hatchery</button>
    </p>
  </div>
</template>
