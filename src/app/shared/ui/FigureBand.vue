<script setup lang="ts">
import { computed } from 'vue'
import type { Measured } from '../../../core/measure/reading.ts'
import type { Band } from '../../../core/grade/expected.ts'
import { percentWords } from '../wording.ts'
import { t } from '../words.ts'

/** One figure with its uncertainty, on the band where a living egg's should lie, with mates and earlier looks. */
const props = defineProps<{
  name: string
  value: Measured | null
  expected: Band | null
  /** Greatest value of the scale. */
  scaleTo: number
  mates?: readonly number[]
  earlier?: readonly number[]
  missing?: string
}>()

function at(value: number): number {
  return (Math.min(props.scaleTo, Math.max(0, value)) / props.scaleTo) * 100
}

const words = computed(() => {
  if (!props.value) return props.missing ?? t('figure.notMeasured')
  const expected = props.expected
    ? t('figure.alsoExpected', {
        low: percentWords(props.expected.low),
        high: percentWords(props.expected.high),
      })
    : ''
  return `${percentWords(props.value.value)} ± ${percentWords(props.value.sd)}${expected}`
})
</script>

<template>
  <div :aria-label="`${name}: ${words}`" role="group">
    <div class="flex items-baseline justify-between gap-3">
      <span class="text-ink-soft">{{ name }}</span>
      <span v-if="value" class="text-lg font-semibold"
        >{{ percentWords(value.value) }}
        <span class="text-sm font-normal text-ink-soft">± {{ percentWords(value.sd) }}</span></span
      >
      <span v-else class="text-sm text-ink-soft">{{ missing ?? t('figure.notSeen') }}</span>
    </div>
    <svg viewBox="0 0 100 10" preserveAspectRatio="none" class="mt-0.5 h-5 w-full" aria-hidden="true">
      <rect x="0" y="4.5" width="100" height="1" fill="var(--line)" />
      <rect
        v-if="expected"
        :x="at(expected.low)"
        y="1.5"
        :width="Math.max(0.8, at(expected.high) - at(expected.low))"
        height="7"
        fill="var(--lamp)"
        fill-opacity="0.35"
      />
      <rect
        v-for="(mate, i) in mates"
        :key="`m${i}`"
        :x="at(mate) - 0.3"
        y="6.6"
        width="0.6"
        height="3.4"
        fill="var(--ink-soft)"
      />
      <rect
        v-for="(look, i) in earlier"
        :key="`e${i}`"
        :x="at(look) - 0.3"
        y="0"
        width="0.6"
        height="3.4"
        fill="var(--lamp)"
      />
      <template v-if="value">
        <rect
          :x="at(value.value - value.sd)"
          y="4"
          :width="Math.max(0.6, at(value.value + value.sd) - at(value.value - value.sd))"
          height="2"
          fill="var(--ink)"
        />
        <rect :x="at(value.value) - 0.5" y="1" width="1" height="8" fill="var(--ink)" />
      </template>
    </svg>
    <div v-if="expected" class="text-sm text-ink-soft">
      {{ t('figure.expected', { low: percentWords(expected.low), high: percentWords(expected.high) }) }}
    </div>
  </div>
</template>
