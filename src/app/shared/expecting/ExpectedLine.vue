<script setup lang="ts">
import { computed } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { DAY_MS } from '../../../core/time/durations.ts'
import { chicksToExpect } from '../../../domain/chicks-to-expect.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useClockStore } from '../clock.ts'
import { t } from './words.ts'

/** How many chicks a set will have, in a line. */
const props = defineProps<{
  set: EggSet
  /** When it is to hatch, epoch milliseconds. */
  hatchAtMs: number
}>()
const store = useHatcheryStore()
const clock = useClockStore()
const toGo = computed(() => Math.ceil((props.hatchAtMs - clock.nowMs) / DAY_MS))
const told = computed(() => chicksToExpect(props.set, store))
</script>

<template>
  <p v-if="toGo > 0" class="text-sm font-semibold" data-testid="days-to-go">
    {{ t('chicks.toGo', { n: toGo }, toGo) }}
  </p>
  <p v-if="told" class="text-sm text-ink-soft" data-testid="expected-line">
    {{
      told.low === told.high
        ? t('chicks.lineExactly', { n: told.low })
        : t('chicks.line', { low: told.low, high: told.high })
    }}
  </p>
</template>
