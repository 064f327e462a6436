<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { EggSet } from '../../contracts/records/set-record.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Something at some eggs of a set that no event of its plan asks for, and the way to the page where it is done. */
defineProps<{
  set: EggSet
  title: string
  words: string
  /** The page, and what its link says. */
  page: 'session' | 'removal'
  action: string
  isLit: boolean
}>()
</script>

<template>
  <li
    class="card grid grid-cols-[minmax(0,1fr)] items-center gap-x-5 gap-y-2 p-4 md:grid-cols-[minmax(0,1fr)_auto]"
    :class="{ 'border-lamp': isLit }"
  >
    <div>
      <p class="text-xl">
        <span class="font-bold">{{ title }}</span>,
        <RouterLink
          :to="{ name: 'set', params: { setId: set.id } }"
          class="underline decoration-line underline-offset-4 hover:decoration-lamp"
          >{{ set.name }}</RouterLink
        >
      </p>
      <p class="text-ink-soft">{{ words }}</p>
    </div>
    <KitButton
      :to="{ name: page, params: { setId: set.id } }"
      size="big"
      :kind="isLit && page === 'session' ? 'next' : 'plain'"
      >{{ action }}</KitButton
    >
  </li>
</template>
