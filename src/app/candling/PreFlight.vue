<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Check, CheckCheck } from '@lucide/vue'
import type { Session } from '../../contracts/records/session-record.ts'
import { TRIGGERS, type Trigger } from '../../core/session/evening-terms.ts'
import { PREFLIGHT, type PreflightItem } from '../../core/session/preflight.ts'
import type { AirReading } from '../../core/session/air.ts'
import { readingDoubt } from '../../core/climate/likely-reading.ts'
import { sayQuantity, unitSymbol, type UnitSystem } from '../../core/units.ts'
import { PREFLIGHT_WORDS } from '../../words/candling.ts'
import NumberField from '../shared/kit/NumberField.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import PressArea from '../shared/kit/PressArea.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import FewChoice from '../shared/kit/FewChoice.vue'

/** What is made ready before the first egg, and how the evening runs; each is ticked by one key in turn. */
const props = defineProps<{
  session: Session
  latest: AirReading | null
  units: UnitSystem
  /** Candlers of other evenings. */
  known: readonly string[]
  networkName: string | null
  pedal: string | null
  voiceOffered: boolean
}>()
const emit = defineEmits<{
  tick: [item: PreflightItem]
  /** Everything at once, by one who has done it all a hundred times. */
  all: []
  change: [change: Partial<Session>]
  learnPedal: []
  air: [rhPercent: number, celsius: number]
}>()
const sounds = defineModel<boolean>('sounds', { required: true })
const voice = defineModel<boolean>('voice', { required: true })

/** Of its own, so that what is being typed outlives a reading of the air. */
const candler = ref(props.session.candler)
watch(
  () => props.session.candler,
  (name) => (candler.value = name),
)

const next = computed(() => PREFLIGHT.find((item) => !props.session.ready.includes(item)) ?? null)
const TRIGGER_WORDS: Readonly<Record<Trigger, string>> = {
  itself: t('preflight.byStillness'),
  key: t('preflight.byKey'),
  timer: t('preflight.byTimer'),
}

const airProblem = ref('')
/** Figures that were asked about: noted once more, they are meant. */
const asked = ref('')
const rh = ref<number | null>(null)
const warmth = ref<number | null>(null)
function sendAir(): void {
  const figures = `${warmth.value} ${rh.value}`
  const { kept, doubt } = readingDoubt({ temperature: warmth.value, rhPercent: rh.value }, props.units)
  const asTyped = doubt && doubt.kind !== 'impossible' ? doubt.asTyped : null
  const air = kept ?? (asked.value === figures ? asTyped : null)
  airProblem.value = air ? '' : asTyped ? t('preflight.airDoubted') : t('preflight.airImpossible')
  asked.value = air ? '' : figures
  if (air?.celsius != null && air.rhPercent !== null) emit('air', air.rhPercent, air.celsius)
}
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)] gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
    <div class="flex flex-col gap-2">
      <KitButton :icon="CheckCheck" v-if="next" size="desk" class="self-start" @click="emit('all')">
        {{ t('preflight.allReady') }}
      </KitButton>
      <ol class="flex flex-col gap-2" :aria-label="t('preflight.title')">
        <li
          v-for="item in PREFLIGHT"
          :key="item"
          class="rounded-xl border"
          :class="item === next ? 'border-lamp' : 'border-line'"
        >
          <PressArea
            class="flex min-h-16 w-full items-center gap-4 p-3 text-left"
            :aria-pressed="session.ready.includes(item)"
            @click="emit('tick', item)"
          >
            <span
              class="flex h-9 w-9 shrink-0 items-center justify-center rounded-full border"
              :class="session.ready.includes(item) ? 'border-lamp text-lamp' : 'border-line'"
              ><Check v-if="session.ready.includes(item)" class="h-6 w-6" aria-hidden="true"
            /></span>
            <span class="min-w-0"
              ><span class="block text-xl" :class="{ 'text-ink-soft': session.ready.includes(item) }">{{
                PREFLIGHT_WORDS[item].task
              }}</span
              ><span class="text-ink-soft">{{ PREFLIGHT_WORDS[item].why }}</span></span
            >
          </PressArea>
          <template v-if="item === 'air'">
            <p v-if="latest" class="px-3 pb-3 text-2xl" data-testid="air-now">
              {{
                t('preflight.air', {
                  humidity: latest.rhPercent.toFixed(0),
                  temperature: sayQuantity(units, 'temperature', latest.celsius),
                })
              }}
            </p>
            <form v-else class="flex flex-wrap items-end gap-3 px-3 pb-3" @submit.prevent="sendAir">
              <NumberField v-model="rh" :label="t('preflight.humidity')" class="w-24" />
              <NumberField v-model="warmth" :label="unitSymbol(units, 'temperature')" class="w-24" />
              <KitButton type="submit" size="desk" :disabled="rh === null || warmth === null">
                {{ t('preflight.note') }}
              </KitButton>
              <p v-if="airProblem" class="basis-full text-ember" role="alert">{{ airProblem }}</p>
            </form>
          </template>
        </li>
      </ol>
    </div>
    <div class="flex flex-col gap-3">
      <SearchChoice
        own
        :label="t('preflight.candler')"
        v-model="candler"
        :options="known.map((name) => ({ value: name, name }))"
        :maxlength="60"
        :placeholder="t('preflight.optional')"
        class="min-w-0 grow text-lg font-semibold"
        @change="emit('change', { candler: candler.trim() })"
      />
      <fieldset v-if="session.source !== 'eye'">
        <legend class="mb-1 text-lg font-semibold">{{ t('preflight.pictures') }}</legend>
        <FewChoice
          hide-label
          :label="t('preflight.pictures')"
          :options="TRIGGERS.map((value) => ({ value, name: TRIGGER_WORDS[value] }))"
          :model-value="session.trigger"
          @change="emit('change', { trigger: $event })"
        />
        <NumberField
          required
          v-if="session.trigger === 'timer'"
          :label="t('preflight.every')"
          :unit="t('preflight.seconds')"
          :least="2"
          :most="60"
          :model-value="session.timerSeconds"
          @change="emit('change', { timerSeconds: $event })"
          class="w-28"
        />
        <CheckBox
          :model-value="session.liftAgrees"
          @update:model-value="emit('change', { liftAgrees: $event })"
          class="min-h-8"
          >{{ t('preflight.lift') }}</CheckBox
        >
      </fieldset>
      <fieldset>
        <legend class="mb-1 text-lg font-semibold">{{ t('preflight.camera') }}</legend>
        <FewChoice
          hide-label
          :label="t('preflight.camera')"
          :options="[
            ...(networkName ? [{ value: 'network' as const, name: networkName }] : []),
            { value: 'device' as const, name: t('source.device') },
            { value: 'eye' as const, name: t('source.eye') },
          ]"
          :model-value="session.source"
          @change="emit('change', { source: $event })"
        />
      </fieldset>
      <fieldset class="flex flex-wrap gap-x-6">
        <legend class="mb-1 text-lg font-semibold">{{ t('preflight.sound') }}</legend>
        <CheckBox v-model="sounds" class="min-h-8">{{ t('preflight.sounds') }}</CheckBox>
        <CheckBox v-if="voiceOffered" v-model="voice" class="min-h-8">{{ t('preflight.speak') }}</CheckBox>
        <KitButton size="desk" @click="emit('learnPedal')">
          {{ pedal ? t('preflight.pedal', { key: pedal }) : t('preflight.learnPedal') }}
        </KitButton>
      </fieldset>
    </div>
  </div>
</template>
