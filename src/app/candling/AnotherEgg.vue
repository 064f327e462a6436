<script setup lang="ts">
import { computed } from 'vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { strangerInLook } from '../../domain/whose-egg.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { nameOfEgg, oddsWords, percentWords } from '../shared/wording.ts'
import { WORDS } from './words.ts'

/** Said where a look does not fit its egg's earlier looks; nothing where it does. */
const props = defineProps<{ look: LookRecord }>()
const store = useHatcheryStore()
const eggs = computed(() => store.eggsBySet.get(props.look.setId) ?? [])
const looksOf = (id: string) => store.looksByEgg.get(id) ?? []
const stranger = computed(() => strangerInLook(props.look, eggs.value, ({ id }) => looksOf(id)))
const mate = computed(() => eggs.value.find(({ id }) => id === stranger.value?.exchangedWith) ?? null)
const trays = computed(() => store.setById(props.look.setId)?.trays ?? [])
/** Breadth ÷ length: what of a form people see. */
const slim = (look: LookRecord): string => {
  const { breadthPx, lengthPx } = figuresOfLook(look)
  return percentWords(breadthPx / lengthPx)
}
const before = computed(() =>
  looksOf(props.look.eggId).findLast(({ replaced, takenAt }) => !replaced && takenAt < props.look.takenAt),
)
</script>

<template>
  <p v-if="stranger" class="border-l-2 border-ember pl-3" role="status" data-testid="another-egg">
    <strong>{{ WORDS.mayBeAnotherEgg }}</strong>
    {{
      mate
        ? WORDS.formFitsMate(nameOfEgg(trays, mate), oddsWords(Math.exp(stranger.logOdds)))
        : WORDS.formFitsNoEarlierLook(oddsWords(Math.exp(stranger.logOdds)))
    }}
    <template v-if="before && slim(look) !== slim(before)">{{
      WORDS.breadthNowAndBefore(slim(look), slim(before))
    }}</template>
    {{ WORDS.compareTheMarks }}
  </p>
</template>
