<script setup lang="ts">
import { computed, ref } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import type { DraftTray, PlanDraft } from '../../core/planning/plan-draft.ts'
import { SPECIES } from '../../core/species/species.ts'
import type { Numbering } from '../../core/tray/layout.ts'
import { NUMBERING_CHOICES } from '../../words/methods.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import TrayLayout from '../shared/ui/TrayLayout.vue'
import { usePlanStore } from './plan.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import NumberField from '../shared/kit/NumberField.vue'

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
const numberings = Object.entries(NUMBERING_CHOICES).map(([key, { label, example }]) => ({
  value: key as Numbering,
  name: `${label}: ${example}`,
}))
</script>

<template>
  <section v-if="tray" class="card p-5" aria-labelledby="trays">
    <h2 id="trays" class="mb-3 text-xl font-semibold">{{ t('trays.title') }}</h2>
    <div class="flex flex-wrap items-end gap-3">
      <ListChoice
        :label="t('trays.tray')"
        :model-value="tray.id"
        @change="trayId = $event"
        :options="
          draft.trays.map((item) => ({
            value: item.id,
            name: `${item.name}, ${SPECIES[item.species].label}`,
          }))
        "
      />
      <TextField
        :label="t('common.name')"
        :model-value="tray.name"
        @change="patchTray({ name: $event || tray!.name })"
        maxlength="60"
        class="w-32"
      />
      <NumberField
        required
        :label="t('trays.rows')"
        :least="1"
        :most="40"
        :model-value="tray.rows"
        @change="patchTray({ rows: Math.round($event) })"
        class="w-20"
      />
      <NumberField
        required
        :label="t('trays.columns')"
        :least="1"
        :most="40"
        :model-value="tray.columns"
        @change="patchTray({ columns: Math.round($event) })"
        class="w-20"
      />
      <ListChoice
        :label="t('trays.numbering')"
        :model-value="tray.numbering"
        @change="patchTray({ numbering: $event as Numbering })"
        :options="numberings"
      />
      <ListChoice
        :label="t('incubators.newIncubator')"
        :model-value="tray.incubatorId"
        @change="patchTray({ incubatorId: $event })"
        :options="store.hatchery.incubators.map((item) => ({ value: item.id, name: item.name }))"
      />
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
