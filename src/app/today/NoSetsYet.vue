<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { turnTo, whichBook } from '../data/which-book.ts'
import { WORDS } from './words.ts'

/** The first page of an empty book: the ways to begin. */
const isMadeUp = whichBook() === 'made-up'
</script>

<template>
  <div class="card max-w-2xl p-6 text-lg">
    <p v-if="isMadeUp">{{ WORDS.theDemoHatcheryIsEmpty }}</p>
    <p v-else>
      {{ WORDS.noEggsAreSetYet }}
      <RouterLink to="/records" class="underline">{{ WORDS.records }}</RouterLink
      >{{ WORDS.orExploreTheDemoHatchery }}
    </p>
    <p class="mt-4 flex flex-wrap gap-3">
      <template v-if="!isMadeUp">
        <RouterLink to="/look" class="press press-lamp min-h-14">{{ WORDS.lookAtOneEgg }}</RouterLink>
      </template>
      <RouterLink to="/plan" class="press min-h-14">{{ WORDS.planASet }}</RouterLink>
      <button type="button" class="press min-h-14" @click="turnTo('made-up')">
        {{ WORDS.openTheDemoHatchery }}
      </button>
    </p>
  </div>
</template>
