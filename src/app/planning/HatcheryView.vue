<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayProblems } from '../../contracts/records/book.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import { isStorageFull } from '../data/storage-room.ts'
import {
  hatcheryRecordOf,
  hatcheryRecordSchema,
  type Hatchery,
  type HatcheryRecord,
} from '../../contracts/records/hatchery-record.ts'
import type { LimitSchool } from '../../core/session/limits.ts'
import { oddTurns, turningHours } from '../../core/planning/incubation/turning.ts'
import type { Policy } from '../../core/grade/types.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { fromShown, sayQuantity, toShown, unitSymbol } from '../../core/units.ts'
import { CANDLING_SCHOOL_CHOICES, DAY_COUNT_CHOICES, TURNING_STOP_CHOICES } from '../../words/methods.ts'
import AwayDays from './AwayDays.vue'
import IncubatorList from './IncubatorList.vue'
import { useHatcheryStore } from '../data/hatchery.ts'
import { POLICY_WORDS } from '../shared/wording.ts'
import OwnDays from '../shared/ui/OwnDays.vue'
import SchoolChoice from '../shared/ui/SchoolChoice.vue'

const store = useHatcheryStore()
const hatchery = computed(() => store.hatchery)
const message = ref<{ text: string; bad: boolean } | null>(null)

const POLICY_CHOICES: Readonly<Record<Policy, { label: string; reason: string }>> = {
  'second-look': {
    label: POLICY_WORDS['second-look'],
    reason:
      'Suspects are marked, checked again some days later, and removed only if both looks agree. Certain rings come out at once.',
  },
  'first-sight': {
    label: POLICY_WORDS['first-sight'],
    reason: 'Certain cases come out at once. Needs a bright lamp and pale shells.',
  },
  hold: { label: POLICY_WORDS.hold, reason: 'Only certain rings and leakers are removed before lockdown.' },
}

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

async function change(changes: Partial<HatcheryRecord>): Promise<void> {
  const wanted = { ...hatcheryRecordOf(hatchery.value), ...changes }
  const next = hatcheryRecordSchema.safeParse(wanted)
  if (!next.success) {
    message.value = { bad: true, text: `Not saved. ${sayProblems(problemsOf(next.error, wanted))}` }
    return
  }
  try {
    await store.saveHatchery(next.data)
    message.value = {
      bad: false,
      text: 'Saved. New plans use it; existing records do not change.',
    }
  } catch (error) {
    message.value = {
      bad: true,
      text: `Not saved. ${isStorageFull(error) ? 'Browser storage is full.' : (error as Error).message}`,
    }
  }
}
const hourWords = (hour: number): string =>
  `${Math.floor(hour)}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`
const turning = computed(() =>
  turningHours({ timesADay: hatchery.value.turnsADay }).map(hourWords).join(', '),
)
function changeCollar(event: Event): void {
  const value = number(event)
  void change({
    scale: {
      ...hatchery.value.scale,
      collarMm: Number.isNaN(value) ? null : fromShown(hatchery.value.units, 'length', value),
    },
  })
}
const text = (event: Event): string => (event.target as HTMLInputElement).value
/** Each of them once: the key of the marks steps from one to the next. */
const linesOf = (words: string): string[] => [
  ...new Set(
    words
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
  ),
]
const number = (event: Event): number => (event.target as HTMLInputElement).valueAsNumber
/** Empty is learnt; what cannot be read is refused by the record's own check. */
function stepOrLearnt(event: Event): number | null {
  const { value } = event.target as HTMLInputElement
  return value === '' ? null : number(event)
}
</script>

<template>
  <main class="mx-auto max-w-6xl p-6">
    <h1 class="text-3xl font-bold">Hatchery and methods</h1>
    <p class="mt-1 text-lg text-ink-soft">
      New plans start from these settings; each set can differ. Changes are saved at once.
    </p>
    <p
      class="mt-2 min-h-7"
      :class="message?.bad ? 'text-ember' : 'text-ink-soft'"
      :role="message?.bad ? 'alert' : 'status'"
    >
      {{ message?.text }}
    </p>

    <div class="mt-2 grid grid-cols-1 gap-5 lg:grid-cols-2">
      <div class="flex flex-col gap-5">
        <section class="card flex flex-col gap-4 p-5">
          <h2 class="text-xl font-semibold">Place</h2>
          <label
            >Name
            <input
              type="text"
              class="field mt-1 w-full"
              :value="hatchery.name"
              @change="change({ name: text($event) })"
          /></label>
          <label
            >Time zone
            <input
              type="text"
              class="field mt-1 w-full"
              :value="hatchery.zone"
              @change="change({ zone: text($event) })"
          /></label>
          <div class="grid grid-cols-2 gap-4">
            <label
              >Units
              <select
                class="field mt-1 w-full"
                :value="hatchery.units"
                @change="change({ units: text($event) as Hatchery['units'] })"
              >
                <option value="metric">°C, g, mm</option>
                <option value="imperial">°F, oz, in</option>
              </select>
            </label>
            <label
              >Candling begins at
              <input
                type="number"
                min="0"
                max="23"
                class="field mt-1 w-full"
                :value="hatchery.candlingHour"
                @change="change({ candlingHour: number($event) })"
            /></label>
            <label
              >Brooders
              <input
                type="number"
                min="0"
                max="50"
                class="field mt-1 w-full"
                :value="hatchery.brooders"
                @change="change({ brooders: number($event) })"
            /></label>
            <label
              >Altitude, m
              <input
                type="number"
                min="-400"
                max="6000"
                class="field mt-1 w-full"
                :value="hatchery.altitudeM"
                @change="change({ altitudeM: number($event) })"
            /></label>
            <label
              >Scale resolution, g
              <input
                type="number"
                min="0.01"
                max="20"
                step="any"
                placeholder="automatic"
                class="field mt-1 w-full"
                data-testid="scale-step"
                :value="hatchery.scaleStepG ?? ''"
                @change="change({ scaleStepG: stepOrLearnt($event) })"
            /></label>
            <label
              >Turns per day by hand
              <input
                type="number"
                min="1"
                max="15"
                class="field mt-1 w-full"
                :value="hatchery.turnsADay"
                @change="change({ turnsADay: oddTurns(number($event)) })"
            /></label>
            <label
              >Warm-up before setting, hours
              <input
                type="number"
                min="0"
                max="96"
                class="field mt-1 w-full"
                :value="hatchery.warmUpHours"
                @change="change({ warmUpHours: number($event) })"
            /></label>
            <label
              >Rest for posted eggs, hours
              <input
                type="number"
                min="0"
                max="96"
                class="field mt-1 w-full"
                :value="hatchery.postRestHours"
                @change="change({ postRestHours: number($event) })"
            /></label>
          </div>
          <p class="text-ink-soft">
            Turning by hand: {{ turning }}. An odd number puts a different side up each night.
          </p>
        </section>
        <section class="card flex flex-col gap-4 p-5">
          <h2 class="text-xl font-semibold">Photograph scale</h2>
          <label
            >Lamp collar diameter, {{ unitSymbol(hatchery.units, 'length') }}
            <input
              type="number"
              min="0"
              step="0.1"
              class="field ml-1 w-28"
              data-testid="collar"
              :value="
                hatchery.scale.collarMm === null
                  ? ''
                  : toShown(hatchery.units, 'length', hatchery.scale.collarMm)
              "
              @change="changeCollar"
          /></label>
          <p v-if="hatchery.scale.camera">
            The fixed camera shows
            {{ sayQuantity(hatchery.units, 'length', hatchery.scale.camera.mmAcross) }} across its picture,
            calibrated with a measured egg on
            {{ sayDate(localDateOf(Date.parse(hatchery.scale.camera.at), hatchery.zone)) }}.
            <button
              type="button"
              class="ml-2 underline"
              @click="change({ scale: { ...hatchery.scale, camera: null } })"
            >
              Camera was moved: reset
            </button>
          </p>
          <p class="text-ink-soft">
            Perlumen uses the most reliable scale: the egg’s calliper size, then the collar you mark in the
            picture (“Correct” at the bench), then the calibrated camera. Without one, sizes are relative.
          </p>
        </section>
        <section class="card flex flex-col gap-4 p-5">
          <h2 class="text-xl font-semibold">Candling</h2>
          <SchoolChoice
            legend="How long eggs may be out"
            name="limits"
            :choices="LIMIT_CHOICES"
            :value="hatchery.limits.school"
            @choose="change({ limits: { ...hatchery.limits, school: $event } })"
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
                  change({
                    limits: { ...hatchery.limits, own: { ...hatchery.limits.own, [key]: number($event) } },
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
              @change="change({ marks: linesOf(text($event)) })"
            />
          </label>
          <label
            >Save photographs
            <select
              class="field ml-1"
              data-testid="photo-size"
              :value="hatchery.photoLongSidePx ?? 'original'"
              @change="change({ photoLongSidePx: text($event) === 'original' ? null : Number(text($event)) })"
            >
              <option :value="1200">small, 1200 pixels</option>
              <option :value="1600">medium, 1600 pixels</option>
              <option :value="2400">large, 2400 pixels</option>
              <option value="original">original size</option>
            </select>
          </label>
          <p class="text-ink-soft">
            Measuring always uses the original. Only the saved copy is reduced, so that browser storage lasts
            for years.
          </p>
        </section>
        <AwayDays :hatchery="hatchery" @change="change" />
      </div>

      <section class="card flex flex-col gap-4 p-5">
        <h2 class="text-xl font-semibold">Methods</h2>
        <div>
          <SchoolChoice
            legend="When to candle"
            name="school"
            :choices="CANDLING_SCHOOL_CHOICES"
            :value="hatchery.school"
            @choose="change({ school: $event })"
          />
          <OwnDays
            v-if="hatchery.school === 'own'"
            :days="hatchery.ownDays"
            @change="change({ ownDays: $event })"
          />
        </div>
        <SchoolChoice
          legend="How to count days"
          name="day-count"
          :choices="DAY_COUNT_CHOICES"
          :value="hatchery.dayCount"
          @choose="change({ dayCount: $event })"
        />
        <SchoolChoice
          legend="When turning stops"
          name="turning-stop"
          :choices="TURNING_STOP_CHOICES"
          :value="hatchery.turningStop"
          @choose="change({ turningStop: $event })"
        />
        <SchoolChoice
          legend="When to remove an egg"
          name="policy"
          :choices="POLICY_CHOICES"
          :value="hatchery.policy"
          @choose="change({ policy: $event })"
        />
      </section>

      <IncubatorList class="lg:col-span-2" />
    </div>
  </main>
</template>
