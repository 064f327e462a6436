<script setup lang="ts">
import { computed } from 'vue'
import type { KeptReading, ReadingDoubt } from '../../core/climate/likely-reading.ts'
import { sayQuantity, UNIT_SYSTEMS, type UnitSystem } from '../../core/units.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** A reading that can hardly be meant so: what was meant, before it is kept. */
const props = defineProps<{ doubt: Exclude<ReadingDoubt, { kind: 'impossible' }>; units: UnitSystem }>()
const emit = defineEmits<{ keep: [reading: KeptReading]; close: [] }>()

const other = computed(() => UNIT_SYSTEMS.find((system) => system !== props.units)!)
const warm = (celsius: number | null, units = props.units): string =>
  celsius === null ? '' : sayQuantity(units, 'temperature', celsius)
const says = computed(() => {
  const { doubt } = props
  if (doubt.kind === 'other-unit')
    return t('readings.didYouMean', {
      meant: warm(doubt.meant.celsius, other.value),
      here: warm(doubt.meant.celsius),
    })
  const { celsius, rhPercent } = doubt.asTyped
  return t('readings.hardly', { value: doubt.what === 'temperature' ? warm(celsius) : `${rhPercent} %` })
})
</script>

<template>
  <div class="w-full rounded-lg border border-ember p-3" role="alert" data-testid="reading-doubt">
    <p>{{ says }}</p>
    <div class="mt-2 flex flex-wrap gap-3">
      <KitButton v-if="doubt.kind === 'other-unit'" kind="next" @click="emit('keep', doubt.meant)">
        {{ t('readings.saveAs', { value: warm(doubt.meant.celsius, other) }) }}
      </KitButton>
      <KitButton @click="emit('close')">{{ t('readings.again') }}</KitButton>
      <KitButton v-if="doubt.asTyped" @click="emit('keep', doubt.asTyped)">
        {{ t('readings.saveTyped') }}
      </KitButton>
    </div>
  </div>
</template>
