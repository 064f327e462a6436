<script setup lang="ts">
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { EventKind } from '../../core/planning/incubation/schedule.ts'
import { airWantedOf } from '../../domain/air-wanted.ts'
import { preparationsFor } from '../../words/preparations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

/** What to have ready for an event of a set. */
defineProps<{ kind: EventKind; set: EggSet }>()
const store = useHatcheryStore()
</script>

<template>
  <ul class="list-disc pt-1 pl-6">
    <li v-for="line in preparationsFor(kind, airWantedOf(set, store.hatchery))" :key="line">{{ line }}</li>
  </ul>
</template>
