<script setup lang="ts">
import { computed, ref } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import type { DraftTray, PlanDraft } from '../../core/planning/plan-draft.ts'
import { SPECIES } from '../../core/species/species.ts'
import type { Numbering } from '../../core/tray/layout.ts'
import { NUMBERING_CHOICES } from '../../words/methods.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { textIn } from '../shared/field-events.ts'
import TrayLayout from '../shared/ui/TrayLayout.vue'
import { usePlanStore } from './plan.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The trays of a plan, one at a time, and which egg lies where. */
const props = defineProps<{ draft: PlanDraft }>()
const plan = usePlanStore()
const store = useHatcheryStore()
const trayId = ref<string | null>(null)
const tray = computed(
  () => props.draft.trays.find((item) => item.id === trayId.value) ?? props.draft.trays[0],
)
const trayEggs = computed(() =>
  (plan.groups.find((group) => group.species === tray.value?.species)?.eggs ?? [])
    .filter((item) => item.place)
    .map(({ egg, place }) => ({ id: egg.id, number: egg.number, place })),
)

const patchTray = (changes: Partial<DraftTray>): void => {
  if (tray.value) void plan.changeTray(tray.value.id, changes)
}
const whole = (event: Event, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round((event.target as HTMLInputElement).valueAsNumber || least)))
</script>

<template>
  <section v-if="tray" class="card p-5" aria-labelledby="trays">
    <h2 id="trays" class="mb-3 text-xl font-semibold">{{ t('trays.title') }}</h2>
    <div class="flex flex-wrap items-end gap-3">
      <label
        >{{ t('trays.tray') }}
        <select class="field mt-1 block" :value="tray.id" @change="trayId = textIn($event)">
          <option v-for="item in draft.trays" :key="item.id" :value="item.id">
            {{ item.name }}, {{ SPECIES[item.species].label }}
          </option>
        </select></label
      >
      <label
        >{{ t('common.name') }}
        <input
          type="text"
          maxlength="60"
          class="field mt-1 block w-32"
          :value="tray.name"
          @change="patchTray({ name: textIn($event) || tray!.name })"
      /></label>
      <label
        >{{ t('trays.rows') }}
        <input
          type="number"
          min="1"
          max="40"
          class="field mt-1 block w-20"
          :value="tray.rows"
          @change="patchTray({ rows: whole($event, 1, 40) })"
      /></label>
      <label
        >{{ t('trays.columns') }}
        <input
          type="number"
          min="1"
          max="40"
          class="field mt-1 block w-20"
          :value="tray.columns"
          @change="patchTray({ columns: whole($event, 1, 40) })"
      /></label>
      <label
        >{{ t('trays.numbering') }}
        <select
          class="field mt-1 block"
          :value="tray.numbering"
          @change="patchTray({ numbering: textIn($event) as Numbering })"
        >
          <option v-for="(choice, key) in NUMBERING_CHOICES" :key="key" :value="key">
            {{ choice.label }}: {{ choice.example }}
          </option>
        </select></label
      >
      <label
        >{{ t('incubators.newIncubator') }}
        <select
          class="field mt-1 block"
          :value="tray.incubatorId"
          @change="patchTray({ incubatorId: textIn($event) })"
        >
          <option v-for="item in store.hatchery.incubators" :key="item.id" :value="item.id">
            {{ item.name }}
          </option>
        </select></label
      >
      <KitButton :icon="Plus" size="desk" @click="plan.addTray(tray.species)">
        {{ t('trays.tray') }}
      </KitButton>
      <KitButton
        :icon="Trash2"
        size="desk"
        :disabled="draft.trays.filter((item) => item.species === tray!.species).length === 1"
        :aria-label="t('incubators.remove', { name: tray.name })"
        @click="plan.removeTray(tray.id)"
      >
      </KitButton>
    </div>
    <TrayLayout class="mt-4 overflow-x-auto" :tray="tray" :eggs="trayEggs" @move="plan.moveEggs" />
  </section>
</template>
