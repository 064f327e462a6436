<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { isByCamera } from '../../domain/size-of-look.ts'
import { useBench } from './bench/useBench.ts'
import { useBenchKeyboard } from './bench/useBenchKeyboard.ts'
import { useHandScale } from './bench/useHandScale.ts'
import { useOcclusionMap } from './useOcclusionMap.ts'
import { useTrayTogether } from './useTrayTogether.ts'
import { useClockStore } from '../shared/clock.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { isPictured } from '../../contracts/records/look-record.ts'
import { standingGrade } from '../../domain/own-grade.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useArrived } from './useArrived.ts'
import { SPECIES } from '../../core/species/species.ts'
import { CAMERA_NAMES, count, dayWords } from '../shared/wording.ts'
import BenchKeys from './BenchKeys.vue'
import BenchPicture from './BenchPicture.vue'
import BenchTray from './BenchTray.vue'
import ChangedByMates from './ChangedByMates.vue'
import EggActs from './EggActs.vue'
import EggPlaces from './EggPlaces.vue'
import HandLinesPanel from './HandLinesPanel.vue'
import NotPhotographed from './NotPhotographed.vue'
import PhotoSource, { type SourceKind } from './PhotoSource.vue'
import VerdictPanel from './VerdictPanel.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

const props = defineProps<{ setId: string }>()
const hatchery = useHatcheryStore()
const devices = useDevicesStore()
const clock = useClockStore()
const set = computed(() => hatchery.setById(props.setId))
const bench = useBench(() => set.value!)
const { current, look, phase, busy, problem, several, drawn, asking, savedAt } = bench
const { changed: changedByMates } = useTrayTogether(() => set.value, bench)

/** The look, where it has a photograph. */
const photographed = computed(() => (look.value && isPictured(look.value) ? look.value : null))
const source = ref<SourceKind>('files')
const overlay = ref(true)
const speaking = useOcclusionMap(
  () => photographed.value,
  () => set.value!,
)
const dragging = ref(false)
const pictured = useTemplateRef('pictured')
const chooser = ref<InstanceType<typeof PhotoSource> | null>(null)

const networkName = computed(() => CAMERA_NAMES[devices.serves('camera', set.value) ?? 'none'])

onMounted(() => {
  if (networkName.value) source.value = 'network'
  if (set.value) bench.begin()
})
useArrived((files) => {
  source.value = 'files'
  return bench.takeFiles(files, 'name')
})
watch(
  [current, source],
  ([egg]) => {
    if (egg && source.value === 'network' && !look.value) void bench.showOnLamp(egg).catch(() => undefined)
  },
  { immediate: true },
)

async function take(): Promise<void> {
  if (source.value === 'network') return bench.takeFromNetwork()
  if (source.value === 'eye') return
  if (source.value === 'files') return chooser.value?.open()
  const photo = await pictured.value?.capture()
  if (photo) await bench.takePhoto(photo, 'camera')
}

function drop(event: DragEvent): void {
  dragging.value = false
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length > 0) void bench.takeFiles(files, chooser.value?.order ?? 'name')
}

const agree = (): void => {
  if (look.value) void bench.decide(standingGrade(look.value))
}

const { calliper, saveCollar, calibrate } = useHandScale(bench)

useBenchKeyboard(bench, {
  take: () => void take(),
  evidence: () => void speaking.toggle(),
  lines: () => {
    overlay.value = !overlay.value
  },
  agree,
  byEye: () => source.value === 'eye',
})

const PHASE_WORDS = {
  ready: '',
  taking: t('bench.taking'),
  measuring: t('bench.measuring'),
  saving: t('bench.saving'),
} as const
</script>

<template>
  <main v-if="!set" class="p-8">
    <p>{{ t('bench.noSet') }} <RouterLink to="/" class="underline">{{ t('bench.toToday') }}</RouterLink></p>
  </main>
  <main
    v-else
    class="mx-auto grid h-[calc(100dvh-3.25rem)] max-w-[1500px] short:h-auto grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-3 p-3"
    :data-look="look?.id ?? ''"
    @dragover.prevent="dragging = true"
    @dragleave="dragging = false"
    @drop.prevent="drop"
  >
    <header class="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
      <div class="flex flex-wrap items-baseline gap-x-3">
        <h1 class="text-xl font-bold sm:text-2xl" data-testid="current-egg">
          {{ current ? t('bench.egg', { place: bench.placeOf(current), number: current.number }) : set.name }}
        </h1>
        <span class="text-ink-soft sm:text-lg"
          ><span class="max-sm:hidden">{{ SPECIES[set.species].label }}, </span
          >{{ dayWords(set, hatchery.hatchery.zone, clock.nowMs) }}</span
        >
      </div>
      <PhotoSource
        ref="chooser"
        class="max-sm:order-3 max-sm:w-full"
        :source="source"
        :network-name="networkName"
        :disabled="asking"
        @choose="source = $event"
        @files="bench.takeFiles"
      />
      <div
        class="ml-auto flex flex-wrap items-center gap-x-4 gap-y-1 text-ink-soft max-sm:order-2 sm:ml-0"
        aria-live="polite"
      >
        <span data-testid="status">{{
          PHASE_WORDS[phase] ||
          (savedAt ? t('bench.savedAt', { time: savedAt.toLocaleTimeString('en-GB') }) : '')
        }}</span>
        <span v-if="bench.waiting.value > 0">{{
          t('bench.eggsToGo', { eggs: count(bench.waiting.value, 'egg') })
        }}</span>
        <KitButton
          :to="{ name: 'removal', params: { setId } }"
          size="desk"
          :kind="bench.waiting.value === 0 ? 'next' : 'plain'"
        >
          {{ bench.waiting.value === 0 ? t('bench.trayDone') : t('report.openRemovalList') }}
        </KitButton>
      </div>
    </header>

    <div
      class="grid min-h-0 auto-rows-max grid-cols-1 gap-3 overflow-y-auto md:auto-rows-[minmax(0,1fr)] md:grid-cols-[minmax(11rem,16rem)_minmax(0,1fr)_minmax(17rem,24rem)] md:overflow-hidden"
    >
      <BenchTray
        class="order-3 self-start md:order-1 md:max-h-full md:overflow-y-auto"
        :bench="bench"
        :trays="set.trays"
      />

      <BenchPicture
        ref="pictured"
        v-model:overlay="overlay"
        class="order-1 md:order-2"
        :class="{ 'ring-2 ring-lamp': dragging }"
        :bench="bench"
        :set="set"
        :source="source"
        :speaking="speaking"
      />

      <aside class="order-2 min-h-0 md:order-3 md:overflow-y-auto">
        <div
          v-if="problem"
          class="mb-3 rounded-xl border border-ember p-4 text-lg"
          role="alert"
          data-testid="problem"
        >
          {{ problem }} <span class="text-ink-soft">{{ t('bench.nothingSaved') }}</span>
        </div>
        <EggPlaces
          v-if="several"
          :picture="several"
          :waiting="bench.eggs.value.filter(bench.waits)"
          :place-of="bench.placeOf"
          :busy="busy"
          @place="bench.placeOne"
          @keep="bench.keepSeveral"
          @discard="several = null"
        />
        <HandLinesPanel
          v-else-if="photographed && drawn && bench.measured.value"
          :look="photographed"
          :lines="drawn"
          :measured="bench.measured.value"
          :hatchery="hatchery.hatchery"
          :busy="busy"
          :can-calibrate="calliper !== null && isByCamera(photographed)"
          @change="drawn = $event"
          @keep="bench.keepLines(drawn)"
          @cancel="drawn = null"
          @measured="bench.keepLines(null)"
          @collar="saveCollar"
          @calibrate="calibrate"
        />
        <VerdictPanel
          v-else-if="photographed"
          :set="set"
          :egg-page="current ? { name: 'egg', params: { setId, eggId: current.id } } : undefined"
          :look="photographed"
          :egg="current"
          :hatchery="hatchery.hatchery"
          :timeline="timelineOf(set, hatchery.hatchery)"
          :earlier="bench.earlier.value"
          :mates="bench.mates.value"
        />
        <NotPhotographed
          v-else-if="current"
          :egg="current"
          :set="set"
          :earlier="bench.earlier.value"
          :zone="hatchery.hatchery.zone"
          :by-eye="source === 'eye'"
        />
        <EggActs
          v-if="current && !asking"
          class="mt-4"
          :set="set"
          :egg="current"
          :look="look"
          @left="bench.advance"
        />
        <ChangedByMates v-if="!asking" class="mt-5" :changed="changedByMates" :place-of="bench.placeOf" />
      </aside>
    </div>

    <BenchKeys
      v-if="!asking"
      :look="look"
      :busy="busy"
      :can-undo="hatchery.journal.length > 0"
      :can-take="source !== 'network' || networkName !== null"
      :removed="current?.removed != null"
      :by-eye="source === 'eye'"
      :unseen="bench.unseenHere.value.length"
      @take="take"
      @agree="agree"
      @overrule="bench.decide"
      @rest-develops="bench.restDevelops"
      @undo="bench.undo"
    />
  </main>
</template>
