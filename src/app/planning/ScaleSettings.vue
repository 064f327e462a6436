<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { fromShown, sayQuantity, toShown, unitSymbol } from '../../core/units.ts'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'
import NumberField from '../shared/kit/NumberField.vue'

/** By what pixels become millimetres. */
const props = defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

function changeCollar(shown: number | null): void {
  const { scale, units } = props.hatchery
  const collarMm = shown === null ? null : fromShown(units, 'length', shown)
  emit('change', { scale: { ...scale, collarMm } })
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('scale.title') }}</h2>
    <NumberField
      :label="t('scale.collar', { unit: unitSymbol(hatchery.units, 'length') })"
      class="w-64"
      data-testid="collar"
      positive
      :model-value="
        hatchery.scale.collarMm === null ? null : toShown(hatchery.units, 'length', hatchery.scale.collarMm)
      "
      @change="changeCollar"
      @emptied="changeCollar(null)"
    />
    <p v-if="hatchery.scale.camera">
      {{
        t('scale.camera', {
          width: sayQuantity(hatchery.units, 'length', hatchery.scale.camera.mmAcross),
          day: sayDate(localDateOf(Date.parse(hatchery.scale.camera.at), hatchery.zone)),
        })
      }}
      <PressArea
        class="ml-2 underline"
        @click="emit('change', { scale: { ...hatchery.scale, camera: null } })"
      >
        {{ t('scale.reset') }}
      </PressArea>
    </p>
    <p class="text-ink-soft">
      {{ t('scale.why') }}
    </p>
  </section>
</template>
