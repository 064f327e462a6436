<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { LimitMethod } from '../../core/session/limits.ts'
import { numberIn, textIn } from '../shared/field-events.ts'
import MethodChoice from '../shared/ui/MethodChoice.vue'
import { t } from './words.ts'

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
      name="limits"
      :choices="LIMIT_CHOICES"
      :value="hatchery.limits.method"
      @choose="emit('change', { limits: { ...hatchery.limits, method: $event } })"
    />
    <div v-if="hatchery.limits.method === 'own'" class="flex flex-wrap gap-4">
      <label v-for="[key, words] in LIMIT_NAMES" :key="key"
        >{{ t('candling.minutes', { what: words }) }}
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
      >{{ t('candling.marks') }}
      <textarea
        class="field mt-1 w-full"
        rows="4"
        data-testid="marks"
        :value="hatchery.marks.join('\n')"
        @change="emit('change', { marks: linesOf(textIn($event)) })"
      />
    </label>
    <label
      >{{ t('candling.photographs') }}
      <select
        class="field ml-1"
        data-testid="photo-size"
        :value="hatchery.photoLongSidePx ?? 'original'"
        @change="
          emit('change', { photoLongSidePx: textIn($event) === 'original' ? null : Number(textIn($event)) })
        "
      >
        <option :value="1200">{{ t('candling.small') }}</option>
        <option :value="1600">{{ t('candling.medium') }}</option>
        <option :value="2400">{{ t('candling.large') }}</option>
        <option value="original">{{ t('candling.original') }}</option>
      </select>
    </label>
    <p class="text-ink-soft">
      {{ t('candling.photographsWhy') }}
    </p>
  </section>
</template>
