<script setup lang="ts">
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { AirReading } from '../../core/session/air.ts'
import { SPECIES } from '../../core/species/species.ts'
import { t } from './words.ts'

/** Which egg is at hand, large enough for arm's length, and how far the evening is; the clocks are the slot. */
defineProps<{
  set: EggSet
  /** Null beside the lamp. */
  egg: Egg | null
  place: string
  suspected: boolean
  day: string
  air: AirReading | null
  seen: number
  eggs: number
  pace: string
}>()
</script>

<template>
  <header class="flex flex-wrap items-end justify-between gap-x-8 gap-y-1">
    <div class="flex flex-wrap items-end gap-x-5">
      <h1
        class="leading-none font-bold"
        :class="egg ? 'text-7xl text-ink-soft' : 'text-3xl'"
        data-testid="current-egg"
      >
        {{ egg ? place : set.name }}
      </h1>
      <p class="text-lg leading-snug text-ink-soft">
        <template v-if="egg"
          >{{ t('session.egg', { number: egg.number }) }}<template v-if="egg.mark">, {{ egg.mark }}</template
          ><br /></template
        >{{ SPECIES[set.species].label }}, {{ day }}
      </p>
      <p
        v-if="suspected && egg"
        class="rounded-lg border border-lamp px-3 py-1 text-lg text-lamp"
        data-testid="second-look"
      >
        {{ t('session.secondLook') }}
      </p>
    </div>
    <div class="flex flex-col items-end">
      <slot />
      <p class="text-ink-soft">
        <span v-if="air" data-testid="air"
          >{{ t('session.air', { humidity: air.rhPercent.toFixed(0), celsius: air.celsius.toFixed(1) })
          }}{{ ' ' }} </span
        ><span data-testid="progress">{{ t('session.seen', { seen, eggs }) }}</span>
        {{ pace }}
      </p>
    </div>
  </header>
</template>
