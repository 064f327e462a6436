<script setup lang="ts">
import { useEventListener, useLocalStorage, useWakeLock } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { clockLevel } from '../../core/session/limits.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import { clearLamp, putOnLamp } from '../../devices/camera/network-camera.ts'
import { ageInDays } from '../../core/planning/incubation/day-count.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { suggestedBeforeMates } from '../../domain/regrade.ts'
import { useBench } from './bench/useBench.ts'
import { useEvening } from './evening/useEvening.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useLampWatch, type LivePicture } from './evening/useLampWatch.ts'
import { useSession } from './session/useSession.ts'
import { useSounds } from './evening/useSounds.ts'
import { useStandInHand } from './useStandInHand.ts'
import { wordsForLamp, wordsForStep } from './session-wording.ts'
import { CAMERA_NAMES, dayWords, GRADE_WORDS, mainReason } from '../shared/wording.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useRoomStore } from '../shared/room.ts'
import ChangedByMates from './ChangedByMates.vue'
import type { Comparison } from './CompareEgg.vue'
import EggNotes from './EggNotes.vue'
import EssentialScreen from './EssentialScreen.vue'
import LampPicture from './LampPicture.vue'
import PreFlight from './PreFlight.vue'
import SessionClocks from './SessionClocks.vue'
import SessionHeader from './SessionHeader.vue'
import SessionKeys from './SessionKeys.vue'
import SessionReport from './SessionReport.vue'
import SessionVerdict from './SessionVerdict.vue'
import StorageRoomNote from '../shared/ui/StorageRoomNote.vue'

const props = defineProps<{ setId: string }>()
const router = useRouter()
const hatchery = useHatcheryStore()
const devices = useDevicesStore()
const room = useRoomStore()
const sounds = useSounds()
const set = computed(() => hatchery.setById(props.setId))
const candlers = computed(() => [...new Set(hatchery.sessions.map(({ candler }) => candler))].filter(Boolean))
const bench = useBench(() => set.value!)
const flow = useSession(() => set.value!, bench)
const { session, step, clocks, eggOutMs, limits, air, pace, nowMs } = flow
const { current, look, problem, phase } = bench

const picture = shallowRef<LivePicture | null>(null)
const essential = ref(false)
const comparison = ref<Comparison | null>(null)
const learning = ref(false)
const pedal = useLocalStorage<string | null>('perlumen-pedal', null)

const networkName = computed(() => CAMERA_NAMES[devices.serves('camera', set.value) ?? 'none'])
const lastSession = computed(
  () =>
    hatchery.sessions
      .filter((item) => item.setId === props.setId && item.endedAt !== null)
      .sort((a, b) => a.endedAt!.localeCompare(b.endedAt!))
      .at(-1) ?? null,
)
const shownReport = computed(() => (session.value === null ? lastSession.value : null))
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
const seen = computed(() => {
  const since = shownReport.value?.startedAt ?? session.value?.startedAt ?? ''
  return bench.eggs.value
    .flatMap((egg) => (bench.lookOf(egg) ? [{ egg, look: bench.lookOf(egg)! }] : []))
    .filter(({ look: item }) => item.takenAt >= since)
})
/** Seen this evening, with a suggestion that is otherwise now that all mates are known. */
const changedByMates = computed(() =>
  seen.value.flatMap(({ egg, look: item }) => {
    const before = suggestedBeforeMates(item, (shownReport.value ?? session.value)?.startedAt ?? '')
    return before ? [{ egg, look: item, before }] : []
  }),
)
const trayOfStep = computed(() => (step.value.kind === 'return' ? step.value.trayId : null))
const left = computed(() =>
  bench.eggs.value.filter(
    (egg) => shownReport.value?.aside.includes(egg.id) && !seen.value.some((item) => item.egg.id === egg.id),
  ),
)
const references = computed(() =>
  bench.references.value.flatMap((egg) => hatchery.looksByEgg.get(egg.id) ?? []),
)
const eggOf = (item: LookRecord) => bench.eggs.value.find((egg) => egg.id === item.eggId)
const waiting = computed(() => bench.eggs.value.filter((egg) => !egg.removed && !bench.lookOf(egg)).length)
const paceWords = computed(() =>
  pace.value === null
    ? ''
    : waiting.value === 0
      ? `${(pace.value / 1000).toFixed(0)} s per egg.`
      : `${(pace.value / 1000).toFixed(0)} s per egg, about ${Math.max(1, Math.round((pace.value * waiting.value) / MINUTE_MS))} min left`,
)
const trayName = (trayId: string): string =>
  set.value?.trays.find((tray) => tray.id === trayId)?.name ?? 'the tray'
/** The egg at hand, while eggs are taken. */
const atTheLamp = computed(() =>
  session.value?.begun && step.value.kind === 'candle' ? current.value : null,
)
const suspected = computed(() => (current.value ? bench.suspectOf(current.value) : null))

onMounted(async () => {
  if (!set.value) return
  if (!session.value && (!lastSession.value || Date.now() - Date.parse(lastSession.value.endedAt!) > 600_000))
    await startAnew()
  bench.begin()
  hands.resume()
})
async function startAnew(): Promise<void> {
  await guarded(() => flow.start(networkName.value ? 'network' : 'device'))
}
async function guarded(work: () => Promise<unknown>): Promise<void> {
  try {
    await work()
  } catch (error) {
    problem.value = (error as Error).message
  }
}

// At the stand-in camera a simulated hand brings the eggs, as a helper would.
useStandInHand({
  active: () =>
    hands.byItself.value &&
    session.value?.source === 'network' &&
    devices.serves('camera', set.value) === 'stand-in',
  stage: () => hands.watching.value.stage,
  waitsFor: () => (current.value && !current.value.removed && !look.value ? current.value.number : null),
  lay: (number) =>
    putOnLamp(set.value!.standInBasket!, number, ageInDays(Date.parse(set.value!.setAt), Date.now())),
  lift: clearLamp,
})

watch(
  () => current.value?.id,
  () => {
    // A suspect's first look stands beside it without being asked for.
    comparison.value = suspected.value ? 'earlier' : null
  },
)
const wakeLock = useWakeLock()
watch(
  () => session.value !== null,
  (on) => void (on ? wakeLock.request('screen') : wakeLock.release()).catch(() => undefined),
  { immediate: true },
)

const ORDER: readonly Comparison[] = ['earlier', 'blink', 'mates', 'reference', 'living']
function compare(kind: Comparison): void {
  comparison.value = comparison.value === kind ? null : kind
}
function nextComparison(): void {
  comparison.value =
    comparison.value === null ? ORDER[0]! : (ORDER[ORDER.indexOf(comparison.value) + 1] ?? null)
}

useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (learning.value) {
      pedal.value = event.key
      learning.value = false
      event.preventDefault()
      event.stopImmediatePropagation()
    } else if (
      pedal.value !== null &&
      event.key === pedal.value &&
      !event.repeat &&
      !(event.target instanceof HTMLElement && event.target.closest('input, select'))
    ) {
      event.preventDefault()
      void goOn()
    }
  },
  { capture: true },
)
useKeys({
  ' ': () => void goOn(),
  x: () => void another(),
  z: () => void takeBack(),
  c: nextComparison,
  v: () => void pause(),
  d: () => void hands.mark(),
  t: () => void hands.speak(),
  b: () => {
    essential.value = !essential.value
  },
  h: () => compare('earlier'),
  j: () => compare('blink'),
  m: () => compare('mates'),
  n: () => compare('reference'),
  l: () => compare('living'),
  r: () => void hands.take(),
  s: () => void hands.skip(1),
  ArrowRight: () => void hands.skip(1),
  ArrowLeft: () => void hands.skip(-1),
  '+': () => room.brighten(1),
  '-': () => room.brighten(-1),
})

const lampWords = computed(() =>
  phase.value !== 'ready'
    ? 'Reading …'
    : wordsForLamp(hands.watching.value, {
        unread: hands.unread.value !== null,
        byItself: session.value?.trigger === 'itself',
        taken: look.value !== null,
      }),
)
const stepWords = computed(() =>
  wordsForStep(
    step.value,
    trayName,
    (trayId) => bench.eggs.value.filter((egg) => egg.place?.trayId === trayId && !egg.removed).length,
  ),
)
</script>

<template>
  <main v-if="!set" class="p-8">
    <p>There is no such set. <RouterLink to="/" class="underline">Back to Today</RouterLink></p>
  </main>
  <main
    v-else
    class="mx-auto grid h-[calc(100dvh-3.25rem)] max-w-[1500px] grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-3 p-4"
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
      :seen="bench.eggs.value.length - waiting"
      :eggs="bench.eggs.value.length"
      :pace="paceWords"
    >
      <SessionClocks
        :egg-out-ms="eggOutMs"
        :tray-out-ms="clocks.trayOutMs"
        :lid-off-ms="clocks.lidOffMs"
        :limits="limits"
      />
    </SessionHeader>

    <div v-if="!session && shownReport" class="min-h-0 overflow-y-auto p-2">
      <h2 class="mb-4 text-3xl font-bold">Evening summary</h2>
      <SessionReport
        :session="shownReport"
        :set="set"
        :seen="seen"
        :left="left"
        :changed="changedByMates"
        :place-of="bench.placeOf"
        :now-ms="nowMs"
      />
      <div class="mt-6 flex flex-wrap gap-3">
        <RouterLink :to="{ name: 'removal', params: { setId } }" class="press press-lamp min-h-14 text-lg"
          >To remove <span class="key">Space</span></RouterLink
        ><button type="button" class="press min-h-14" @click="startAnew">Candle again</button>
        <button v-if="flow.endedJustNow.value" type="button" class="press min-h-14" @click="takeBack">
          Not finished yet <span class="key">Z</span>
        </button>
      </div>
    </div>
    <div v-else-if="session && !session.begun" class="min-h-0 overflow-y-auto p-2">
      <h2 class="mb-4 text-3xl font-bold">Before the first egg</h2>
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
        @change="guarded(() => flow.save($event))"
        @learn-pedal="learning = true"
        @air="(rh, celsius) => guarded(() => flow.noteAir(rh, celsius, 'hand'))"
      />
    </div>
    <div
      v-else-if="session && clocks.pausedMs !== null"
      class="flex min-h-0 flex-col items-center justify-center-safe gap-3 overflow-y-auto text-center"
    >
      <h2 class="text-5xl font-bold text-ink-soft">Paused</h2>
      <p class="text-xl text-ink-soft">
        {{
          clocks.trayOutMs === null
            ? 'No tray is out.'
            : 'The tray is still out and cooling. Cover it with the towel.'
        }}
      </p>
    </div>
    <div
      v-else-if="session && step.kind !== 'candle'"
      class="flex min-h-0 flex-col items-center justify-center-safe gap-3 overflow-y-auto text-center"
      data-testid="step"
      :data-step="step.kind"
    >
      <h2 class="text-3xl font-bold text-ink-soft sm:text-5xl">{{ stepWords.title }}</h2>
      <p class="text-xl text-ink-soft sm:text-2xl">{{ stepWords.text }}</p>
      <ChangedByMates
        v-if="step.kind === 'return'"
        :changed="changedByMates.filter(({ egg }) => egg.place?.trayId === trayOfStep)"
        :place-of="bench.placeOf"
      />
    </div>
    <div
      v-else-if="session"
      class="grid min-h-0 auto-rows-max grid-cols-1 gap-4 overflow-y-auto md:auto-rows-[minmax(0,1fr)] md:grid-cols-[minmax(0,1fr)_minmax(20rem,27rem)] md:overflow-hidden"
    >
      <LampPicture
        :source="session.source"
        :set="set"
        :timeline="timelineOf(set, hatchery.hatchery)"
        :look="look"
        :words="lampWords"
        :comparison="comparison"
        :place="current ? bench.placeOf(current) : ''"
        :earlier="bench.earlier.value"
        :mates="bench.mates.value"
        :references="references"
        :place-of="bench.placeOf"
        :egg-of="eggOf"
        @problem="problem = $event"
        @picture="picture = $event"
      />
      <aside class="min-h-0 md:overflow-y-auto">
        <p
          v-if="problem"
          class="mb-3 rounded-xl border border-ember p-4 text-lg"
          role="alert"
          data-testid="problem"
        >
          {{ problem }} <span class="text-ink-soft">Nothing was saved for it.</span>
        </p>
        <SessionVerdict
          v-if="look"
          :look="look"
          :set="set"
          :timeline="timelineOf(set, hatchery.hatchery)"
          :chosen="chosen"
          :suspected="suspected"
          :lift-agrees="session.trigger !== 'key' && session.liftAgrees"
        />
        <p v-else class="text-lg text-ink-soft">
          {{
            suspected
              ? `At ${suspected.ageDays.toFixed(1)} days it was ${GRADE_WORDS[suspected.own?.grade ?? suspected.verdict.grade].toLowerCase()}: ${mainReason(suspected)}.`
              : 'Do not look into the lamp.'
          }}
        </p>
        <EggNotes
          v-if="current"
          class="mt-4"
          :egg="current"
          :marking="hands.marking.value"
          :speaking-since-ms="hands.speakingSinceMs.value"
        />
        <StorageRoomNote class="mt-4" />
      </aside>
    </div>
    <p v-else class="p-2 text-lg text-ink-soft">{{ problem ?? 'Getting ready …' }}</p>

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
      :place="current && step.kind === 'candle' ? bench.placeOf(current) : stepWords.title"
      :grade="look ? (chosen ?? look.own?.grade ?? look.verdict.grade) : null"
      :over="
        clockLevel(clocks.trayOutMs ?? 0, limits.trayOut) === 'over' ||
        clockLevel(eggOutMs ?? 0, limits.eggOut) === 'over'
      "
      :problem="problem"
      @close="essential = false"
    />
  </main>
</template>
