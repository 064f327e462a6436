<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { Ruler, Scale, Usb } from '@lucide/vue'
import { isPossible, type EggMeasure } from '../../core/planning/intake/egg-figures.ts'
import { CRACKS, sayReason, type Crack } from '../../core/planning/intake/setting-advice.ts'
import type { PlannedEgg } from '../../core/planning/compute-plan.ts'
import type { DraftEgg, EggChoice } from '../../core/planning/plan-draft.ts'
import { isLikelyDate } from '../../core/time/local-date.ts'
import { SPECIES, type SpeciesName } from '../../core/species/species.ts'
import {
  fromShown,
  sayQuantity,
  toShown,
  unitSymbol,
  type Quantity,
  type UnitSystem,
} from '../../core/units.ts'
import { percentWords } from '../shared/wording.ts'
import { useGauges } from './useGauges.ts'

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

const CRACK_WORDS: Readonly<Record<Crack, string>> = { none: 'sound', hairline: 'hairline', leaking: 'leaks' }
const CHOICE_WORDS: Readonly<Record<EggChoice, string>> = {
  advice: 'as suggested',
  set: 'set it',
  leave: 'do not set',
  reference: 'keep as reference, unset',
}

function said({ advice, set, egg }: PlannedEgg): string {
  const verdict = set
    ? `set; ${percentWords(advice.expectedHatch)} expected to hatch`
    : egg.choice === 'reference'
      ? 'reference, not set'
      : 'not set'
  return advice.reasons.length > 0 ? `${verdict}: ${advice.reasons.map(sayReason).join('; ')}` : verdict
}
function measure(egg: DraftEgg, key: 'weightG' | 'lengthMm' | 'breadthMm', event: Event): void {
  const quantity: Quantity = key === 'weightG' ? 'mass' : 'length'
  const typed = (event.target as HTMLInputElement).valueAsNumber
  const value = Number.isNaN(typed) ? null : fromShown(props.units, quantity, typed)
  take(egg, { [key]: value !== null && value > 0 ? value : null })
}
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
/** A year that is half typed is not taken. */
function laid(egg: DraftEgg, date: string): void {
  if (date === '' || isLikelyDate(date)) emit('change', egg.id, { laidOn: date || null })
}
const shownAs = (quantity: Quantity, value: number | null): number | '' =>
  value === null ? '' : toShown(props.units, quantity, value)

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
      <span
        >Current egg: <strong>{{ atHand?.number }}</strong></span
      >
      <button type="button" class="press min-h-10 py-1" :disabled="!gauges.has('scale')" @click="weigh">
        <Scale class="h-5 w-5" aria-hidden="true" /> Read the
        {{ gauges.isSimulated('scale') ? 'simulated ' : '' }}scale
      </button>
      <button type="button" class="press min-h-10 py-1" :disabled="!gauges.has('calliper')" @click="caliper">
        <Ruler class="h-5 w-5" aria-hidden="true" /> Read the
        {{ gauges.isSimulated('calliper') ? 'simulated ' : '' }}calliper
      </button>
      <template v-if="gauges.hasSerial">
        <button type="button" class="press min-h-10 py-1" @click="gauges.connect('scale')">
          <Usb class="h-5 w-5" aria-hidden="true" /> Scale on a cable
        </button>
        <button type="button" class="press min-h-10 py-1" @click="gauges.connect('calliper')">
          <Usb class="h-5 w-5" aria-hidden="true" /> Calliper on a cable
        </button>
      </template>
      <span v-if="gauges.problem.value" class="text-ember" role="alert">{{ gauges.problem.value }}</span>
    </div>
    <p
      v-if="doubt"
      class="mb-2 flex flex-wrap items-center gap-3 text-ember"
      role="alert"
      data-testid="size-doubt"
    >
      Egg {{ doubt.egg.number }}: {{ doubtWords }}. No {{ SPECIES[species].label.toLowerCase() }} egg measures
      that. Check the unit, or for a typing error.
      <button type="button" class="press min-h-10 py-1" @click="keepDoubtful">It is correct</button>
      <button type="button" class="press min-h-10 py-1" @click="doubt = null">Clear</button>
    </p>
    <div class="overflow-x-auto">
      <table class="w-full text-left text-sm">
        <caption class="sr-only">
          Eggs in the basket
        </caption>
        <thead class="text-ink-soft">
          <tr>
            <th class="p-1 font-medium">No.</th>
            <th class="p-1 font-medium">Mark</th>
            <th class="p-1 font-medium">Laid</th>
            <th class="p-1 font-medium">Weight, {{ unitSymbol(units, 'mass') }}</th>
            <th class="p-1 font-medium">Length × breadth, {{ unitSymbol(units, 'length') }}</th>
            <th class="p-1 font-medium">Shell</th>
            <th class="p-1 font-medium">Decision</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="item in shown" :key="item.egg.id">
            <tr
              class="border-t border-line"
              :class="{ 'bg-lamp-soft': item.egg.id === atHand?.id }"
              @focusin="atHandId = item.egg.id"
            >
              <td class="p-1 font-semibold">{{ item.egg.number }}</td>
              <td class="p-1">
                <input
                  type="text"
                  maxlength="40"
                  class="field min-h-9 w-14 px-1 py-0"
                  :value="item.egg.mark"
                  :aria-label="`Egg ${item.egg.number}: mark on the shell`"
                  @change="
                    emit('change', item.egg.id, { mark: ($event.target as HTMLInputElement).value.trim() })
                  "
                />
              </td>
              <td class="p-1">
                <input
                  type="date"
                  class="field min-h-9 px-1 py-0"
                  :value="item.egg.laidOn"
                  :aria-label="`Egg ${item.egg.number}: laid on`"
                  @change="laid(item.egg, ($event.target as HTMLInputElement).value)"
                />
              </td>
              <td class="p-1">
                <input
                  type="number"
                  step="0.01"
                  min="0"
                  class="field min-h-9 w-16 px-1 py-0"
                  :value="shownAs('mass', item.egg.weightG)"
                  :aria-label="`Egg ${item.egg.number}: weight`"
                  @change="measure(item.egg, 'weightG', $event)"
                />
              </td>
              <td class="p-1 whitespace-nowrap">
                <input
                  type="number"
                  step="0.01"
                  min="0"
                  class="field min-h-9 w-16 px-1 py-0"
                  :value="shownAs('length', item.egg.lengthMm)"
                  :aria-label="`Egg ${item.egg.number}: length`"
                  @change="measure(item.egg, 'lengthMm', $event)"
                />
                ×
                <input
                  type="number"
                  step="0.01"
                  min="0"
                  class="field min-h-9 w-16 px-1 py-0"
                  :value="shownAs('length', item.egg.breadthMm)"
                  :aria-label="`Egg ${item.egg.number}: breadth`"
                  @change="measure(item.egg, 'breadthMm', $event)"
                />
              </td>
              <td class="p-1">
                <select
                  class="field min-h-9 px-1 py-0"
                  :value="item.egg.crack"
                  :aria-label="`Egg ${item.egg.number}: shell`"
                  @change="
                    emit('change', item.egg.id, {
                      crack: ($event.target as HTMLSelectElement).value as Crack,
                    })
                  "
                >
                  <option v-for="crack in CRACKS" :key="crack" :value="crack">
                    {{ CRACK_WORDS[crack] }}
                  </option>
                </select>
                <label v-if="item.egg.crack === 'hairline'" class="flex items-center gap-1"
                  ><input
                    type="checkbox"
                    class="accent-lamp"
                    :checked="item.egg.waxed"
                    @change="
                      emit('change', item.egg.id, { waxed: ($event.target as HTMLInputElement).checked })
                    "
                  />
                  waxed</label
                >
              </td>
              <td class="p-1">
                <select
                  class="field min-h-9 px-1 py-0"
                  :value="item.egg.choice"
                  :aria-label="`Egg ${item.egg.number}: decision`"
                  @change="
                    emit('change', item.egg.id, {
                      choice: ($event.target as HTMLSelectElement).value as EggChoice,
                    })
                  "
                >
                  <option v-for="(words, choice) in CHOICE_WORDS" :key="choice" :value="choice">
                    {{ words }}
                  </option>
                </select>
              </td>
            </tr>
            <tr :class="{ 'bg-lamp-soft': item.egg.id === atHand?.id }">
              <td />
              <td colspan="6" class="px-1 pb-1.5" :class="item.set ? '' : 'text-ink-soft'">
                <strong v-if="refused?.eggId === item.egg.id" class="text-ember" role="alert"
                  >{{ refused.text }} Not saved. </strong
                >{{ said(item) }}
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <p v-if="pages > 1" class="mt-2 flex items-center gap-3">
      <button type="button" class="press min-h-10 py-1" :disabled="page === 0" @click="page--">
        Earlier eggs
      </button>
      {{ page + 1 }} of {{ pages }}
      <button type="button" class="press min-h-10 py-1" :disabled="page >= pages - 1" @click="page++">
        Later eggs
      </button>
    </p>
  </div>
</template>
