<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { LimitSchool } from '../../core/session/limits.ts'
import { numberIn, textIn } from '../shared/field-events.ts'
import SchoolChoice from '../shared/ui/SchoolChoice.vue'

/** How an evening is run, and what is kept of it. */
defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

const LIMIT_CHOICES: Readonly<Record<LimitSchool, { label: string; reason: string }>> = {
  usual: { label: 'Usual', reason: 'An egg 5 minutes, a tray 30, the lid off 2.' },
  brisk: { label: 'Brisk', reason: 'An egg 2 minutes, a tray 15, the lid off 1: cool rooms, small eggs.' },
  own: { label: 'Custom', reason: 'Your own limits.' },
}
const LIMIT_NAMES = [
  ['eggOut', 'Egg'],
  ['trayOut', 'A tray'],
  ['lidOff', 'Lid off'],
] as const
/** Each of them once: the key of the marks steps from one to the next. */
function linesOf(words: string): string[] {
  const lines = words.split('\n').map((line) => line.trim())
  return [...new Set(lines.filter(Boolean))]
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">Candling</h2>
    <SchoolChoice
      legend="How long eggs may be out"
      name="limits"
      :choices="LIMIT_CHOICES"
      :value="hatchery.limits.school"
      @choose="emit('change', { limits: { ...hatchery.limits, school: $event } })"
    />
    <div v-if="hatchery.limits.school === 'own'" class="flex flex-wrap gap-4">
      <label v-for="[key, words] in LIMIT_NAMES" :key="key"
        >{{ words }}, min
        <input
          type="number"
          min="0.2"
          step="0.5"
          class="field ml-1 w-24"
          :value="hatchery.limits.own[key]"
          @change="
            emit('change', {
              limits: { ...hatchery.limits, own: { ...hatchery.limits.own, [key]: numberIn($event) } },
            })
          "
      /></label>
    </div>
    <label class="block"
      >Quick marks at the lamp, one per line
      <textarea
        class="field mt-1 w-full"
        rows="4"
        data-testid="marks"
        :value="hatchery.marks.join('\n')"
        @change="emit('change', { marks: linesOf(textIn($event)) })"
      />
    </label>
    <label
      >Save photographs
      <select
        class="field ml-1"
        data-testid="photo-size"
        :value="hatchery.photoLongSidePx ?? 'original'"
        @change="
          emit('change', { photoLongSidePx: textIn($event) === 'original' ? null : Number(textIn($event)) })
        "
      >
        <option :value="1200">small, 1200 pixels</option>
        <option :value="1600">medium, 1600 pixels</option>
        <option :value="2400">large, 2400 pixels</option>
        <option value="original">original size</option>
      </select>
    </label>
    <p class="text-ink-soft">
      Measuring always uses the original. Only the saved copy is reduced, so that browser storage lasts for
      years.
    </p>
  </section>
</template>
