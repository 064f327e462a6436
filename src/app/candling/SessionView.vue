<script setup lang="ts">
import { useToggle, useWakeLock } from '@vueuse/core'
import { computed, onMounted, shallowRef, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { clockLevel } from '../../core/session/limits.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import { useBench } from './bench/useBench.ts'
import { useEvening } from './evening/useEvening.ts'
import { useLampWatch, type LivePicture } from './evening/useLampWatch.ts'
import { useComparison } from './session/useComparison.ts'
import { usePedal } from './session/usePedal.ts'
import { useSeenThisEvening } from './session/useSeenThisEvening.ts'
import { useSession } from './session/useSession.ts'
import { useSessionKeyboard } from './session/useSessionKeyboard.ts'
import { useSessionWords } from './session/useSessionWords.ts'
import { useSounds } from './evening/useSounds.ts'
import { useStandInHelper } from './useStandInHelper.ts'
import { wordsForPause } from './session-wording.ts'
import { CAMERA_NAMES, dayWords } from '../shared/wording.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import BesideTheLamp from './BesideTheLamp.vue'
import ByEye from './ByEye.vue'
import ChangedByMates from './ChangedByMates.vue'
import EssentialScreen from './EssentialScreen.vue'
import LampPicture from './LampPicture.vue'
import PreFlight from './PreFlight.vue'
import SessionClocks from './SessionClocks.vue'
import SessionEgg from './SessionEgg.vue'
import SessionHeader from './SessionHeader.vue'
import SessionKeys from './SessionKeys.vue'
import SessionSummary from './SessionSummary.vue'
import { t } from './words.ts'
import { standingGrade } from '../../domain/own-grade.ts'

const props = defineProps<{ setId: string }>()
const router = useRouter()
const hatchery = useHatcheryStore()
const devices = useDevicesStore()
const sounds = useSounds()
const set = computed(() => hatchery.setById(props.setId))
const candlers = computed(() => [...new Set(hatchery.sessions.map(({ candler }) => candler))].filter(Boolean))
const bench = useBench(() => set.value!)
const flow = useSession(() => set.value!, bench)
const { session, step, clocks, eggOutMs, limits, air, nowMs } = flow
const { current, look, problem } = bench

const picture = shallowRef<LivePicture | null>(null)
const [essential, toggleEssential] = useToggle()

const networkName = computed(() => CAMERA_NAMES[devices.serves('camera', set.value) ?? 'none'])
const { lastSession, shownReport, seen, changedByMates, left } = useSeenThisEvening(
  () => props.setId,
  session,
  bench,
)
const hands = useEvening({
  set: () => set.value!,
  bench,
  flow,
  sounds,
  picture,
  watchLamp: useLampWatch,
  hasReport: () => shownReport.value !== null,
  start: startAnew,
  toRemoval: () => void router.push({ name: 'removal', params: { setId: props.setId } }),
})
const { chosen, goOn, another, takeBack, pause } = hands
const trayOfStep = computed(() => (step.value.kind === 'return' ? step.value.trayId : null))
const references = computed(() =>
  bench.references.value.flatMap((egg) => hatchery.looksByEgg.get(egg.id) ?? []),
)
const eggOf = (item: LookRecord) => bench.eggs.value.find((egg) => egg.id === item.eggId)
const inside = computed(() => bench.eggs.value.filter((egg) => !egg.removed).length)
const waiting = computed(() => bench.eggs.value.filter((egg) => !egg.removed && !bench.lookOf(egg)).length)
/** The egg at hand, while eggs are taken. */
const atTheLamp = computed(() =>
  session.value?.begun && step.value.kind === 'candle' ? current.value : null,
)
const suspected = computed(() => (current.value ? bench.suspectOf(current.value) : null))
const { comparison, compare, next: nextComparison } = useComparison(current, suspected)
const { pedal, learning } = usePedal(() => void goOn())

onMounted(async () => {
  if (!set.value) return
  if (!session.value && (!lastSession.value || Date.now() - Date.parse(lastSession.value.endedAt!) > 600_000))
    await startAnew()
  bench.begin()
  hands.resume()
})
async function startAnew(): Promise<void> {
  await guarded(() => flow.start(lastSource()))
}
/** Who candles by eye does so the next time. */
function lastSource(): Session['source'] {
  if (lastSession.value?.source === 'eye') return 'eye'
  return networkName.value ? 'network' : 'device'
}
async function guarded(work: () => Promise<unknown>): Promise<void> {
  try {
    await work()
  } catch (error) {
    problem.value = (error as Error).message
  }
}

useStandInHelper(() => set.value, { session, current, look, hands })

const wakeLock = useWakeLock()
watch(
  () => session.value !== null,
  (on) => void (on ? wakeLock.request('screen') : wakeLock.release()).catch(() => undefined),
  { immediate: true },
)

const words = useSessionWords(() => set.value, { flow, bench, hands, waiting })
useSessionKeyboard(hands, {
  compare,
  nextComparison,
  essential: () => toggleEssential(),
})
</script>

<template>
  <main v-if="!set" class="p-8">
    <p>{{ t('bench.noSet') }} <RouterLink to="/" class="underline">{{ t('bench.toToday') }}</RouterLink></p>
  </main>
  <main
    v-else
    class="mx-auto grid h-[calc(100dvh-3.25rem)] max-w-[1500px] short:h-auto grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-3 p-4"
    data-testid="session"
    :data-look="look?.id ?? ''"
  >
    <SessionHeader
      :set="set"
      :egg="atTheLamp"
      :place="atTheLamp ? bench.placeOf(atTheLamp) : ''"
      :suspected="suspected !== null"
      :day="dayWords(set, hatchery.hatchery.zone, nowMs)"
      :air="air.latest"
      :seen="inside - waiting"
      :eggs="inside"
      :pace="words.pace.value"
    >
      <SessionClocks
        :egg-out-ms="eggOutMs"
        :tray-out-ms="clocks.trayOutMs"
        :lid-off-ms="clocks.lidOffMs"
        :limits="limits"
      />
    </SessionHeader>

    <SessionSummary
      v-if="!session && shownReport"
      :session="shownReport"
      :set="set"
      :seen="seen"
      :left="left"
      :changed="changedByMates"
      :place-of="bench.placeOf"
      :now-ms="nowMs"
      :may-go-on="flow.endedJustNow.value"
      @again="startAnew"
      @go-on="takeBack"
    />
    <div v-else-if="session && !session.begun" class="min-h-0 overflow-y-auto p-2">
      <h2 class="mb-4 text-3xl font-bold">{{ t('session.before') }}</h2>
      <PreFlight
        v-model:sounds="sounds.sounds.value"
        v-model:voice="sounds.voice.value"
        :session="session"
        :units="hatchery.hatchery.units"
        :latest="air.latest"
        :known="candlers"
        :network-name="networkName"
        :pedal="learning ? 'press it now' : pedal"
        :voice-offered="sounds.canSpeak"
        @tick="guarded(() => flow.tick($event))"
        @all="guarded(() => flow.readyAll())"
        @change="guarded(() => flow.save($event))"
        @learn-pedal="learning = true"
        @air="(rh, celsius) => guarded(() => flow.noteAir(rh, celsius, 'hand'))"
      />
    </div>
    <BesideTheLamp
      v-else-if="session && clocks.pausedMs !== null"
      :title="t('session.paused')"
      :text="wordsForPause(clocks.trayOutMs !== null)"
    />
    <BesideTheLamp
      v-else-if="session && step.kind !== 'candle'"
      :title="words.step.value.title"
      :text="words.step.value.text"
      data-testid="step"
      :data-step="step.kind"
    >
      <ChangedByMates
        v-if="step.kind === 'return'"
        :changed="changedByMates.filter(({ egg }) => egg.place?.trayId === trayOfStep)"
        :place-of="bench.placeOf"
      />
    </BesideTheLamp>
    <div
      v-else-if="session"
      class="grid min-h-0 auto-rows-max grid-cols-1 gap-4 overflow-y-auto md:auto-rows-[minmax(0,1fr)] md:grid-cols-[minmax(0,1fr)_minmax(20rem,27rem)] md:overflow-hidden"
    >
      <LampPicture
        :source="session.source"
        :set="set"
        :timeline="timelineOf(set, hatchery.hatchery)"
        :look="look"
        :words="words.lamp.value"
        :comparison="comparison"
        :place="current ? bench.placeOf(current) : ''"
        :earlier="bench.earlier.value"
        :mates="bench.mates.value"
        :references="references"
        :place-of="bench.placeOf"
        :egg-of="eggOf"
        @problem="problem = $event"
        @picture="picture = $event"
      >
        <ByEye
          v-if="current"
          :key="current.id"
          :egg="current"
          :set="set"
          :zone="hatchery.hatchery.zone"
          :units="hatchery.hatchery.units"
          :look="look"
          :earlier="bench.earlier.value"
          v-model:cell="bench.toldCell.value"
        />
      </LampPicture>
      <SessionEgg :set="set" :session="session" :bench="bench" :hands="hands" :suspected="suspected" />
    </div>
    <p v-else class="p-2 text-lg text-ink-soft">{{ problem ?? t('session.gettingReady') }}</p>

    <SessionKeys
      v-if="session"
      :session="session"
      :step="step"
      :look="look"
      :chosen="chosen"
      :paused="clocks.pausedMs !== null"
      :speaking="hands.speaking.value"
      @go-on="goOn"
      @another="another"
      @undo="takeBack"
      @compare="nextComparison"
      @pause="pause"
      @mark="hands.mark"
      @speak="hands.speak"
    />
    <EssentialScreen
      v-if="essential"
      :place="current && step.kind === 'candle' ? bench.placeOf(current) : words.step.value.title"
      :grade="look ? (chosen ?? standingGrade(look)) : null"
      :over="
        clockLevel(clocks.trayOutMs ?? 0, limits.trayOut) === 'over' ||
        clockLevel(eggOutMs ?? 0, limits.eggOut) === 'over'
      "
      :problem="problem"
      @close="essential = false"
    />
  </main>
</template>
