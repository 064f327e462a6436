<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { Timeline } from '../../domain/timeline.ts'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import CameraView from '../shared/ui/CameraView.vue'
import CompareEgg, { type Comparison } from './CompareEgg.vue'
import NetworkCameraView from './NetworkCameraView.vue'
import PencilLines from './PencilLines.vue'
import type { LivePicture } from './evening/useLampWatch.ts'
import { t } from './words.ts'

/** The live picture of the lamp; once an egg has its look that, or what it is compared with, with the live one beside. */
const props = defineProps<{
  source: Session['source']
  set: EggSet
  timeline: Timeline
  look: LookRecord | null
  /** What the candler should do, in a few words. */
  words: string
  comparison: Comparison | null
  place: string
  earlier: LookRecord[]
  mates: LookRecord[]
  references: LookRecord[]
  placeOf: (egg: Egg) => string
  eggOf: (look: LookRecord) => Egg | undefined
}>()
const emit = defineEmits<{ problem: [sentence: string]; picture: [element: LivePicture | null] }>()

/** The look, where it has a photograph. */
const photographed = computed(() => (props.look && isPictured(props.look) ? props.look : null))
const camera = ref<InstanceType<typeof CameraView> | null>(null)
const networkCamera = ref<InstanceType<typeof NetworkCameraView> | null>(null)
watch(
  () => camera.value?.video ?? networkCamera.value?.picture ?? null,
  (element) => emit('picture', element),
  { flush: 'post', immediate: true },
)
</script>

<template>
  <section
    class="relative overflow-hidden rounded-xl bg-black md:h-auto"
    :class="source === 'eye' && !photographed ? 'min-h-40' : 'h-[40dvh] min-h-64'"
    :aria-label="t('lamp.picture')"
  >
    <!-- Never hidden: a picture that is not shown gets no frames, and the watch would not see the egg leave. -->
    <div
      v-if="source !== 'eye'"
      class="absolute z-10 overflow-hidden"
      :class="
        photographed ? 'top-3 left-3 h-20 w-24 rounded-lg border border-line md:h-28 md:w-36' : 'inset-0'
      "
    >
      <NetworkCameraView v-if="source === 'network'" ref="networkCamera" />
      <CameraView v-else-if="source === 'device'" ref="camera" @problem="emit('problem', $event)" />
    </div>
    <CompareEgg
      v-if="photographed && comparison"
      class="pt-2 pr-2 pb-14 pl-28 md:pl-40"
      :kind="comparison"
      :set="set"
      :timeline="timeline"
      :look="photographed"
      :earlier="earlier"
      :mates="mates"
      :references="references"
      :place-of="placeOf"
      :egg-of="eggOf"
    />
    <MeasuredPhoto
      v-else-if="photographed"
      v-slot="{ stroke }"
      class="pb-14"
      :look="photographed"
      overlay
      :label="t('picture.measured', { egg: place })"
    >
      <PencilLines :outline="photographed.reading.outline" :earlier :stroke />
    </MeasuredPhoto>
    <slot v-else-if="source === 'eye'" />
    <p
      v-if="words && source !== 'eye'"
      class="absolute inset-x-0 bottom-0 z-20 bg-black/70 p-3 text-center text-2xl"
      aria-live="polite"
      data-testid="lamp-words"
    >
      {{ words }}
    </p>
  </section>
</template>
