<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { Check, Droplet, RotateCw, Undo2, Wind } from '@lucide/vue'
import type { KeptReading } from '../../core/climate/likely-reading.ts'
import { isIn } from '../../contracts/records/egg-state.ts'
import { usualProbeId } from '../../contracts/records/probe-record.ts'
import { sayQuantity, toShown, unitSymbol } from '../../core/units.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { nextSide } from '../../domain/incubator-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { alarmWords, ventWords } from '../shared/climate-words.ts'
import { useKeys } from '../shared/useKeys.ts'
import EggsAtHand from '../shared/leaving/EggsAtHand.vue'
import ReadingDoubt from './ReadingDoubt.vue'
import StepField from './StepField.vue'
import { useRound } from './useRound.ts'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The round at one incubator: one screen, one hand, readable in both rooms. */
const props = defineProps<{ incubatorId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { now, done, problem, readings, log, undo } = useRound(() => props.incubatorId)
const units = computed(() => store.hatchery.units)
const zone = computed(() => store.hatchery.zone)
const at = (atMs: number): string => clockTime(atMs, zone.value)

/** What the sensors say now, the eggs' own height first. */
const sensed = computed(() => {
  const stand = now.value
  if (!stand) return []
  return stand.probes
    .filter(({ sensor }) => sensor !== null)
    .map(({ id, name }) => ({
      id,
      name,
      celsius: stand.celsius.get(id)?.at(-1)?.value ?? null,
      rhPercent: stand.rhPercent.get(id)?.at(-1)?.value ?? null,
    }))
    .filter(({ celsius, rhPercent }) => celsius !== null || rhPercent !== null)
})

const celsius = ref<number | null>(null)
const rhPercent = ref<number | null>(null)
/** Where steps begin: what was read last, or what it should be. Nothing of it is saved unread. */
const from = computed(() => {
  const stand = now.value
  if (!stand) return { warm: 0, moist: 0 }
  const { band, incubator } = stand
  const last = (which: 'eggs' | 'hand', what: 'celsius' | 'rhPercent'): number | undefined =>
    stand[what].get(usualProbeId(which, incubator.id))?.at(-1)?.value
  const warm = last('eggs', 'celsius') ?? (band.celsius.low + band.celsius.high) / 2
  return {
    warm: toShown(units.value, 'temperature', warm - incubator.displayCorrectionC),
    moist: Math.round(last('hand', 'rhPercent') ?? (band.rhPercent.low + band.rhPercent.high) / 2),
  }
})
watch(
  () => props.incubatorId,
  () => {
    celsius.value = null
    rhPercent.value = null
  },
)
const isFilled = computed(() => celsius.value !== null || rhPercent.value !== null)
async function noteReading(): Promise<void> {
  if (!isFilled.value) return
  emptied(await readings.note({ temperature: celsius.value, rhPercent: rhPercent.value }))
}
async function keepReading(reading: KeptReading): Promise<void> {
  emptied(await readings.keep(reading))
}
function emptied(isKept: boolean): void {
  done.value = isKept ? t('round.stepReading') : ''
  if (!isKept) return
  celsius.value = null
  rhPercent.value = null
}

const dueWords = (dueMs: number): string =>
  t('round.due', { when: dueMs > clock.nowMs ? 'at' : 'since', time: at(dueMs) })
const standing = computed(() => {
  const stand = now.value
  if (!stand?.round) return t('round.empty')
  const { dueMs, nextMs, missed } = stand.round
  const due = dueMs === null ? t('round.done', { time: at(nextMs) }) : `${dueWords(dueMs)}.`
  const kindly =
    missed === 0
      ? ''
      : t('round.missed', {
          rounds: missed === 1 ? t('round.oneRound') : t('round.missedRounds', { rounds: missed }),
        })
  return due + kindly
})
const turn = computed(() => {
  const stand = now.value
  if (!stand?.turning) return null
  const side = nextSide(stand.sideUp)
  const { dueMs, nextMs } = stand.turning
  return {
    side,
    words: `${stand.sideUp ? t('round.upNow', { side: stand.sideUp }) : ''}${dueMs === null ? t('round.nextTurn', { time: at(nextMs) }) : dueWords(dueMs)}`,
    isDue: dueMs !== null,
  }
})
const water = computed(() => {
  const last = now.value?.log.findLast(({ kind }) => kind === 'watered')
  if (!last) return t('round.waterUnknown')
  const hours = (clock.nowMs - Date.parse(last.at)) / HOUR_MS
  return hours < 1 ? t('round.waterNow') : t('round.waterAgo', { hours: hours.toFixed(0) })
})
const vents = computed(() => {
  const last = now.value?.log.findLast((event) => event.kind === 'vents')
  return last ? ventWords(last.openPercent) : t('round.waterUnknown')
})
const VENTS = [0, 33, 50, 100] as const
const CHANNELS = [
  ['first', t('round.first')],
  ['second', t('round.second')],
  ['both', t('round.all')],
] as const

/** What lies in this incubator, set by set: an egg may break while one turns. */
const inside = computed(() =>
  (now.value?.sets ?? []).map((set) => {
    const here = new Set(
      set.trays.filter(({ incubatorId }) => incubatorId === props.incubatorId).map(({ id }) => id),
    )
    const eggs = store.eggsBySet.get(set.id) ?? []
    return { set, eggs: eggs.filter((egg) => isIn(egg) && egg.place && here.has(egg.place.trayId)) }
  }),
)
function allWell(): void {
  void log(t('round.stepChecked'), { kind: 'round' })
}
function turned(): void {
  if (turn.value)
    void log(t('round.turned', { side: turn.value.side }), { kind: 'turned', sideUp: turn.value.side })
}
function watered(channel: 'first' | 'second' | 'both'): void {
  void log(t('round.stepWater'), { kind: 'watered', channel })
}
useKeys({
  Enter: allWell,
  t: turned,
  w: () => watered('both'),
  r: () => void noteReading(),
  z: () => void undo(),
})
</script>

<template>
  <main v-if="!now" class="p-8">
    {{ t('incubator.missing') }}
    <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink>
  </main>
  <main v-else class="mx-auto flex max-w-3xl flex-col gap-4 p-4 text-lg sm:p-6">
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-3xl font-bold">{{ t('round.title', { incubator: now.incubator.name }) }}</h1>
        <p class="text-ink-soft" data-testid="round-standing">{{ standing }}</p>
      </div>
      <KitButton :to="{ name: 'incubator', params: { incubatorId } }">{{
        t('round.openIncubator')
      }}</KitButton>
    </div>

    <p
      v-for="(alarm, i) in now.alarms"
      :key="i"
      class="rounded-lg border border-ember p-3"
      data-testid="round-alarm"
    >
      <strong class="text-ember">{{ alarmWords(alarm, units).says }}.</strong>
      {{ alarmWords(alarm, units).todo }}
    </p>

    <ul v-if="sensed.length > 0" class="flex flex-wrap gap-x-8 gap-y-1" :aria-label="t('round.sensorsNow')">
      <li v-for="probe in sensed" :key="probe.id">
        <span class="text-ink-soft">{{ probe.name }}</span>
        <span v-if="probe.celsius !== null" class="ml-2 text-2xl font-semibold">{{
          sayQuantity(units, 'temperature', probe.celsius)
        }}</span>
        <span v-if="probe.rhPercent !== null" class="ml-3 text-2xl font-semibold"
          >{{ probe.rhPercent.toFixed(0) }} %</span
        >
      </li>
    </ul>

    <KitButton kind="next" class="min-h-20 text-2xl" @click="allWell">
      <Check class="h-8 w-8" aria-hidden="true" /> {{ t('round.allWell') }}
      <span class="key hidden md:inline">Enter</span>
    </KitButton>
    <KitButton
      v-if="turn"
      class="min-h-20 flex-col text-2xl"
      :kind="turn.isDue ? 'next' : 'plain'"
      @click="turned"
    >
      <span class="flex items-center gap-3"
        ><RotateCw class="h-7 w-7" aria-hidden="true" /> {{ t('round.turned', { side: turn.side }) }}
        <span class="key hidden md:inline">T</span></span
      >
      <span class="text-base font-normal">{{ turn.words }}</span>
    </KitButton>

    <div class="card p-3" role="group" :aria-label="t('round.water')">
      <p class="mb-2 flex items-center gap-2">
        <Droplet class="h-5 w-5" aria-hidden="true" /> {{ t('round.water') }}
        <span class="text-ink-soft">{{ water }}</span>
      </p>
      <div class="grid grid-cols-3 gap-2">
        <KitButton
          v-for="[channel, word] in CHANNELS"
          :key="channel"
          size="tall"
          :aria-label="t('round.toppedUp', { channel: word })"
          @click="watered(channel)"
        >
          {{ word }} <span v-if="channel === 'both'" class="key hidden md:inline">W</span>
        </KitButton>
      </div>
    </div>

    <form class="card p-3" @submit.prevent="noteReading">
      <div class="grid gap-3 sm:grid-cols-2">
        <StepField
          v-model="celsius"
          :label="t('round.display', { unit: unitSymbol(units, 'temperature') })"
          :step="0.1"
          :digits="1"
          :from="from.warm"
        />
        <StepField
          v-model="rhPercent"
          :label="t('round.hygrometer')"
          :step="1"
          :digits="0"
          :from="from.moist"
        />
      </div>
      <p v-if="readings.problem.value" class="mt-2 text-ember" role="alert">{{ readings.problem.value }}</p>
      <ReadingDoubt
        v-if="readings.doubt.value && readings.doubt.value.kind !== 'impossible'"
        class="mt-3"
        :doubt="readings.doubt.value"
        :units="units"
        @keep="keepReading"
        @close="readings.doubt.value = null"
      />
      <KitButton type="submit" size="tall" class="mt-3 w-full" :disabled="!isFilled">
        {{ t('round.save') }} <span class="key hidden md:inline">R</span>
      </KitButton>
    </form>

    <div class="card p-3" role="group" :aria-label="t('round.vents')">
      <p class="mb-2 flex items-center gap-2">
        <Wind class="h-5 w-5" aria-hidden="true" /> {{ t('round.vents') }}
        <span class="text-ink-soft">{{ vents }}</span>
      </p>
      <div class="grid grid-cols-4 gap-2">
        <KitButton
          v-for="open in VENTS"
          :key="open"
          size="tall"
          class="px-1"
          @click="log(t('chart.vents', { vents: ventWords(open) }), { kind: 'vents', openPercent: open })"
        >
          {{ ventWords(open) }}
        </KitButton>
      </div>
    </div>

    <div class="flex items-center gap-3">
      <KitButton :icon="Undo2" size="big" :disabled="store.journal.length === 0" @click="undo">
        {{ t('common.undo') }}
        <span class="key hidden md:inline">Z</span>
      </KitButton>
      <p role="status" data-testid="round-done">{{ done }}</p>
      <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    </div>
    <EggsAtHand
      v-for="{ set, eggs } in inside"
      :key="set.id"
      :set="set"
      :eggs="eggs"
      named
      @left="done = ''"
    />
    <p class="text-sm text-ink-soft">
      {{ t('round.caution') }}
    </p>
  </main>
</template>
