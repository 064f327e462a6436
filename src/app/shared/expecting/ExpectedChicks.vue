<script setup lang="ts">
import { computed } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { chicksToExpect } from '../../../domain/chicks-to-expect.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { count } from '../wording.ts'
import { t } from './words.ts'

/** How many chicks a set will have, with its doubt and what it rests on; nothing before anybody has looked. */
const props = defineProps<{ set: EggSet }>()
const store = useHatcheryStore()
const told = computed(() => chicksToExpect(props.set, store))
const range = computed(() => {
  if (!told.value) return ''
  const { low, high } = told.value
  return low === high ? t('chicks.exactly', { n: low }) : t('chicks.range', { low, high })
})
const by = computed(() => {
  if (!told.value) return ''
  const { alive, unread, ownEggs } = told.value
  return t('chicks.by', {
    alive,
    unread: unread > 0 ? t('chicks.unread', { n: unread }) : '',
    rate: ownEggs > 0 ? t('chicks.own', { eggs: count(ownEggs, 'egg') }) : t('chicks.usual'),
  })
})
</script>

<template>
  <section v-if="told" :aria-label="t('chicks.title')" data-testid="expected-chicks">
    <h2 class="text-ink-soft">{{ t('chicks.title') }}</h2>
    <p class="text-3xl font-bold">{{ range }}</p>
    <p class="text-sm text-ink-soft">{{ by }}</p>
  </section>
</template>
