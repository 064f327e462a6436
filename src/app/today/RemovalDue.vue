<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { nameOfEgg } from '../shared/wording.ts'
import { WORDS } from './words.ts'

/** Eggs that a candler decided to take out, and that are still in. */
defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
</script>

<template>
  <li
    class="card grid items-center gap-x-5 gap-y-2 border-lamp p-4 md:grid-cols-[minmax(0,1fr)_auto]"
    data-testid="removal-due"
  >
    <div>
      <p class="text-xl">
        <span class="font-bold">{{ WORDS.stillToRemove }}</span>,
        <RouterLink
          :to="{ name: 'set', params: { setId: set.id } }"
          class="underline decoration-line underline-offset-4 hover:decoration-lamp"
          >{{ set.name }}</RouterLink
        >
      </p>
      <p class="text-ink-soft">
        {{ WORDS.fromSetEggs(eggs.map((egg) => nameOfEgg(set.trays, egg)).join(', ')) }}
      </p>
    </div>
    <RouterLink :to="{ name: 'removal', params: { setId: set.id } }" class="press min-h-14">{{
      WORDS.openTheList
    }}</RouterLink>
  </li>
</template>
