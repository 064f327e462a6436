<script setup lang="ts">
import { computed } from 'vue'
import { figuresOf, NEW_CELL, newCollar, newShadow, type HandLines } from '../../core/measure/by-hand.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import { unitSymbol, toShown, fromShown } from '../../core/units.ts'
import { percentWords } from '../shared/wording.ts'

/** What the lines being drawn say, beside what was measured; figures follow live. */
const props = defineProps<{
  look: LookRecord
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
    rad === undefined ? 'not seen' : `${((rad * 180) / Math.PI).toFixed(1)}°`
  const percent = (value: number | undefined): string =>
    value === undefined ? 'not seen' : `${(100 * value).toFixed(1)} %`
  return [
    {
      name: 'Air cell depth',
      by: percent(now.airCell?.depth),
      measured: percent(reading.airCell?.depth.value),
    },
    {
      name: 'Air cell volume',
      by: percent(now.airCell?.volume),
      measured: percent(reading.airCell?.volume.value),
    },
    { name: 'Air cell tilt', by: degrees(now.airCell?.tiltRad), measured: degrees(reading.airCell?.tiltRad) },
    { name: 'Shadow', by: percentWords(now.shadowArea), measured: percentWords(reading.shadow.area.value) },
    {
      name: 'Breadth ÷ length',
      by: (now.breadthPx / now.lengthPx).toFixed(3),
      measured: (reading.breadthPx / reading.lengthPx).toFixed(3),
    },
  ]
})

function typeCollar(event: Event): void {
  const value = Number((event.target as HTMLInputElement).value)
  emit(
    'collar',
    Number.isFinite(value) && value > 0 ? fromShown(props.hatchery.units, 'length', value) : null,
  )
}
</script>

<template>
  <section class="flex flex-col gap-3" aria-labelledby="hand-title">
    <h2 id="hand-title" class="text-2xl font-bold">Lines by hand</h2>
    <p class="text-ink-soft">
      Drag a dot, or select it with Tab and move it with the arrow keys. Shift moves it ten times as far.
    </p>
    <table class="w-full">
      <thead>
        <tr class="text-left text-sm text-ink-soft">
          <th class="font-normal">Figure</th>
          <th class="text-right font-normal">by hand</th>
          <th class="text-right font-normal">measured</th>
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
      <button
        type="button"
        class="press"
        :aria-pressed="lines.cell !== null"
        @click="
          emit('change', {
            ...lines,
            cell: lines.cell ? null : (measured.cell ?? { ...NEW_CELL }),
          })
        "
      >
        {{ lines.cell ? 'Air cell not seen' : 'Draw the air cell' }}
      </button>
      <button
        type="button"
        class="press"
        @click="emit('change', { ...lines, shadow: lines.shadow.length > 0 ? [] : newShadow(lines.outline) })"
      >
        {{ lines.shadow.length > 0 ? 'No shadow' : 'Draw a shadow' }}
      </button>
      <button
        type="button"
        class="press"
        @click="emit('change', { ...lines, collar: lines.collar ? null : newCollar(lines.outline) })"
      >
        {{ lines.collar ? 'No collar' : 'Mark the collar' }}
      </button>
    </div>
    <label v-if="lines.collar" class="flex items-center gap-2"
      >Collar, across
      <input
        type="number"
        min="5"
        step="0.1"
        class="field w-24"
        :value="
          hatchery.scale.collarMm === null ? '' : toShown(hatchery.units, 'length', hatchery.scale.collarMm)
        "
        @change="typeCollar"
      />
      {{ unitSymbol(hatchery.units, 'length') }}
    </label>
    <button v-if="canCalibrate" type="button" class="press" @click="emit('calibrate')">
      Calibrate the camera with this egg
    </button>
    <div class="flex flex-wrap gap-3">
      <button type="button" class="press press-lamp min-h-14 grow" :disabled="busy" @click="emit('keep')">
        Save lines <span class="key">Enter</span>
      </button>
      <button type="button" class="press min-h-14" :disabled="busy" @click="emit('measured')">
        Reset to measured
      </button>
      <button type="button" class="press min-h-14" :disabled="busy" @click="emit('cancel')">
        Cancel <span class="key">Esc</span>
      </button>
    </div>
  </section>
</template>
