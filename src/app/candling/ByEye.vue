<script setup lang="ts">
import { computed } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import {
  isPictured,
  MOST_CELL_MM,
  type LookRecord,
  type ToldCell,
} from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { UnitSystem } from '../../core/units.ts'
import { fromShown, toShown, unitSymbol } from '../../core/units.ts'
import { standingGrade } from '../../domain/own-grade.ts'
import KitFold from '../shared/kit/KitFold.vue'
import NumberField from '../shared/kit/NumberField.vue'
import SliderField from '../shared/kit/SliderField.vue'
import EggMark from '../shared/ui/EggMark.vue'
import { dayWords, GRADE_WORDS, LEAVING_WORDS, percentWords, removedWords } from '../shared/wording.ts'
import { t } from './words.ts'

/** The bench without a picture: which egg, and what was said of it before. The keys do the rest. */
const props = defineProps<{
  egg: Egg
  /** Where the page does not say it. */
  place?: string
  set: EggSet
  zone: string
  units: UnitSystem
  look: LookRecord | null
  earlier: readonly LookRecord[]
}>()
/** As it is told; the next grade notes it. */
const cell = defineModel<ToldCell | null>('cell', { required: true })

/** So many of its last looks help; more are on the egg's page. */
const MOST_EARLIER = 4
/** Where the line stands before it is moved, as a share of the length. */
const FIRST_DEPTH = 0.15
const before = computed(() => props.earlier.slice(-MOST_EARLIER))
const said = computed(() => (props.look ? GRADE_WORDS[standingGrade(props.look)] : t('byEye.look')))
const mayTell = computed(() => !props.egg.removed && !(props.look && isPictured(props.look)))
const depth = computed({
  get: () => (cell.value?.by === 'drawn' ? Math.round(100 * cell.value.depth) : 100 * FIRST_DEPTH),
  set: (percent) => {
    cell.value = { by: 'drawn', depth: percent / 100 }
  },
})
const mostShown = computed(() => toShown(props.units, 'length', MOST_CELL_MM))
const millimetres = computed({
  get: () => (cell.value?.by === 'millimetres' ? toShown(props.units, 'length', cell.value.depthMm) : null),
  set: (shown) => {
    if (shown === null) cell.value = null
    else if (shown > 0 && shown <= mostShown.value)
      cell.value = { by: 'millimetres', depthMm: fromShown(props.units, 'length', shown) }
  },
})
/** The egg as drawn while it is told of. */
const drawn = computed<LookRecord>(() => ({
  id: props.egg.id,
  stamp: props.egg.stamp,
  source: 'eye',
  eggId: props.egg.id,
  setId: props.set.id,
  takenAt: props.set.setAt,
  ageDays: 0,
  own: { grade: props.look ? standingGrade(props.look) : 'unsure', at: props.set.setAt },
  action: 'keep',
  airCell: { by: 'drawn', depth: depth.value / 100 },
  candler: '',
  replaced: false,
}))
const shell = computed(() =>
  [
    props.egg.crack === 'none'
      ? ''
      : props.egg.crack === 'leaking'
        ? LEAVING_WORDS.rotten
        : t('byEye.hairline'),
    props.egg.waxed ? t('byEye.waxed') : '',
    props.egg.dirty ? t('byEye.dirty') : '',
    props.egg.mark,
  ]
    .filter(Boolean)
    .join(', '),
)
</script>

<template>
  <section
    class="flex h-full flex-col items-center justify-center gap-4 p-4 text-center"
    :aria-label="t('byEye.title')"
    data-testid="by-eye"
  >
    <p v-if="place" class="text-7xl leading-none font-bold md:text-9xl">{{ place }}</p>
    <p v-if="egg.removed" class="text-xl text-ink-soft">{{ removedWords(egg.removed) }}</p>
    <p v-else class="text-2xl" :class="look ? 'font-semibold' : 'text-ink-soft'" data-testid="said">
      {{ said }}
    </p>
    <p v-if="shell" class="text-lg text-ember" data-testid="shell">{{ shell }}</p>
    <ol
      v-if="before.length > 0"
      class="flex flex-wrap justify-center gap-4"
      :aria-label="t('unseen.earlier')"
    >
      <li v-for="item in before" :key="item.id" class="flex w-24 flex-col items-center text-sm text-ink-soft">
        <EggMark :look="item" class="w-14" />
        <span>{{ dayWords(set, zone, Date.parse(item.takenAt)) }}</span>
        <span>{{ GRADE_WORDS[standingGrade(item)] }}</span>
      </li>
    </ol>
    <KitFold v-if="mayTell" :title="t('byEye.cell')" class="w-full max-w-md text-left">
      <div class="flex items-center gap-4">
        <EggMark :look="drawn" class="w-28 shrink-0" />
        <div class="min-w-0 grow">
          <SliderField
            v-model="depth"
            :label="t('byEye.drawn', { depth: percentWords(depth / 100) })"
            :least="2"
            :most="60"
          />
          <NumberField
            v-model="millimetres"
            :label="t('byEye.measured')"
            :unit="unitSymbol(units, 'length')"
            positive
            :most="mostShown"
            class="w-28"
          />
          <p class="text-sm text-ink-soft">{{ t('byEye.withGrade') }}</p>
        </div>
      </div>
    </KitFold>
  </section>
</template>
