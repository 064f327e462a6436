<script setup lang="ts">
import { computed, ref } from 'vue'
import { Printer } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { SIDES } from '../../core/planning/incubation/turning.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { placeCount, placeLabel, placesInOrder } from '../../core/tray/layout.ts'
import { labelCode } from '../../contracts/files/label-code.ts'
import { breedOf, parentsOf } from '../../contracts/records/egg-kind.ts'
import QrMark from '../shared/ui/QrMark.vue'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** Labels for the eggs and a map of each tray, for printing. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const set = computed(() => store.setById(props.setId))
const eggs = computed(() => (store.eggsBySet.get(props.setId) ?? []).filter((egg) => !egg.removed))
const setOn = computed(() =>
  set.value ? sayShortDate(localDateOf(Date.parse(set.value.setAt), store.hatchery.zone)) : '',
)
const byHand = computed(() => set.value?.plan.turnsADay != null)

/** More places than this are shown and printed tray by tray. */
const MOST_PLACES = 1200
const oneByOne = computed(() => placeCount(set.value?.trays ?? []) > MOST_PLACES)
const trayId = ref<string | null>(null)
const trays = computed(() => {
  const all = set.value?.trays ?? []
  return oneByOne.value ? [all.find(({ id }) => id === trayId.value) ?? all[0]!] : all
})
const spot = (trayId: string, row: number, column: number): string => `${trayId}/${row}/${column}`
const eggAt = computed(
  () =>
    new Map(
      eggs.value.flatMap((egg) =>
        egg.place ? [[spot(egg.place.trayId, egg.place.row, egg.place.column), egg]] : [],
      ),
    ),
)
const maps = computed(() =>
  trays.value.map((tray) => ({
    tray,
    cells: placesInOrder(tray).map((place) => ({
      ...place,
      label: placeLabel(tray, place),
      egg: eggAt.value.get(spot(tray.id, place.row, place.column)),
    })),
  })),
)
const labelled = computed(() =>
  oneByOne.value ? eggs.value.filter(({ place }) => place?.trayId === trays.value[0]?.id) : eggs.value,
)
const labelOf = (egg: Egg): string => {
  const tray = set.value?.trays.find((item) => item.id === egg.place?.trayId)
  return tray && egg.place ? placeLabel(tray, egg.place) : ''
}
/** Labels across a sheet, as stationers sell them for A4 and letter paper. */
const SHEETS = {
  small: { words: t('labels.plain'), across: 5, heightMm: 24, code: false },
  medium: { words: t('labels.coded'), across: 3, heightMm: 34, code: true },
  large: { words: t('labels.large'), across: 2, heightMm: 50, code: true },
} as const
const sheets = Object.entries(SHEETS).map(([key, { words }]) => ({
  value: key as keyof typeof SHEETS,
  name: words,
}))
const sheet = ref<keyof typeof SHEETS>('medium')
const print = (): void => window.print()
</script>

<template>
  <main v-if="set" class="mx-auto overflow-x-auto print:overflow-visible max-w-[190mm] p-6 print:p-0">
    <div class="screen-only mb-4 flex flex-wrap items-end gap-3">
      <KitButton :icon="Printer" kind="next" @click="print"> {{ t('labels.print') }}</KitButton
      ><KitButton :to="{ name: 'set', params: { setId } }">{{ t('common.toSet') }}</KitButton>
      <ListChoice :label="t('labels.title')" v-model="sheet" :options="sheets" />
      <ListChoice
        v-if="oneByOne"
        :label="t('labels.chooseTray')"
        v-model="trayId"
        :options="set.trays.map((tray, i) => ({ value: i === 0 ? null : tray.id, name: tray.name }))"
      />
    </div>
    <section
      v-for="{ tray, cells } in maps"
      :key="tray.id"
      class="mb-6 break-after-page bg-white p-4 text-black print:p-0"
    >
      <div class="mb-3 flex items-start justify-between gap-4">
        <div>
          <h1 class="text-[22pt] font-bold">{{ tray.name }}, {{ set.name }}</h1>
          <p class="text-[13pt]">{{ t('labels.howTo', { day: setOn }) }}</p>
        </div>
        <QrMark :text="labelCode({ kind: 'tray', id: tray.id })" class="w-[28mm] shrink-0" />
      </div>
      <div class="grid gap-1" :style="{ gridTemplateColumns: `repeat(${tray.columns}, minmax(0, 1fr))` }">
        <div
          v-for="cell in cells"
          :key="cell.label"
          class="flex aspect-[4/5] max-h-40 flex-col items-center rounded-[50%] border-2 border-black"
          :style="{ gridRow: cell.row + 1, gridColumn: cell.column + 1 }"
        >
          <span class="pt-2 text-[10pt]">{{ cell.label }}</span
          ><span class="text-[20pt] font-bold">{{ cell.egg?.number ?? '' }}</span>
        </div>
      </div>
    </section>
    <section class="bg-white p-4 text-black print:p-0">
      <h2 class="screen-only mb-2 text-xl font-bold">{{ t('labels.title') }}</h2>
      <div
        class="grid gap-[2mm]"
        :style="{ gridTemplateColumns: `repeat(${SHEETS[sheet].across}, minmax(0, 1fr))` }"
      >
        <div
          v-for="egg in labelled"
          :key="egg.id"
          class="relative flex break-inside-avoid flex-col justify-between border border-dashed border-black p-[2mm]"
          :style="{ height: `${SHEETS[sheet].heightMm}mm` }"
        >
          <QrMark
            v-if="SHEETS[sheet].code"
            :text="labelCode({ kind: 'egg', id: egg.id })"
            class="absolute right-[1mm] bottom-[1mm]"
            :style="{ width: `${SHEETS[sheet].heightMm - 12}mm` }"
          />
          <span class="flex items-baseline justify-between"
            ><strong class="text-[20pt] leading-none">{{ egg.number }}</strong
            ><span class="text-[11pt]">{{ labelOf(egg) }} {{ byHand ? SIDES.join(' ') : '' }}</span></span
          >
          <span class="truncate text-[8pt]">{{
            [egg.mark || breedOf(egg, set), parentsOf(egg)].filter(Boolean).join(', ')
          }}</span>
          <span class="text-[8pt]">{{ t('labels.setOn', { day: setOn }) }}</span>
        </div>
      </div>
    </section>
  </main>
</template>
