<script setup lang="ts">
import { computed } from 'vue'
import { figuresOf, NEW_CELL, newCollar, newShadow, type HandLines } from '../../core/measure/by-hand.ts'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import { unitSymbol, toShown, fromShown } from '../../core/units.ts'
import { percentWords } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import NumberField from '../shared/kit/NumberField.vue'

/** What the lines being drawn say, beside what was measured; figures follow live. */
const props = defineProps<{
  look: PicturedLook
  lines: HandLines
  /** As they were measured. */
  measured: HandLines
  hatchery: Hatchery
  busy: boolean
  canCalibrate: boolean
}>()
const emit = defineEmits<{
  change: [lines: HandLines]
  keep: []
  cancel: []
  measured: []
  collar: [mm: number | null]
  calibrate: []
}>()

const figures = computed(() => figuresOf(props.lines))
const rows = computed(() => {
  const { reading } = props.look
  const now = figures.value
  const degrees = (rad: number | undefined): string =>
    rad === undefined ? t('hand.notSeen') : `${((rad * 180) / Math.PI).toFixed(1)}°`
  const percent = (value: number | undefined): string =>
    value === undefined ? t('hand.notSeen') : `${(100 * value).toFixed(1)} %`
  return [
    {
      name: t('hand.cellDepth'),
      by: percent(now.airCell?.depth),
      measured: percent(reading.airCell?.depth.value),
    },
    {
      name: t('hand.cellVolume'),
      by: percent(now.airCell?.volume),
      measured: percent(reading.airCell?.volume.value),
    },
    {
      name: t('hand.cellTilt'),
      by: degrees(now.airCell?.tiltRad),
      measured: degrees(reading.airCell?.tiltRad),
    },
    { name: 'Shadow', by: percentWords(now.shadowArea), measured: percentWords(reading.shadow.area.value) },
    {
      name: t('hand.breadthLength'),
      by: (now.breadthPx / now.lengthPx).toFixed(3),
      measured: (reading.breadthPx / reading.lengthPx).toFixed(3),
    },
  ]
})
</script>

<template>
  <section class="flex flex-col gap-3" aria-labelledby="hand-title">
    <h2 id="hand-title" class="text-2xl font-bold">{{ t('hand.title') }}</h2>
    <p class="text-ink-soft">
      {{ t('hand.howTo') }}
    </p>
    <table class="w-full">
      <thead>
        <tr class="text-left text-sm text-ink-soft">
          <th class="font-normal">{{ t('hand.figure') }}</th>
          <th class="text-right font-normal">{{ t('hand.byHand') }}</th>
          <th class="text-right font-normal">{{ t('hand.measured') }}</th>
        </tr>
      </thead>
      <tbody aria-live="polite">
        <tr v-for="row in rows" :key="row.name" class="border-t border-line">
          <th class="py-1 text-left font-normal">{{ row.name }}</th>
          <td class="text-right text-lg font-semibold" :data-figure="row.name">{{ row.by }}</td>
          <td class="text-right text-ink-soft">{{ row.measured }}</td>
        </tr>
      </tbody>
    </table>
    <div class="flex flex-wrap gap-2">
      <KitButton
        :aria-pressed="lines.cell !== null"
        @click="
          emit('change', {
            ...lines,
            cell: lines.cell ? null : (measured.cell ?? { ...NEW_CELL }),
          })
        "
      >
        {{ lines.cell ? t('hand.noCell') : t('hand.drawCell') }}
      </KitButton>
      <KitButton
        @click="emit('change', { ...lines, shadow: lines.shadow.length > 0 ? [] : newShadow(lines.outline) })"
      >
        {{ lines.shadow.length > 0 ? t('hand.noShadow') : t('hand.drawShadow') }}
      </KitButton>
      <KitButton
        @click="emit('change', { ...lines, collar: lines.collar ? null : newCollar(lines.outline) })"
      >
        {{ lines.collar ? t('hand.noCollar') : t('hand.markCollar') }}
      </KitButton>
    </div>
    <NumberField
      v-if="lines.collar"
      :label="t('hand.collarAcross')"
      :unit="unitSymbol(hatchery.units, 'length')"
      class="w-44"
      positive
      :model-value="
        hatchery.scale.collarMm === null ? null : toShown(hatchery.units, 'length', hatchery.scale.collarMm)
      "
      @change="emit('collar', fromShown(hatchery.units, 'length', $event))"
      @emptied="emit('collar', null)"
    />
    <KitButton v-if="canCalibrate" @click="emit('calibrate')">
      {{ t('hand.calibrate') }}
    </KitButton>
    <div class="flex flex-wrap gap-3">
      <KitButton kind="next" size="big" class="grow" :disabled="busy" @click="emit('keep')">
        {{ t('hand.save') }} <span class="key">Enter</span>
      </KitButton>
      <KitButton size="big" :disabled="busy" @click="emit('measured')">
        {{ t('hand.reset') }}
      </KitButton>
      <KitButton size="big" :disabled="busy" @click="emit('cancel')">
        {{ t('common.cancel') }} <span class="key">Esc</span>
      </KitButton>
    </div>
  </section>
</template>
