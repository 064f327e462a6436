<script setup lang="ts">
import { computed } from 'vue'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { chicksToExpect } from '../../../domain/chicks-to-expect.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { t } from './words.ts'

/** How many chicks a set will have, in a line. */
const props = defineProps<{ set: EggSet }>()
const store = useHatcheryStore()
const told = computed(() => chicksToExpect(props.set, store))
</script>

<template>
  <p v-if="told" class="text-sm text-ink-soft" data-testid="expected-line">
    {{
      told.low === told.high
        ? t('chicks.lineExactly', { n: told.low })
        : t('chicks.line', { low: told.low, high: told.high })
    }}
  </p>
</template>
