<script setup lang="ts">
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { leavingOf } from '../../domain/leaving.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { useSaving } from '../shared/useSaving.ts'
import { t } from './words.ts'

/** Eggs that somebody noted to leak: they come out first, whatever their grade and whatever the rule. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[]; placeOf: (egg: Egg) => string }>()
const store = useHatcheryStore()
const { problem, saving } = useSaving()

function takeOut(egg: Egg): void {
  const looks = store.looksByEgg.get(egg.id) ?? []
  const removed = leavingOf({ why: 'rotten' }, { set: props.set, looks, at: new Date().toISOString() })
  void saving(() => store.changeEgg('egg leaves', egg.id, (now) => ({ ...now, removed })))
}
function isSound(egg: Egg): void {
  void saving(() => store.changeEgg('crack', egg.id, (now) => ({ ...now, crack: 'none' })))
}
</script>

<template>
  <section class="mt-5" aria-labelledby="leaking-heading" data-testid="leaking">
    <h2 id="leaking-heading" class="text-xl font-bold text-ember">{{ t('leaking.title') }}</h2>
    <p class="mb-2 text-ink-soft">{{ t('leaking.how') }}</p>
    <ul class="flex flex-col gap-3">
      <li v-for="egg in eggs" :key="egg.id" class="card flex flex-wrap items-center gap-4 p-3">
        <span class="grow text-3xl font-bold">{{ placeOf(egg) }}</span>
        <KitButton size="big" @click="isSound(egg)">{{ t('leaking.sound') }}</KitButton>
        <KitButton
          kind="harmful"
          size="big"
          :aria-label="t('leaking.removeOf', { place: placeOf(egg) })"
          @click="takeOut(egg)"
          >{{ t('leaking.remove') }}</KitButton
        >
      </li>
    </ul>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
  </section>
</template>
