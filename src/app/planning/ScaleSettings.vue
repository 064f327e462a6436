<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { fromShown, sayQuantity, toShown, unitSymbol } from '../../core/units.ts'
import { figureIn } from '../shared/field-events.ts'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'

/** By what pixels become millimetres. */
const props = defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

function changeCollar(event: Event): void {
  const { scale, units } = props.hatchery
  const value = figureIn(event)
  if (value !== null && !(value > 0)) return
  const collarMm = value === null ? null : fromShown(units, 'length', value)
  emit('change', { scale: { ...scale, collarMm } })
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('scale.title') }}</h2>
    <label
      >{{ t('scale.collar', { unit: unitSymbol(hatchery.units, 'length') }) }}
      <input
        type="text"
        inputmode="decimal"
        class="field ml-1 w-28"
        data-testid="collar"
        :value="
          hatchery.scale.collarMm === null ? '' : toShown(hatchery.units, 'length', hatchery.scale.collarMm)
        "
        @change="changeCollar"
    /></label>
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
