<script setup lang="ts">
import { ref } from 'vue'
import { Egg } from '@lucide/vue'
import CheckBox from './CheckBox.vue'
import ConfirmDialog from './ConfirmDialog.vue'
import DataTable from './DataTable.vue'
import FewChoice from './FewChoice.vue'
import FilePick from './FilePick.vue'
import KitButton from './KitButton.vue'
import KitFold from './KitFold.vue'
import KitPopover from './KitPopover.vue'
import KitProgress from './KitProgress.vue'
import ListChoice from './ListChoice.vue'
import LongTextField from './LongTextField.vue'
import NumberField from './NumberField.vue'
import PressArea from './PressArea.vue'
import SearchChoice from './SearchChoice.vue'
import SliderField from './SliderField.vue'
import TextField from './TextField.vue'

/** Every control of the kit, in the room that is on; seen in development only, under /kit. */
const OPTIONS = ['white', 'tinted', 'brown'].map((value) => ({ value, name: value }))
const KINDS = ['next', 'plain', 'quiet', 'harmful'] as const
const number = ref<number | null>(57.5)
const slid = ref(40)
const text = ref('A3')
const one = ref('tinted')
const ticked = ref(true)
const open = ref(false)
const chosen = ref<string[]>([])
const rows = Array.from({ length: 60 }, (_, i) => ({ id: String(i), grams: 50 + (i % 9) }))
const columns = [
  { id: 'egg', name: 'egg', value: ({ id }: { id: string }) => id },
  { id: 'grams', name: 'g', value: ({ grams }: { grams: number }) => grams },
]
</script>

<template>
  <main class="mx-auto grid max-w-6xl gap-6 p-4 md:grid-cols-2">
    <section class="card flex flex-wrap content-start items-start gap-3 p-4">
      <KitButton v-for="kind in KINDS" :key="kind" :kind="kind" :icon="Egg">{{ kind }}</KitButton>
      <KitButton disabled>disabled</KitButton>
      <KitButton size="desk">desk</KitButton>
      <KitButton size="big" kind="next">big</KitButton>
      <PressArea class="p-2 underline">PressArea</PressArea>
      <KitPopover class="relative" button-class="press px-3" panel-class="card absolute z-30 p-3">
        <template #button>KitPopover</template>
        <template #default>{{ text }}</template>
      </KitPopover>
      <KitButton @click="open = true">ConfirmDialog</KitButton>
      <ConfirmDialog
        :open="open"
        title="ConfirmDialog"
        confirm="grave"
        grave
        @close="open = false"
        @confirm="open = false"
      />
      <FilePick accept="image/*" @files="text = $event[0]?.name ?? ''">FilePick</FilePick>
    </section>
    <section class="card grid grid-cols-2 items-start gap-3 p-4">
      <TextField v-model="text" label="TextField" hint="hint" />
      <TextField v-model="text" label="TextField" error="error" />
      <TextField v-model="text" label="TextField" type="date" />
      <NumberField v-model="number" label="NumberField" unit="g" :least="1" :most="99" />
      <ListChoice v-model="one" label="ListChoice" :options="OPTIONS" />
      <SearchChoice v-model="one" label="SearchChoice" :options="OPTIONS" />
      <SearchChoice v-model="text" own label="SearchChoice own" :options="OPTIONS" />
      <FewChoice v-model="one" label="FewChoice" :options="OPTIONS" />
      <CheckBox v-model="ticked">CheckBox</CheckBox>
      <SliderField v-model="slid" label="SliderField" :least="0" :most="99" />
      <LongTextField v-model="text" label="LongTextField" class="col-span-2" />
    </section>
    <section class="card flex flex-col gap-3 p-4">
      <KitProgress :done="3" :total="12" stop="stop">3 / 12</KitProgress>
      <KitFold title="KitFold">{{ text }}</KitFold>
    </section>
    <section class="card p-4">
      <DataTable
        v-model:chosen="chosen"
        label="DataTable"
        :rows="rows"
        :columns="columns"
        :row-id="({ id }) => id"
        :row-name="({ id }) => id"
        csv="kit.csv"
      />
    </section>
  </main>
</template>
