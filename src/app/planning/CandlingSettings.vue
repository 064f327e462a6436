<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { LimitMethod } from '../../core/session/limits.ts'
import MethodChoice from '../shared/ui/MethodChoice.vue'
import { t } from './words.ts'
import NumberField from '../shared/kit/NumberField.vue'
import LongTextField from '../shared/kit/LongTextField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** How an evening is run, and what is kept of it. */
defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

const LIMIT_CHOICES: Readonly<Record<LimitMethod, { label: string; reason: string }>> = {
  usual: { label: t('candling.usual'), reason: t('candling.usualWhat') },
  brisk: { label: t('candling.brisk'), reason: t('candling.briskWhat') },
  own: { label: t('candling.own'), reason: t('candling.ownWhat') },
}
const LIMIT_NAMES = [
  ['eggOut', t('candling.egg')],
  ['trayOut', 'A tray'],
  ['lidOff', t('candling.lidOff')],
] as const
/** Each of them once: the key of the marks steps from one to the next. */
function linesOf(words: string): string[] {
  const lines = words.split('\n').map((line) => line.trim())
  return [...new Set(lines.filter(Boolean))]
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('candling.title') }}</h2>
    <MethodChoice
      :legend="t('candling.outLimits')"
      :choices="LIMIT_CHOICES"
      :value="hatchery.limits.method"
      @choose="emit('change', { limits: { ...hatchery.limits, method: $event } })"
    />
    <div v-if="hatchery.limits.method === 'own'" class="flex flex-wrap gap-4">
      <NumberField
        required
        v-for="[key, words] in LIMIT_NAMES"
        :key="key"
        :label="t('candling.minutes', { what: words })"
        :least="0.2"
        :model-value="hatchery.limits.own[key]"
        @change="
          emit('change', {
            limits: { ...hatchery.limits, own: { ...hatchery.limits.own, [key]: $event } },
          })
        "
        class="w-24"
      />
    </div>
    <LongTextField
      :label="t('candling.marks')"
      :rows="4"
      :model-value="hatchery.marks.join('\n')"
      @change="emit('change', { marks: linesOf($event) })"
      data-testid="marks"
    />
    <ListChoice
      :label="t('candling.photographs')"
      :model-value="hatchery.photoLongSidePx ?? 'original'"
      @change="emit('change', { photoLongSidePx: $event === 'original' ? null : Number($event) })"
      :options="[
        { value: 1200, name: t('candling.small') },
        { value: 1600, name: t('candling.medium') },
        { value: 2400, name: t('candling.large') },
        { value: 'original', name: t('candling.original') },
      ]"
      data-testid="photo-size"
    />
    <p class="text-ink-soft">
      {{ t('candling.photographsWhy') }}
    </p>
  </section>
</template>
