<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { EggSet } from '../../contracts/records/set-record.ts'
import CameraView from '../shared/ui/CameraView.vue'
import HandLinesOverlay from '../shared/ui/HandLines.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import { isPictured } from '../../contracts/records/look-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import type { Bench } from './bench/useBench.ts'
import ByEye from './ByEye.vue'
import FileOutcomes from './FileOutcomes.vue'
import LampHint from './LampHint.vue'
import NetworkCameraView from './NetworkCameraView.vue'
import OcclusionMap from './OcclusionMap.vue'
import PencilLines from './PencilLines.vue'
import type { SourceKind } from './PhotoSource.vue'
import PictureKeys from './PictureKeys.vue'
import SeveralEggs from './SeveralEggs.vue'
import type { useOcclusionMap } from './useOcclusionMap.ts'
import { t } from './words.ts'

/** What the bench sees: a live picture, or the photograph of the egg at hand with what lies over it. */
const props = defineProps<{
  bench: Bench
  set: EggSet
  source: SourceKind
  speaking: ReturnType<typeof useOcclusionMap>
}>()
/** Whether what was measured is drawn. */
const overlay = defineModel<boolean>('overlay', { required: true })
const store = useHatcheryStore()
const { current, busy, problem, many, several, drawn, asking, toldCell } = props.bench
/** The look, where it has a photograph. */
const look = computed(() => {
  const { value: seen } = props.bench.look
  return seen && isPictured(seen) ? seen : null
})
const camera = useTemplateRef('camera')
defineExpose({
  /** A still of this device's camera, where that is what is seen. */
  capture: (): Promise<Blob | null> => camera.value?.capture() ?? Promise.resolve(null),
})
</script>

<template>
  <section
    class="relative h-[40dvh] min-h-64 overflow-hidden rounded-xl bg-black md:h-auto"
    :aria-label="t('keys.photograph')"
  >
    <NetworkCameraView v-if="source === 'network'" v-show="!look && !several" />
    <SeveralEggs v-if="several" :picture="several" :place-of="bench.placeOf" />
    <MeasuredPhoto
      v-else-if="look && drawn"
      v-slot="{ stroke }"
      :look="look"
      :overlay="false"
      :label="t('picture.withLines')"
    >
      <HandLinesOverlay :lines="drawn" :stroke="stroke" @change="drawn = $event" />
    </MeasuredPhoto>
    <MeasuredPhoto
      v-else-if="look"
      :look="look"
      :overlay="overlay"
      v-slot="{ stroke }"
      :label="t('picture.measured', { egg: current ? bench.placeOf(current) : '' })"
    >
      <PencilLines v-if="overlay" :outline="look.reading.outline" :earlier="bench.earlier.value" :stroke />
      <OcclusionMap
        v-if="speaking.parts.value"
        :outline="look.reading.outline"
        :parts="speaking.parts.value"
        :stroke="stroke"
      />
    </MeasuredPhoto>
    <ByEye
      v-else-if="current && (source === 'eye' || (bench.look.value && source === 'files'))"
      :key="current.id"
      :egg="current"
      :place="bench.placeOf(current)"
      :set="set"
      :zone="store.hatchery.zone"
      :units="store.hatchery.units"
      :look="bench.look.value"
      :earlier="bench.earlier.value"
      v-model:cell="toldCell"
    />
    <CameraView v-else-if="source === 'device'" ref="camera" @problem="problem = $event" />
    <LampHint v-if="!bench.look.value && !several && source !== 'eye'" :files="source === 'files'" />
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
</template>
