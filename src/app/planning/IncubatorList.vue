<script setup lang="ts">
import { computed } from 'vue'
import { Plus, Trash2 } from '@lucide/vue'
import { v4 as uuid } from 'uuid'
import { sayProblems } from '../../contracts/records/book.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import { firstIncubator, incubatorSchema, type Incubator } from '../../contracts/records/incubator-record.ts'
import { TARGET_CELSIUS } from '../../core/planning/incubation/development.ts'
import { sayQuantity, unitSymbol } from '../../core/units.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import TextField from '../shared/kit/TextField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import NumberField from '../shared/kit/NumberField.vue'

/** The incubators and hatchers; one in which trays stand stays on the list. */
const store = useHatcheryStore()
const hatchery = computed(() => store.hatchery)
const { problem, saving } = useSaving()

function keep(changed: Incubator, label = 'incubator'): void {
  const read = incubatorSchema.safeParse(changed)
  if (!read.success) {
    problem.value = t('hatchery.notSaved', { problems: sayProblems(problemsOf(read.error, changed)) })
    return
  }
  problem.value = ''
  // The first of a place that nobody has described is not on the disk yet.
  const { incubators } = hatchery.value
  const others = incubators.filter(({ id, stamp }) => id !== changed.id && stamp.revision === 0)
  void saving(() => store.commit(label, null, { incubators: [...others, read.data] }))
}
function changeIncubator(item: Incubator, changes: Partial<Incubator>): void {
  keep({ ...item, ...changes })
}
function addIncubator(kind: Incubator['kind']): void {
  const { incubators } = hatchery.value
  const alike = incubators.filter((item) => item.kind === kind).length
  const name = `${kind === 'hatcher' ? t('incubators.newHatcher') : t('incubators.newIncubator')} ${alike + 1}`
  keep({ ...firstIncubator(), id: uuid(), name, kind, capacity: 24 })
}
const inUse = computed(() => {
  const standing = new Set(store.sets.flatMap((set) => set.trays.map((tray) => tray.id)))
  return new Set(store.trays.filter(({ id }) => standing.has(id)).map((tray) => tray.incubatorId))
})
function removeIncubator(item: Incubator): void {
  void saving(() => store.commit('incubator removed', null, { incubatorsGone: [item] }))
}
useKeys({ z: () => void saving(() => store.undo()) })
/** A correction is a difference: the offset between the scales does not count. */
const perDegree = computed(() => (hatchery.value.units === 'imperial' ? 1.8 : 1))
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('incubators.title') }}</h2>
    <ul class="flex flex-col gap-3">
      <li
        v-for="item in hatchery.incubators"
        :key="item.id"
        class="grid grid-cols-2 items-end gap-3 border-b border-line pb-3 last:border-0 sm:grid-cols-[1.500fr_1fr_1fr_1fr_auto]"
      >
        <TextField
          :label="t('common.name')"
          :model-value="item.name"
          @change="changeIncubator(item, { name: $event })"
        />
        <ListChoice
          :label="t('incubators.usedAs')"
          :model-value="item.kind"
          @change="changeIncubator(item, { kind: $event as Incubator['kind'] })"
          :options="[
            { value: 'incubator', name: t('incubators.kindIncubator') },
            { value: 'hatcher', name: t('incubators.kindHatcher') },
          ]"
        />
        <ListChoice
          :label="t('incubators.air')"
          :model-value="item.airflow"
          @change="changeIncubator(item, { airflow: $event as Incubator['airflow'] })"
          :options="[
            {
              value: 'forced',
              name: t('incubators.fan', {
                temperature: sayQuantity(hatchery.units, 'temperature', TARGET_CELSIUS.forced),
              }),
            },
            {
              value: 'still',
              name: t('incubators.still', {
                temperature: sayQuantity(hatchery.units, 'temperature', TARGET_CELSIUS.still),
              }),
            },
          ]"
        />
        <ListChoice
          :label="t('incubators.turning')"
          :model-value="item.turner"
          @change="changeIncubator(item, { turner: $event as Incubator['turner'] })"
          :options="[
            { value: 'auto', name: t('incubators.automatic') },
            { value: 'hand', name: t('incubators.byHand') },
          ]"
        />
        <NumberField
          required
          :label="t('incubators.capacity')"
          :least="1"
          :most="5000"
          :model-value="item.capacity"
          @change="changeIncubator(item, { capacity: $event })"
        />
        <NumberField
          required
          :label="t('incubators.correction', { unit: unitSymbol(hatchery.units, 'temperature') })"
          :model-value="Number((-item.displayCorrectionC * perDegree).toFixed(2))"
          @change="changeIncubator(item, { displayCorrectionC: -$event / perDegree })"
        />
        <NumberField
          required
          :label="t('incubators.rounds')"
          :least="1"
          :most="9"
          :model-value="item.roundsADay"
          @change="changeIncubator(item, { roundsADay: $event })"
        />
        <NumberField
          required
          :label="t('incubators.water')"
          :least="2"
          :most="336"
          :model-value="item.waterHours"
          @change="changeIncubator(item, { waterHours: $event })"
        />
        <KitButton
          :icon="Trash2"
          class="justify-self-start sm:col-start-5 sm:row-start-1"
          :disabled="hatchery.incubators.length === 1 || inUse.has(item.id)"
          :title="inUse.has(item.id) ? t('incubators.inUse') : undefined"
          :aria-label="t('incubators.remove', { name: item.name })"
          @click="removeIncubator(item)"
        >
        </KitButton>
      </li>
    </ul>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    <div class="flex flex-wrap gap-3">
      <KitButton :icon="Plus" @click="addIncubator('incubator')">
        {{ t('incubators.addIncubator') }}
      </KitButton>
      <KitButton :icon="Plus" @click="addIncubator('hatcher')">
        {{ t('incubators.addHatcher') }}
      </KitButton>
    </div>
  </section>
</template>
