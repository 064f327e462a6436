<script setup lang="ts">
import { computed } from 'vue'
import { isPictured, type LookRecord, type PicturedLook } from '../../contracts/records/look-record.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { strangerInLook } from '../../domain/whose-egg.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { nameOfEgg, oddsWords, percentWords } from '../shared/wording.ts'
import { t } from './words.ts'

/** Said where a look does not fit its egg's earlier looks; nothing where it does. */
const props = defineProps<{ look: LookRecord }>()
const store = useHatcheryStore()
const eggs = computed(() => store.eggsBySet.get(props.look.setId) ?? [])
const looksOf = (id: string) => store.looksByEgg.get(id) ?? []
const stranger = computed(() => strangerInLook(props.look, eggs.value, ({ id }) => looksOf(id)))
const mate = computed(() => eggs.value.find(({ id }) => id === stranger.value?.exchangedWith) ?? null)
const trays = computed(() => store.setById(props.look.setId)?.trays ?? [])
/** Breadth ÷ length: what of a form people see. */
const slim = (look: PicturedLook): string => {
  const { breadthPx, lengthPx } = figuresOfLook(look)
  return percentWords(breadthPx / lengthPx)
}
const before = computed(() =>
  looksOf(props.look.eggId)
    .filter(isPictured)
    .findLast(({ replaced, takenAt }) => !replaced && takenAt < props.look.takenAt),
)
</script>

<template>
  <p v-if="stranger" class="border-l-2 border-ember pl-3" role="status" data-testid="another-egg">
    <strong>{{ t('another.title') }}</strong>
    {{
      mate
        ? t('another.fitsMate', { mate: nameOfEgg(trays, mate), odds: oddsWords(Math.exp(stranger.logOdds)) })
        : t('another.fitsNone', { odds: oddsWords(Math.exp(stranger.logOdds)) })
    }}
    <template v-if="before && isPictured(look) && slim(look) !== slim(before)">{{
      t('another.breadth', { now: slim(look), before: slim(before) })
    }}</template>
    {{ t('another.compare') }}
  </p>
</template>
