<script setup lang="ts">
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { Fate } from '../../core/hatching/results.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { eggOutcomes } from '../../domain/egg-outcomes.ts'
import { FATE_WORDS } from './fate-words.ts'
import { t } from './words.ts'

/** Where in the tray what became of each egg: a bad place shows by itself. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
/** In the tray, by how dark it is and by its word: the more was lost, the darker. */
const SHORT: Readonly<Record<Fate, string>> = {
  hatched: 'out',
  'living-removed': 'alive',
  infertile: 'none',
  early: 'early',
  middle: 'middle',
  late: 'late',
  pipped: 'pip',
  'candled-out-clear': 'clear',
  'candled-out-ring': 'ring',
  'candled-out-dead': 'dead',
  rotten: 'rotten',
  handling: 'lost',
  'passed-on': 'away',
  unknown: '?',
}
const DARKNESS: Readonly<Partial<Record<Fate, number>>> = {
  early: 0.35,
  middle: 0.5,
  late: 0.7,
  pipped: 0.85,
  'candled-out-ring': 0.35,
  'candled-out-dead': 0.6,
  'living-removed': 0.85,
  rotten: 0.7,
}
const fate = (egg: Egg): Fate => eggOutcomes(props.set, [egg])[0]!
const inTray = (trayId: string): Egg[] => props.eggs.filter(({ place }) => place?.trayId === trayId)
</script>

<template>
  <div v-for="tray in set.trays" :key="tray.id" class="min-w-0">
    <h3 class="text-sm text-ink-soft">{{ tray.name }}</h3>
    <div
      class="mt-1 grid gap-1"
      :style="{ gridTemplateColumns: `repeat(${tray.columns}, minmax(0, 4rem))` }"
      role="list"
      :aria-label="t('results.outcomesOf', { tray: tray.name })"
    >
      <span
        v-for="egg in inTray(tray.id)"
        :key="egg.id"
        role="listitem"
        class="relative flex h-11 flex-col items-center justify-center overflow-hidden rounded border border-line text-xs leading-tight"
        :style="{ gridRow: egg.place!.row + 1, gridColumn: egg.place!.column + 1 }"
        :aria-label="`${placeLabel(tray, egg.place!)}: ${FATE_WORDS[fate(egg)]}`"
      >
        <span
          class="absolute inset-0 bg-ember"
          :style="{ opacity: (DARKNESS[fate(egg)] ?? 0) * 0.55 }"
          aria-hidden="true"
        />
        <span class="relative font-semibold">{{ placeLabel(tray, egg.place!) }}</span>
        <span class="relative">{{ SHORT[fate(egg)] }}</span>
      </span>
    </div>
  </div>
</template>
