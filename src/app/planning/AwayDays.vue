<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import { localDateOf } from '../../core/time/local-date.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Days on which nobody candles. */
const props = defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<Hatchery>] }>()

function changeAway(index: number, side: 'from' | 'to', date: string): void {
  const away = props.hatchery.away.map((range, i) => {
    if (i !== index) return range
    const next = { ...range, [side]: date }
    return next.from <= next.to ? next : { from: date, to: date }
  })
  emit('change', { away })
}
function addAway(): void {
  const today = localDateOf(Date.now(), props.hatchery.zone)
  emit('change', { away: [...props.hatchery.away, { from: today, to: today }] })
}
const text = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('away.title') }}</h2>
    <p class="text-ink-soft">{{ t('away.lead') }}</p>
    <ul class="flex flex-col gap-2">
      <li v-for="(range, i) in hatchery.away" :key="i" class="flex flex-wrap items-end gap-3">
        <label
          >{{ t('away.from') }}
          <input
            type="date"
            class="field ml-1"
            :value="range.from"
            @change="changeAway(i, 'from', text($event))"
        /></label>
        <label
          >{{ t('common.to') }}
          <input type="date" class="field ml-1" :value="range.to" @change="changeAway(i, 'to', text($event))"
        /></label>
        <KitButton
          :icon="Trash2"
          size="desk"
          :aria-label="t('away.remove', { number: i + 1 })"
          @click="emit('change', { away: hatchery.away.filter((_, k) => k !== i) })"
        >
        </KitButton>
      </li>
    </ul>
    <KitButton :icon="Plus" class="self-start" @click="addAway">
      {{ t('away.add') }}
    </KitButton>
  </section>
</template>
