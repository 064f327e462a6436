<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { hatchForecast } from '../../core/climate/hatch-forecast.ts'
import { TARGET_CELSIUS } from '../../core/planning/incubation/development.ts'
import type { Measured } from '../../core/measure/reading.ts'
import { vapourDeficitDays } from '../../core/water/vapour-deficit-days.ts'
import { RH_LIMITS } from '../../core/climate/air-method.ts'
import { arrivesWith } from '../../core/water/what-if.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { sayQuantity } from '../../core/units.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { scheduleInputOf } from '../../domain/set-schedule.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import SliderField from '../shared/kit/SliderField.vue'

/** Another humidity or warmth tried out: where the loss arrives then, and when they hatch. */
const props = defineProps<{ set: EggSet; water: WaterOfSet }>()
const emit = defineEmits<{ tried: [arrives: Measured | null] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const now = computed(() => Math.round(props.water.air.at(-1)!.rhPercent))
const rhPercent = ref(now.value)
const more = ref(0)
const isTrying = computed(() => rhPercent.value !== now.value || more.value !== 0)
const input = computed(() => scheduleInputOf(props.set, store.hatchery))
const target = computed(() => input.value.targetCelsius ?? TARGET_CELSIUS.forced)
const celsius = computed(() => target.value + more.value)

const arrives = computed(() => {
  const { mean, air, ageDays, stopDay } = props.water
  if (!mean) return null
  const known = { perDryDay: mean.perDryDay, dry: vapourDeficitDays(air, ageDays), ageDays, stopDay }
  return arrivesWith(known, { rhPercent: rhPercent.value, celsius: celsius.value }, target.value)
})
const hatch = computed(() =>
  hatchForecast({ ...input.value, thermometerChecked: false, fromNow: celsius.value }, clock.nowMs),
)
const usual = computed(() =>
  hatchForecast({ ...input.value, thermometerChecked: false, fromNow: target.value }, clock.nowMs),
)
watch(
  () => (isTrying.value ? arrives.value : null),
  (tried) => emit('tried', tried),
)
const words = computed(() => {
  const { low, high, middle } = props.water.target
  const loss = arrives.value
  const hours = (hatch.value.atMs - usual.value.atMs) / HOUR_MS
  const day = sayDate(localDateOf(hatch.value.atMs, store.hatchery.zone))
  const when =
    Math.abs(hours) < 1
      ? t('whatIf.asPlanned', { day })
      : t('whatIf.hatch', { day, hours: Math.abs(hours).toFixed(0), how: hours < 0 ? 'earlier' : 'later' })
  if (!loss) return when
  const judged =
    loss.value < low
      ? t('whatIf.tooLittle')
      : loss.value > high
        ? t('whatIf.tooMuch')
        : Math.abs(loss.value - middle) < 0.003
          ? t('whatIf.onTarget')
          : t('whatIf.good')
  return t('whatIf.reaches', {
    loss: (100 * loss.value).toFixed(1),
    error: (100 * loss.sd).toFixed(1),
    judged,
    hatch: when,
  })
})
function back(): void {
  rhPercent.value = now.value
  more.value = 0
}
</script>

<template>
  <section class="card mt-5 p-5" aria-labelledby="what-if-heading" data-testid="what-if">
    <h2 id="what-if-heading" class="text-xl font-semibold">{{ t('whatIf.title') }}</h2>
    <div class="mt-2 grid gap-x-8 gap-y-3 sm:grid-cols-2">
      <SliderField
        v-model="rhPercent"
        :label="`${t('whatIf.humidity', { humidity: rhPercent })} ${rhPercent === now ? t('whatIf.asNow') : ''}`"
        :least="RH_LIMITS.least"
        :most="RH_LIMITS.most"
      />
      <SliderField
        v-model="more"
        :label="`${t('whatIf.temperature', { temperature: sayQuantity(store.hatchery.units, 'temperature', celsius) })} ${more === 0 ? t('whatIf.target') : ''}`"
        :least="-1"
        :most="1"
        :step="0.1"
      />
    </div>
    <p class="mt-1" aria-live="polite" data-testid="what-if-words">{{ words }}</p>
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <KitButton size="desk" :disabled="!isTrying" @click="back">
        {{ t('whatIf.reset') }}
      </KitButton>
      <span class="text-sm text-ink-soft">{{ t('whatIf.lead') }}</span>
    </div>
  </section>
</template>
