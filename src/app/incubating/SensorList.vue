<script setup lang="ts">
import { computed, ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { Bluetooth } from '@lucide/vue'
import { checksOf, type CHECKS, type ProbeRecord } from '../../contracts/records/probe-record.ts'
import { saltCheck } from '../../core/water/hygrometer-bias.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { fromShown, sayQuantity, unitSymbol } from '../../core/units.ts'
import type { IncubatorNow } from '../../domain/incubator-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useBluetoothSensors } from '../shared/bluetooth-sensors.ts'
import { useSensingStore } from '../shared/sensing.ts'
import NumberField from '../shared/kit/NumberField.vue'
import { useSaving } from '../shared/useSaving.ts'
import SensorFields from './SensorFields.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { clockTime } from '../shared/clock-time.ts'
import ListChoice from '../shared/kit/ListChoice.vue'

/** By what the air of an incubator is known: which probes stand there, what they are off by, and which could. */
const props = defineProps<{ now: IncubatorNow }>()
const store = useHatcheryStore()
const sensing = useSensingStore()
const bluetooth = useBluetoothSensors()
const { problem, saving } = useSaving()
const units = computed(() => store.hatchery.units)
const zone = computed(() => store.hatchery.zone)
const here = computed(() => new Set(props.now.probes.map(({ sensor }) => sensor)))
/** Sensors that are heard and stand elsewhere, or nowhere. */
const others = computed(() => sensing.offered.filter(({ name }) => !here.value.has(name)))
const saidBy = (probe: ProbeRecord) => (probe.sensor === null ? undefined : sensing.latest.get(probe.sensor))
/** That nothing has a usual name is no trouble once somebody chose. */
const isChosen = ({ fields }: ProbeRecord): boolean => (fields.celsius ?? fields.rhPercent) !== null
const troubleOf = (probe: ProbeRecord): string | null => {
  const sensor = sensing.sensors.find(({ name }) => name === probe.sensor)
  return sensor?.trouble && !(isChosen(probe) && sensor.heardMs !== null && saidBy(probe))
    ? sensor.trouble
    : null
}
const standsIn = (sensor: string): string => {
  const stand = sensing.incubators.find(({ probes }) => probes.some((probe) => probe.sensor === sensor))
  return stand ? t('sensors.nowIn', { incubator: stand.incubator.name }) : t('sensors.notPlaced')
}

function put(sensor: string, height: ProbeRecord['height']): void {
  void saving(() => sensing.place(sensor, { incubatorId: props.now.incubator.id, height }))
}
function remove(probe: ProbeRecord): void {
  void saving(() => sensing.place(probe.sensor!, { incubatorId: null, height: probe.height }))
}

const checking = ref<string | null>(null)
const against = ref<(typeof CHECKS)[number]>('wet-salt')
const shows = ref<number | null>(null)
const truly = ref<number | null>(null)
const isNumber = (value: number | null): value is number => value !== null && !Number.isNaN(value)
const isFilled = computed(
  () => isNumber(shows.value) && (against.value === 'wet-salt' || isNumber(truly.value)),
)
function check(probe: ProbeRecord): void {
  if (!isNumber(shows.value)) return
  const isSalt = against.value === 'wet-salt'
  if (!isSalt && !isNumber(truly.value)) return
  const rhPercent = isSalt ? saltCheck(shows.value).value : null
  const celsius = isSalt
    ? null
    : fromShown(units.value, 'temperature', shows.value) -
      fromShown(units.value, 'temperature', truly.value as number)
  if ((rhPercent !== null && Math.abs(rhPercent) > 50) || (celsius !== null && Math.abs(celsius) > 10)) {
    problem.value = t('sensors.tooFarOff')
    return
  }
  const event = {
    id: uuid(),
    at: new Date().toISOString(),
    device: null,
    kind: 'checked' as const,
    against: against.value,
    celsius: celsius === null ? null : Number(celsius.toFixed(2)),
    rhPercent: rhPercent === null ? null : Number(rhPercent.toFixed(1)),
  }
  void saving(async () => {
    await store.commit('check', null, { probes: [{ ...probe, events: [...probe.events, event] }] })
    checking.value = null
    shows.value = null
    truly.value = null
  })
}
function checkWords(probe: ProbeRecord): string {
  const last = checksOf(probe).at(-1)
  if (!last) return t('sensors.neverChecked')
  const off =
    last.rhPercent !== null
      ? t('sensors.offPoints', { points: Math.abs(last.rhPercent), how: last.rhPercent < 0 ? 'low' : 'high' })
      : t('sensors.offDegrees', { degrees: Math.abs(last.celsius!), how: last.celsius! < 0 ? 'low' : 'high' })
  return t('sensors.checkedOn', { day: sayDate(localDateOf(Date.parse(last.at), zone.value)), off })
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="sensors-heading" data-testid="sensors">
    <h2 id="sensors-heading" class="text-xl font-semibold">{{ t('sensors.title') }}</h2>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <p v-if="sensing.problem" class="mt-2 text-ember" role="alert">{{ sensing.problem }}</p>
    <p v-if="bluetooth.problem" class="mt-2 text-ember" role="alert">{{ bluetooth.problem }}</p>
    <ul class="mt-2 flex flex-col gap-3">
      <li v-for="probe in now.probes" :key="probe.id" class="border-t border-line pt-2 first:border-0">
        <div class="flex flex-wrap items-baseline justify-between gap-2">
          <span
            ><span class="font-semibold">{{ probe.name }}</span>
            <span class="text-ink-soft">{{
              probe.height === 'eggs' ? t('sensors.atEggs') : t('sensors.inAir')
            }}</span></span
          >
          <span class="flex gap-2">
            <KitButton
              size="desk"
              :aria-expanded="checking === probe.id"
              :aria-label="t('sensors.checkOf', { sensor: probe.name })"
              @click="checking = checking === probe.id ? null : probe.id"
            >
              {{ t('sensors.check') }}
            </KitButton>
            <KitButton
              v-if="probe.sensor"
              size="desk"
              :aria-label="t('sensors.removed', { sensor: probe.name })"
              @click="remove(probe)"
            >
              {{ t('sensors.remove') }}
            </KitButton>
          </span>
        </div>
        <p class="text-sm text-ink-soft">{{ checkWords(probe) }}</p>
        <p v-if="troubleOf(probe)" class="text-sm text-ember">{{ troubleOf(probe) }}</p>
        <SensorFields
          v-if="saidBy(probe) && (isChosen(probe) || saidBy(probe)!.fields.length > 0)"
          :probe="probe"
          :said="saidBy(probe)!"
          :units="units"
          @choose="(fields) => saving(() => sensing.choose(probe, fields))"
        />
        <form
          v-if="checking === probe.id"
          class="mt-2 flex flex-wrap items-end gap-3"
          @submit.prevent="check(probe)"
        >
          <ListChoice
            :label="t('sensors.against')"
            v-model="against"
            :options="[
              { value: 'wet-salt', name: t('sensors.salt') },
              { value: 'second-thermometer', name: t('sensors.thermometer') },
            ]"
            class="w-52"
          />
          <NumberField
            v-model="shows"
            :label="
              t('sensors.shows', { unit: against === 'wet-salt' ? '%' : unitSymbol(units, 'temperature') })
            "
          />
          <NumberField
            v-if="against === 'second-thermometer'"
            v-model="truly"
            :label="t('sensors.reference')"
          />
          <KitButton type="submit" :disabled="!isFilled">{{ t('sensors.save') }}</KitButton>
          <p class="basis-full text-sm text-ink-soft">
            {{
              t('sensors.stored', {
                how: against === 'wet-salt' ? t('sensors.saltHow') : t('sensors.thermometerHow'),
              })
            }}
          </p>
        </form>
      </li>
      <li v-if="now.probes.length === 0" class="text-ink-soft">
        {{ t('sensors.none') }}
      </li>
    </ul>
    <template v-if="others.length > 0">
      <h3 class="mt-4 font-semibold">{{ t('sensors.found') }}</h3>
      <ul class="mt-1 flex flex-col gap-2">
        <li
          v-for="sensor in others"
          :key="sensor.name"
          class="flex flex-wrap items-center justify-between gap-2"
        >
          <span
            >{{ sensor.name }}
            <span class="text-sm text-ink-soft"
              >{{
                sensor.trouble ??
                (sensor.heardMs
                  ? t('sensors.lastAt', { time: clockTime(sensor.heardMs, zone) })
                  : t('sensors.noReading'))
              }}; {{ standsIn(sensor.name) }}</span
            ></span
          >
          <span class="flex gap-2">
            <KitButton size="desk" @click="put(sensor.name, 'eggs')">
              {{ t('sensors.addAtEggs') }}
            </KitButton>
            <KitButton size="desk" @click="put(sensor.name, 'air')">
              {{ t('sensors.addInAir') }}
            </KitButton>
          </span>
        </li>
      </ul>
    </template>
    <div v-if="bluetooth.isThere" class="mt-4">
      <KitButton :icon="Bluetooth" @click="saving(() => bluetooth.connect(now.incubator.id))">
        {{ t('sensors.addBluetooth') }}
      </KitButton>
    </div>
    <p class="mt-3 text-sm text-ink-soft">
      {{
        t('sensors.lead', {
          display:
            now.incubator.displayCorrectionC === 0
              ? ''
              : t('sensors.displayCorrected', {
                  value: sayQuantity('metric', 'temperature', now.incubator.displayCorrectionC),
                }),
        })
      }}
    </p>
  </section>
</template>
