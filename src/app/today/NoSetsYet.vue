<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { turnTo, whichBook } from '../data/which-book.ts'
import { t } from './words.ts'

/** The first page of an empty book: the ways to begin. */
const isMadeUp = whichBook() === 'made-up'
</script>

<template>
  <div class="card max-w-2xl p-6 text-lg">
    <p v-if="isMadeUp">{{ t('empty.demoErased') }}</p>
    <p v-else>
      {{ t('empty.lead') }}
      <RouterLink to="/records" class="underline">{{ t('empty.records') }}</RouterLink>{{ t('empty.orDemo') }}
    </p>
    <p class="mt-4 flex flex-wrap gap-3">
      <template v-if="!isMadeUp">
        <RouterLink to="/look" class="press press-lamp min-h-14">{{ t('empty.look') }}</RouterLink>
      </template>
      <RouterLink to="/plan" class="press min-h-14">{{ t('empty.plan') }}</RouterLink>
      <button type="button" class="press min-h-14" @click="turnTo('made-up')">
        {{ t('empty.openDemo') }}
      </button>
    </p>
  </div>
</template>
