<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { turnTo, whichBook } from '../data/which-book.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

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
        <KitButton to="/look" kind="next" size="big">{{ t('empty.look') }}</KitButton>
      </template>
      <KitButton to="/plan" size="big">{{ t('empty.plan') }}</KitButton>
      <KitButton size="big" @click="turnTo('made-up')">
        {{ t('empty.openDemo') }}
      </KitButton>
    </p>
  </div>
</template>
