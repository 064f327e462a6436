<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Pencil, Trash2 } from '@lucide/vue'
import { usualProbeId } from '../../contracts/records/probe-record.ts'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import {
  readingDoubt,
  type KeptReading,
  type ReadingDoubt as Doubt,
} from '../../core/climate/likely-reading.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { sayQuantity, toShown } from '../../core/units.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import NumberField from '../shared/kit/NumberField.vue'
import { useSaving } from '../shared/useSaving.ts'
import ReadingDoubt from './ReadingDoubt.vue'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** What somebody read and typed at an incubator these days; what is wrong is put right or deleted, with undo. */
const props = defineProps<{ incubatorId: string }>()
const SHOWN_DAYS = 7
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const units = computed(() => store.hatchery.units)
const zone = computed(() => store.hatchery.zone)
const probeIds = computed(() => [
  usualProbeId('eggs', props.incubatorId),
  usualProbeId('hand', props.incubatorId),
])
const fromMs = clock.nowMs - SHOWN_DAYS * DAY_MS
watch(probeIds, (ids) => void saving(() => store.openReadings(ids, fromMs, Date.now())), { immediate: true })
const readings = computed(() => store.readingsBetween(probeIds.value, fromMs, Infinity).reverse())

const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, zone.value))} ${clockTime(atMs, zone.value)}`
const say = ({ celsius, rhPercent }: KeptReading): string =>
  [
    celsius === null ? '' : sayQuantity(units.value, 'temperature', celsius),
    rhPercent === null ? '' : `${rhPercent} %`,
  ]
    .filter(Boolean)
    .join(', ')
const name = (reading: ProbeReading): string => `${say(reading)}, ${at(reading.atMs)}`
const isOf = (one: ProbeReading | null, { probeId, atMs }: ProbeReading): boolean =>
  one?.probeId === probeId && one.atMs === atMs

const changed = ref<ProbeReading | null>(null)
const figure = ref<number | null>(null)
const doubt = ref<Doubt | null>(null)
function change(reading: ProbeReading): void {
  changed.value = reading
  doubt.value = null
  figure.value =
    reading.celsius === null ? reading.rhPercent : toShown(units.value, 'temperature', reading.celsius)
}
function correct(): void {
  const { value: reading } = changed
  if (!reading || figure.value === null || Number.isNaN(figure.value)) return
  const isWarmth = reading.celsius !== null
  const { kept, doubt: odd } = readingDoubt(
    { temperature: isWarmth ? figure.value : null, rhPercent: isWarmth ? null : figure.value },
    units.value,
  )
  doubt.value = odd
  if (kept) keep(kept)
}
function keep(kept: KeptReading): void {
  const { value: reading } = changed
  if (!reading) return
  void saving(async () => {
    await store.commit('reading', null, { readings: [{ ...reading, ...kept }] })
    changed.value = null
    doubt.value = null
  })
}
function remove(reading: ProbeReading): void {
  void saving(() => store.commit('reading', null, { readingsGone: [reading] }))
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="by-hand-heading" data-testid="hand-readings">
    <h2 id="by-hand-heading" class="text-xl font-semibold">{{ t('readings.title') }}</h2>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <p v-if="readings.length === 0" class="mt-2 text-ink-soft">{{ t('readings.none') }}</p>
    <ul class="mt-2">
      <li
        v-for="reading in readings"
        :key="`${reading.probeId} ${reading.atMs}`"
        class="flex flex-wrap items-center gap-x-3 border-t border-line py-1"
      >
        <span class="w-34 text-ink-soft">{{ at(reading.atMs) }}</span>
        <span class="grow font-semibold">{{ say(reading) }}</span>
        <KitButton
          kind="quiet"
          :aria-label="t('readings.correctOf', { reading: name(reading) })"
          @click="change(reading)"
        >
          <Pencil class="h-4 w-4" aria-hidden="true" /> {{ t('readings.correct') }}
        </KitButton>
        <KitButton
          kind="quiet"
          :aria-label="t('readings.deleteOf', { reading: name(reading) })"
          @click="remove(reading)"
        >
          <Trash2 class="h-4 w-4" aria-hidden="true" />
        </KitButton>
        <form
          v-if="isOf(changed, reading)"
          class="flex w-full flex-wrap items-end gap-3 pb-2"
          @submit.prevent="correct"
        >
          <NumberField v-model="figure" :label="t('readings.shouldBe')" />
          <KitButton type="submit">{{ t('sensors.save') }}</KitButton>
          <KitButton @click="changed = null">{{ t('logger.cancel') }}</KitButton>
          <p v-if="doubt?.kind === 'impossible'" class="w-full text-ember" role="alert">
            {{ doubt.what === 'temperature' ? t('tonight.impossible') : t('water.wrongHumidity') }}
          </p>
          <ReadingDoubt v-else-if="doubt" :doubt="doubt" :units="units" @keep="keep" @close="doubt = null" />
        </form>
      </li>
    </ul>
  </section>
</template>
