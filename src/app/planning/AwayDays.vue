<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import { localDateOf } from '../../core/time/local-date.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import TextField from '../shared/kit/TextField.vue'

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
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('away.title') }}</h2>
    <p class="text-ink-soft">{{ t('away.lead') }}</p>
    <ul class="flex flex-col gap-2">
      <li v-for="(range, i) in hatchery.away" :key="i" class="flex flex-wrap items-end gap-3">
        <TextField
          :label="t('away.from')"
          type="date"
          :model-value="range.from"
          @change="changeAway(i, 'from', $event)"
        />
        <TextField
          :label="t('common.to')"
          type="date"
          :model-value="range.to"
          @change="changeAway(i, 'to', $event)"
        />
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
