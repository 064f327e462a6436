<script setup lang="ts">
import type { Tray } from '../../contracts/records/tray-record.ts'
import EggMark from '../shared/ui/EggMark.vue'
import TrayMap from '../shared/ui/TrayMap.vue'
import type { Bench } from './bench/useBench.ts'
import LabelReader from './LabelReader.vue'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** The tray at hand as a map, and the way to another one and to the reference eggs. */
defineProps<{ bench: Bench; trays: readonly Tray[] }>()
</script>

<template>
  <div>
    <LabelReader @tray="bench.chooseTray" @egg="bench.choose" />
    <ListChoice
      v-if="trays.length > 1"
      :label="t('tray.title')"
      :model-value="bench.tray.value.id"
      @change="bench.chooseTray($event)"
      :options="trays.map((tray) => ({ value: tray.id, name: tray.name }))"
      class="mb-2 grow"
    />
    <TrayMap
      :tray="bench.tray.value"
      :eggs="bench.eggsHere.value"
      :look-of="bench.lookOf"
      :suspect="bench.isSuspect"
      :current-id="bench.current.value?.id"
      @choose="bench.choose"
    />
    <div v-if="bench.references.value.length > 0" class="mt-3">
      <p class="text-sm text-ink-soft">{{ t('tray.references') }}</p>
      <PressArea
        v-for="egg in bench.references.value"
        :key="egg.id"
        class="mt-1 flex items-center gap-2 rounded-lg border p-1"
        :class="
          egg.id === bench.current.value?.id
            ? 'border-lamp bg-lamp-soft'
            : 'border-transparent hover:border-line'
        "
        @click="bench.choose(egg)"
      >
        <EggMark :look="bench.lookOf(egg)" class="w-10" /> {{ bench.placeOf(egg) }}
      </PressArea>
    </div>
  </div>
</template>
