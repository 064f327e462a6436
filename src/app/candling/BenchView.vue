<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { hatcheryRecordSchema, type Hatchery } from '../../contracts/records/hatchery-record.ts'
import { figuresOf } from '../../core/measure/by-hand.ts'
import { calibrateCamera, scaleFromCalliper } from '../../core/measure/scale.ts'
import { isByCamera } from '../../domain/look-figures.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useBench } from './bench/useBench.ts'
import { useOcclusionMap } from './useOcclusionMap.ts'
import { useTrayTogether } from './useTrayTogether.ts'
import { useClockStore } from '../shared/clock.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useArrived } from './useArrived.ts'
import { useRoomStore } from '../shared/room.ts'
import { SPECIES } from '../../core/species/species.ts'
import { CAMERA_NAMES, count, dayWords, GRADE_WORDS } from '../shared/wording.ts'
import BenchKeys from './BenchKeys.vue'
import ChangedByMates from './ChangedByMates.vue'
import CameraView from '../shared/ui/CameraView.vue'
import NetworkCameraView from './NetworkCameraView.vue'
import EggMark from '../shared/ui/EggMark.vue'
import EggPlaces from './EggPlaces.vue'
import FileOutcomes from './FileOutcomes.vue'
import HandLinesOverlay from '../shared/ui/HandLines.vue'
import HandLinesPanel from './HandLinesPanel.vue'
import LampHint from './LampHint.vue'
import LabelReader from './LabelReader.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import OcclusionMap from './OcclusionMap.vue'
import SeveralEggs from './SeveralEggs.vue'
import PencilLines from './PencilLines.vue'
import PictureKeys from './PictureKeys.vue'
import PhotoSource, { type SourceKind } from './PhotoSource.vue'
import TrayMap from '../shared/ui/TrayMap.vue'
import VerdictPanel from './VerdictPanel.vue'

const props = defineProps<{ setId: string }>()
const hatchery = useHatcheryStore()
const devices = useDevicesStore()
const room = useRoomStore()
const clock = useClockStore()
const set = computed(() => hatchery.setById(props.setId))
const bench = useBench(() => set.value!)
const { current, look, phase, busy, problem, many, several, drawn, asking, savedAt } = bench
const { changed: changedByMates } = useTrayTogether(() => set.value, bench)

const source = ref<SourceKind>('files')
const overlay = ref(true)
const speaking = useOcclusionMap(
  () => look.value,
  () => set.value!,
)
const dragging = ref(false)
const camera = ref<InstanceType<typeof CameraView> | null>(null)
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
  if (source.value === 'files') return chooser.value?.open()
  const photo = await camera.value?.capture()
  if (photo) await bench.takePhoto(photo, 'camera')
}

function drop(event: DragEvent): void {
  dragging.value = false
  const files = [...(event.dataTransfer?.files ?? [])]
  if (files.length > 0) void bench.takeFiles(files, chooser.value?.order ?? 'name')
}

const agree = (): void => {
  if (look.value) void bench.decide(look.value.own?.grade ?? look.value.verdict.grade)
}

async function saveScale(change: Partial<Hatchery['scale']>): Promise<void> {
  const next = hatcheryRecordSchema.safeParse({
    ...hatchery.hatchery,
    scale: { ...hatchery.hatchery.scale, ...change },
  })
  if (!next.success) {
    problem.value = 'The collar’s diameter must be 5 to 200 mm.'
    return
  }
  try {
    await hatchery.saveHatchery(next.data)
    problem.value = null
  } catch {
    problem.value = 'The scale could not be saved.'
  }
}

const calliper = computed(() => (current.value?.breadthMm ? { breadthMm: current.value.breadthMm } : null))
async function calibrate(): Promise<void> {
  if (!calliper.value || !drawn.value || !look.value) return
  const { mmAcross } = calibrateCamera(
    scaleFromCalliper(figuresOf(drawn.value), calliper.value),
    look.value.photo,
  )
  await saveScale({ camera: { mmAcross, at: new Date().toISOString() } })
}

// While something waits for an answer, only its own keys work.
useKeys(
  {
    Enter: () => void bench.keepSeveral(),
    Escape: () => {
      several.value = null
    },
  },
  () => several.value !== null,
)
useKeys(
  {
    Enter: () => void bench.keepLines(drawn.value),
    Escape: () => {
      drawn.value = null
    },
  },
  () => drawn.value !== null,
)
useKeys(
  {
    Escape: () => {
      if (many.running.value === null) many.close()
    },
    e: bench.draw,
    ' ': () => {
      if (!look.value) void take()
    },
    Enter: agree,
    '1': () => void bench.decide('developing'),
    '2': () => void bench.decide('clear'),
    '3': () => void bench.decide('blood-ring'),
    '4': () => void bench.decide('quitter'),
    '5': () => void bench.decide('unsure'),
    r: () => {
      if (look.value) void take()
    },
    z: () => void bench.undo(),
    w: () => void speaking.toggle(),
    o: () => {
      overlay.value = !overlay.value
    },
    ArrowRight: () => bench.step(1),
    ArrowLeft: () => bench.step(-1),
    ArrowDown: () => bench.step(bench.tray.value.columns),
    ArrowUp: () => bench.step(-bench.tray.value.columns),
    '+': () => room.brighten(1),
    '-': () => room.brighten(-1),
  },
  () => !asking.value,
)

const PHASE_WORDS = {
  ready: '',
  taking: 'Taking the picture …',
  measuring: 'Measuring …',
  saving: 'Saving …',
} as const
</script>

<template>
  <main v-if="!set" class="p-8">
    <p>There is no such set. <RouterLink to="/" class="underline">Back to Today</RouterLink></p>
  </main>
  <main
    v-else
    class="mx-auto grid h-[calc(100dvh-3.25rem)] max-w-[1500px] grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-3 p-3"
    :data-look="look?.id ?? ''"
    @dragover.prevent="dragging = true"
    @dragleave="dragging = false"
    @drop.prevent="drop"
  >
    <header class="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
      <div class="flex items-baseline gap-3">
        <h1 class="text-xl font-bold sm:text-2xl" data-testid="current-egg">
          {{ current ? `${bench.placeOf(current)}, egg ${current.number}` : set.name }}
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
      <div class="ml-auto flex items-center gap-4 text-ink-soft max-sm:order-2 sm:ml-0" aria-live="polite">
        <span data-testid="status">{{
          PHASE_WORDS[phase] || (savedAt ? `Saved ${savedAt.toLocaleTimeString('en-GB')}` : '')
        }}</span>
        <RouterLink
          :to="{ name: 'removal', params: { setId } }"
          class="press min-h-10 py-1"
          :class="{ 'press-lamp': bench.waiting.value === 0 }"
        >
          {{
            bench.waiting.value === 0 ? 'Tray done: to remove' : `${count(bench.waiting.value, 'egg')} to go`
          }}
        </RouterLink>
      </div>
    </header>

    <div
      class="grid min-h-0 auto-rows-max grid-cols-1 gap-3 overflow-y-auto md:auto-rows-[minmax(0,1fr)] md:grid-cols-[minmax(11rem,16rem)_minmax(0,1fr)_minmax(17rem,24rem)] md:overflow-hidden"
    >
      <div class="order-3 self-start md:order-1 md:max-h-full md:overflow-y-auto">
        <LabelReader @tray="bench.chooseTray" @egg="bench.choose" />
        <label v-if="set.trays.length > 1" class="mb-2 flex items-center gap-2 text-ink-soft"
          >Tray
          <select
            class="grow rounded border border-line bg-panel p-1 text-ink"
            :value="bench.tray.value.id"
            @change="bench.chooseTray(($event.target as HTMLSelectElement).value)"
          >
            <option v-for="tray in set.trays" :key="tray.id" :value="tray.id">{{ tray.name }}</option>
          </select>
        </label>
        <TrayMap
          :tray="bench.tray.value"
          :eggs="bench.eggsHere.value"
          :look-of="bench.lookOf"
          :suspect="bench.isSuspect"
          :current-id="current?.id"
          @choose="bench.choose"
        />
        <div v-if="bench.references.value.length > 0" class="mt-3">
          <p class="text-sm text-ink-soft">Never set: reference eggs</p>
          <button
            v-for="egg in bench.references.value"
            :key="egg.id"
            type="button"
            class="mt-1 flex items-center gap-2 rounded-lg border p-1"
            :class="
              egg.id === current?.id ? 'border-lamp bg-lamp-soft' : 'border-transparent hover:border-line'
            "
            @click="bench.choose(egg)"
          >
            <EggMark :look="bench.lookOf(egg)" class="w-10" /> {{ bench.placeOf(egg) }}
          </button>
        </div>
      </div>

      <section
        class="relative order-1 h-[40dvh] min-h-64 overflow-hidden rounded-xl bg-black md:order-2 md:h-auto"
        :class="{ 'ring-2 ring-lamp': dragging }"
        aria-label="Photograph"
      >
        <NetworkCameraView v-if="source === 'network'" v-show="!look && !several" />
        <SeveralEggs v-if="several" :picture="several" :place-of="bench.placeOf" />
        <MeasuredPhoto
          v-else-if="look && drawn"
          v-slot="{ stroke }"
          :look="look"
          :overlay="false"
          label="Photograph with lines to move"
        >
          <HandLinesOverlay :lines="drawn" :stroke="stroke" @change="drawn = $event" />
        </MeasuredPhoto>
        <MeasuredPhoto
          v-else-if="look"
          :look="look"
          :overlay="overlay"
          v-slot="{ stroke }"
          :label="`Photograph of ${current ? bench.placeOf(current) : ''} with its measurements`"
        >
          <PencilLines
            v-if="overlay"
            :outline="look.reading.outline"
            :earlier="bench.earlier.value"
            :stroke
          />
          <OcclusionMap
            v-if="speaking.parts.value"
            :outline="look.reading.outline"
            :parts="speaking.parts.value"
            :stroke="stroke"
          />
        </MeasuredPhoto>
        <CameraView v-else-if="source === 'device'" ref="camera" @problem="problem = $event" />
        <LampHint v-if="!look && !several" :files="source === 'files'" />
        <PictureKeys
          v-if="look && !asking"
          :overlay
          :busy
          :speaking="speaking.state.value"
          @draw="bench.draw"
          @speak="speaking.toggle"
          @overlay="overlay = !overlay"
        />
        <FileOutcomes
          v-if="many.outcomes.value.length > 0"
          :outcomes="many.outcomes.value"
          :running="many.running.value !== null"
          @stop="many.stop"
          @close="many.close"
        />
      </section>

      <aside class="order-2 min-h-0 md:order-3 md:overflow-y-auto">
        <div
          v-if="problem"
          class="mb-3 rounded-xl border border-ember p-4 text-lg"
          role="alert"
          data-testid="problem"
        >
          {{ problem }} <span class="text-ink-soft">Nothing was saved for it.</span>
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
          v-else-if="look && drawn && bench.measured.value"
          :look="look"
          :lines="drawn"
          :measured="bench.measured.value"
          :hatchery="hatchery.hatchery"
          :busy="busy"
          :can-calibrate="calliper !== null && isByCamera(look)"
          @change="drawn = $event"
          @keep="bench.keepLines(drawn)"
          @cancel="drawn = null"
          @measured="bench.keepLines(null)"
          @collar="saveScale({ collarMm: $event })"
          @calibrate="calibrate"
        />
        <VerdictPanel
          v-else-if="look"
          :look="look"
          :egg="current"
          :hatchery="hatchery.hatchery"
          :timeline="timelineOf(set, hatchery.hatchery)"
          :earlier="bench.earlier.value"
          :mates="bench.mates.value"
        />
        <div v-else-if="current" class="flex flex-col gap-3 text-lg text-ink-soft">
          <p v-if="current.removed">This egg was removed: {{ GRADE_WORDS[current.removed.grade] }}.</p>
          <p v-else>No photograph of this egg yet today.</p>
          <div v-if="bench.earlier.value.length > 0">
            <p class="mb-1 text-ink">Earlier looks</p>
            <ul class="flex flex-col gap-1">
              <li v-for="item in bench.earlier.value" :key="item.id">
                {{ dayWords(set, hatchery.hatchery.zone, Date.parse(item.takenAt)) }}:
                {{ GRADE_WORDS[item.own?.grade ?? item.verdict.grade] }}
              </li>
            </ul>
          </div>
          <p class="text-base">
            Keep an egg out for no more than five minutes. Wash your hands before and after.
          </p>
        </div>
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
      @take="take"
      @agree="agree"
      @overrule="bench.decide"
      @undo="bench.undo"
    />
  </main>
</template>
