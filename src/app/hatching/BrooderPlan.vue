<script setup lang="ts">
import { computed } from 'vue'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { EventStatus } from '../../core/planning/agenda/agenda.ts'
import { EVENT_TITLES } from '../../words/events.ts'
import { BROODER_KINDS } from '../../core/planning/incubation/schedule.ts'
import { sayDate } from '../../core/time/local-date.ts'
import {
  brooderPlan,
  brooderWarnings,
  type BrooderWarmth,
  type BrooderWarning,
} from '../../core/brooding/brooder-plan.ts'
import { SPECIES } from '../../core/species/species.ts'
import { chicksNow } from '../../domain/chicks-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import StateSign from '../shared/ui/StateSign.vue'
import { useSaving } from '../shared/useSaving.ts'
import { useTicks } from '../shared/useSetPlan.ts'
import { warmthWords } from './brooder-words.ts'
import { t } from './words.ts'
import { sayQuantity } from '../../core/units.ts'
import CheckBox from '../shared/kit/CheckBox.vue'
import FewChoice from '../shared/kit/FewChoice.vue'
import { optionsOf } from '../shared/kit/options.ts'

/** Warmth, room, water and feed for the chicks of a set, week by week; while eggs are still in nobody is alone. */
const props = defineProps<{
  set: EggSet
  chicks: number
  stillIn: number
  statuses: readonly EventStatus[]
}>()
const store = useHatcheryStore()
const clock = useClockStore()
const units = computed(() => store.hatchery.units)
const weeks = computed(() => brooderPlan(props.set.species, props.chicks))
const WARNING_WORDS: Readonly<Record<BrooderWarning, string>> = {
  'one-alone': t('brooder.single'),
  'small-drown': t('brooder.drown'),
  'waterfowl-apart': t('brooder.waterfowl'),
}
/** Chicks of other sets that are in a brooder now. */
const others = computed(() =>
  chicksNow(store.sets, store.eggsBySet, clock.nowMs).filter(({ set }) => set.id !== props.set.id),
)
const warnings = computed(() =>
  brooderWarnings([
    { species: props.set.species, chicks: props.chicks + props.stillIn },
    ...others.value.map(({ set, chicks }) => ({ species: set.species, chicks })),
  ]),
)
const tasks = computed(() =>
  props.statuses.filter(({ event }) => BROODER_KINDS.some((kind) => kind === event.kind)),
)
const { tick, untick } = useTicks()
const { problem, saving } = useSaving()
function toggle({ event, state }: EventStatus): void {
  void saving(() =>
    state === 'done' ? untick(props.set, event.key) : tick(props.set, event.key, clock.nowMs),
  )
}
const WARMTH_WORDS = { lamp: t('brooder.lamp'), plate: t('brooder.plate') } as const
const isLamp = computed(() => store.hatchery.warmth === 'lamp')
function warmBy(warmth: BrooderWarmth): void {
  void saving(() => store.changeHatchery({ warmth }))
}
const isWaterfowl = computed(() => SPECIES[props.set.species].group === 'waterfowl')
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="brooder-heading" data-testid="brooder">
    <h2 id="brooder-heading" class="text-xl font-semibold">{{ t('brooder.title') }}</h2>
    <p v-for="warning in warnings" :key="warning" class="mt-2 rounded-lg border border-lamp p-3">
      {{ WARNING_WORDS[warning] }}
    </p>
    <p v-if="others.length > 0" class="mt-2 text-ink-soft">
      {{
        t('brooder.alsoThere', {
          chicks: others
            .map(({ set, chicks }) => t('brooder.chicksOf', { chicks, set: set.name }))
            .join(', '),
          brooders:
            store.hatchery.brooders === 1
              ? t('brooder.isOne')
              : t('brooder.areSome', { brooders: store.hatchery.brooders }),
        })
      }}
    </p>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <h3 class="mt-3 font-semibold">{{ t('brooder.due') }}</h3>
    <ul class="screen-only" data-testid="brooder-tasks">
      <li v-for="task in tasks" :key="task.event.key" class="border-t border-line first:border-0">
        <CheckBox class="py-1" :model-value="task.state === 'done'" @update:model-value="toggle(task)">
          <span class="flex flex-wrap items-center gap-x-3">
            <span class="font-medium">{{ EVENT_TITLES[task.event.kind] }}</span>
            <span class="text-ink-soft">{{ sayDate(task.event.date) }}</span>
            <StateSign :state="task.state" word />
          </span>
        </CheckBox>
      </li>
    </ul>
    <FewChoice
      class="screen-only mt-3"
      inline
      :label="t('brooder.warmedBy')"
      :options="optionsOf(WARMTH_WORDS)"
      :model-value="store.hatchery.warmth"
      @change="warmBy"
    />
    <h3 class="mt-3 font-semibold">{{ t('brooder.weeks') }}</h3>
    <table class="mt-1 w-full max-w-xl text-left">
      <thead>
        <tr class="text-ink-soft">
          <th scope="col" class="py-1 font-normal">{{ t('brooder.week') }}</th>
          <th v-if="isLamp" scope="col" class="py-1 font-normal">{{ t('brooder.warmth') }}</th>
          <th scope="col" class="py-1 font-normal">{{ t('brooder.space') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="week in weeks" :key="week.week" class="border-t border-line">
          <td class="py-1">{{ week.week }}</td>
          <td v-if="isLamp" class="py-1">{{ warmthWords(week, units) }}</td>
          <td class="py-1">{{ sayQuantity(units, 'area', week.floorM2) }}</td>
        </tr>
      </tbody>
    </table>
    <ul class="mt-3 list-disc pl-5">
      <li>{{ isLamp ? t('brooder.watch') : t('brooder.watchPlate') }}</li>
      <li v-if="!isLamp">{{ t('brooder.raisePlate') }}</li>
      <li>{{ t('brooder.bedding') }}</li>
      <li>
        {{
          t('brooder.waterAndFeed', { nostrils: isWaterfowl ? t('brooder.nostrils') : t('brooder.pebbles') })
        }}
      </li>
      <li>
        {{ isLamp ? t('brooder.fire') : t('brooder.mains') }}
      </li>
    </ul>
    <p class="mt-2 text-sm text-ink-soft">
      {{ t('brooder.hands') }}
    </p>
  </section>
</template>
