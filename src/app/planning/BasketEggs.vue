<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { Ruler, Scale, Usb } from '@lucide/vue'
import { isPossible, type EggMeasure } from '../../core/planning/intake/egg-figures.ts'
import type { PlannedEgg } from '../../core/planning/compute-plan.ts'
import type { DraftEgg } from '../../core/planning/plan-draft.ts'
import { SPECIES, type SpeciesName } from '../../core/species/species.ts'
import { sayQuantity, unitSymbol, type UnitSystem } from '../../core/units.ts'
import BasketEgg from './BasketEgg.vue'
import { useGauges } from './useGauges.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Every egg of one bird: what is known of it, and whether it is set. A page of them at a time. */
const props = defineProps<{
  species: SpeciesName
  eggs: readonly PlannedEgg[]
  units: UnitSystem
  refused?: { text: string; eggId: string | null } | null
}>()
const emit = defineEmits<{ change: [id: string, changes: Partial<DraftEgg>] }>()

const PAGE = 25
const page = ref(0)
const pages = computed(() => Math.max(1, Math.ceil(props.eggs.length / PAGE)))
const shown = computed(() =>
  props.eggs.slice(
    Math.min(page.value, pages.value - 1) * PAGE,
    (Math.min(page.value, pages.value - 1) + 1) * PAGE,
  ),
)
const gauges = useGauges()
const atHandId = ref<string | null>(null)
const atHand = computed(
  () => props.eggs.find(({ egg }) => egg.id === atHandId.value)?.egg ?? shown.value[0]?.egg,
)

/** A figure that no egg of the bird has: it is asked for, not taken. */
const doubt = shallowRef<{ egg: DraftEgg; figures: Partial<Record<EggMeasure, number | null>> } | null>(null)
const MEASURES = ['weightG', 'lengthMm', 'breadthMm'] as const
function take(egg: DraftEgg, figures: Partial<Record<EggMeasure, number | null>>): boolean {
  const isDoubtful = MEASURES.some((what) => {
    const value = figures[what]
    return value != null && !isPossible(props.species, what, value)
  })
  // What is asked of another egg stays asked.
  if (isDoubtful) doubt.value = { egg, figures }
  else if (doubt.value?.egg.id === egg.id) doubt.value = null
  if (!isDoubtful) emit('change', egg.id, figures)
  return !isDoubtful
}
const doubtWords = computed(() => {
  const figures: Partial<Record<EggMeasure, number | null>> = doubt.value?.figures ?? {}
  return MEASURES.flatMap((what) => {
    const value = figures[what]
    return value == null ? [] : sayQuantity(props.units, what === 'weightG' ? 'mass' : 'length', value)
  }).join(' × ')
})
function keepDoubtful(): void {
  if (doubt.value) emit('change', doubt.value.egg.id, doubt.value.figures)
  doubt.value = null
}
async function weigh(): Promise<void> {
  const egg = atHand.value
  if (!egg) return
  await gauges.take(props.species, egg.id)
  const value = await gauges.read('scale')
  next(egg, value !== null && take(egg, { weightG: Number(value.toFixed(2)) }))
}
/** Length first, then breadth: the egg is turned between the jaws. */
async function caliper(): Promise<void> {
  const egg = atHand.value
  if (!egg) return
  await gauges.take(props.species, egg.id)
  const lengthMm = await gauges.read('calliper')
  const breadthMm = lengthMm === null ? null : await gauges.read('calliper')
  const isTaken =
    lengthMm !== null &&
    breadthMm !== null &&
    take(egg, { lengthMm: Number(lengthMm.toFixed(2)), breadthMm: Number(breadthMm.toFixed(2)) })
  next(egg, isTaken)
}
function next(egg: DraftEgg, done: boolean): void {
  const at = props.eggs.findIndex((item) => item.egg.id === egg.id)
  const following = props.eggs[at + 1]?.egg
  if (!done || !following) return
  atHandId.value = following.id
  page.value = Math.floor((at + 1) / PAGE)
}
</script>

<template>
  <div>
    <div class="mb-2 flex flex-wrap items-center gap-2">
      <span>{{ t('eggs.current') }} <strong>{{ atHand?.number }}</strong></span>
      <KitButton :icon="Scale" size="desk" :disabled="!gauges.has('scale')" @click="weigh">
        {{ t('eggs.readScale', { simulated: gauges.isSimulated('scale') ? t('eggs.simulated') : '' }) }}
      </KitButton>
      <KitButton :icon="Ruler" size="desk" :disabled="!gauges.has('calliper')" @click="caliper">
        {{ t('eggs.readCalliper', { simulated: gauges.isSimulated('calliper') ? t('eggs.simulated') : '' }) }}
      </KitButton>
      <template v-if="gauges.hasSerial">
        <KitButton :icon="Usb" size="desk" @click="gauges.connect('scale')">
          {{ t('eggs.cableScale') }}
        </KitButton>
        <KitButton :icon="Usb" size="desk" @click="gauges.connect('calliper')">
          {{ t('eggs.cableCalliper') }}
        </KitButton>
      </template>
      <span v-if="gauges.problem.value" class="text-ember" role="alert">{{ gauges.problem.value }}</span>
    </div>
    <p
      v-if="doubt"
      class="mb-2 flex flex-wrap items-center gap-3 text-ember"
      role="alert"
      data-testid="size-doubt"
    >
      {{
        t('eggs.doubt', {
          number: doubt.egg.number,
          doubt: doubtWords,
          bird: SPECIES[species].label.toLowerCase(),
        })
      }}
      <KitButton size="desk" @click="keepDoubtful">
        {{ t('eggs.isCorrect') }}
      </KitButton>
      <KitButton size="desk" @click="doubt = null">{{ t('eggs.clear') }}</KitButton>
    </p>
    <div class="overflow-x-auto">
      <table class="w-full text-left text-sm [&_.field]:px-1.5">
        <caption class="sr-only">
          {{ t('eggs.table') }}
        </caption>
        <thead class="text-ink-soft">
          <tr>
            <th class="p-1 font-medium">{{ t('eggs.columnNumber') }}</th>
            <th class="p-1 font-medium">{{ t('eggs.columnMark') }}</th>
            <th class="p-1 font-medium">{{ t('eggs.columnLaid') }}</th>
            <th class="p-1 font-medium">{{ t('eggs.columnWeight', { unit: unitSymbol(units, 'mass') }) }}</th>
            <th class="p-1 font-medium">{{ t('eggs.columnSize', { unit: unitSymbol(units, 'length') }) }}</th>
            <th class="p-1 font-medium">{{ t('common.shell') }}</th>
            <th class="p-1 font-medium">{{ t('eggs.columnDecision') }}</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="item in shown" :key="item.egg.id">
            <BasketEgg
              :item="item"
              :units="units"
              :is-at-hand="item.egg.id === atHand?.id"
              :refused="refused?.eggId === item.egg.id ? refused.text : null"
              @at-hand="atHandId = item.egg.id"
              @measured="take(item.egg, $event)"
              @change="emit('change', item.egg.id, $event)"
            />
          </template>
        </tbody>
      </table>
    </div>
    <p v-if="pages > 1" class="mt-2 flex items-center gap-3">
      <KitButton size="desk" :disabled="page === 0" @click="page--">
        {{ t('eggs.earlier') }}
      </KitButton>
      {{ t('eggs.page', { page: page + 1, pages }) }}
      <KitButton size="desk" :disabled="page >= pages - 1" @click="page++">
        {{ t('eggs.later') }}
      </KitButton>
    </p>
  </div>
</template>
