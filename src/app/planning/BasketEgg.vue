<script setup lang="ts">
import type { PlannedEgg } from '../../core/planning/compute-plan.ts'
import type { EggMeasure } from '../../core/planning/intake/egg-figures.ts'
import { CRACKS, type Crack } from '../../core/planning/intake/setting-advice.ts'
import type { DraftEgg, EggChoice } from '../../core/planning/plan-draft.ts'
import { isLikelyDate } from '../../core/time/local-date.ts'
import { fromShown, toShown, type Quantity, type UnitSystem } from '../../core/units.ts'
import { figureIn, textIn } from '../shared/field-events.ts'
import { saySettingReason } from '../../words/setting-reasons.ts'
import { percentWords } from '../shared/wording.ts'
import { t } from './words.ts'

/** One egg of the basket: what is known of it, and what is advised. Two rows of the table. */
const props = defineProps<{
  item: PlannedEgg
  units: UnitSystem
  isAtHand: boolean
  /** Why what was said of it last was not saved. */
  refused: string | null
}>()
const emit = defineEmits<{
  'at-hand': []
  measured: [figures: Partial<Record<EggMeasure, number | null>>]
  change: [changes: Partial<DraftEgg>]
}>()

const CRACK_WORDS: Readonly<Record<Crack, string>> = { none: 'sound', hairline: 'hairline', leaking: 'leaks' }
const CHOICE_WORDS: Readonly<Record<EggChoice, string>> = {
  advice: t('choice.suggested'),
  set: t('choice.set'),
  leave: t('choice.leave'),
  reference: t('choice.reference'),
}

function said({ advice, set, egg }: PlannedEgg): string {
  const verdict = set
    ? t('egg.isSet', { chance: percentWords(advice.expectedHatch) })
    : egg.choice === 'reference'
      ? t('egg.isReference')
      : t('egg.isLeft')
  return advice.reasons.length > 0
    ? `${verdict}: ${advice.reasons.map(saySettingReason).join('; ')}`
    : verdict
}
function measure(key: 'weightG' | 'lengthMm' | 'breadthMm', event: Event): void {
  const quantity: Quantity = key === 'weightG' ? 'mass' : 'length'
  const typed = figureIn(event)
  // What is no figure is not taken, and what stood there comes back.
  if (typed !== null && !(typed > 0)) {
    ;(event.target as HTMLInputElement).value = String(shownAs(quantity, props.item.egg[key]))
    return
  }
  emit('measured', { [key]: typed === null ? null : fromShown(props.units, quantity, typed) })
}
/** A year that is half typed is not taken. */
function laid(date: string): void {
  if (date === '' || isLikelyDate(date)) emit('change', { laidOn: date || null })
}
const shownAs = (quantity: Quantity, value: number | null): number | '' =>
  value === null ? '' : toShown(props.units, quantity, value)
</script>

<template>
  <tr class="border-t border-line" :class="{ 'bg-lamp-soft': isAtHand }" @focusin="emit('at-hand')">
    <td class="p-1 font-semibold">{{ item.egg.number }}</td>
    <td class="p-1">
      <input
        type="text"
        maxlength="40"
        class="field min-h-9 w-14 px-1 py-0"
        :value="item.egg.mark"
        :aria-label="t('egg.mark', { number: item.egg.number })"
        @change="emit('change', { mark: textIn($event).trim() })"
      />
    </td>
    <td class="p-1">
      <input
        type="date"
        class="field min-h-9 px-1 py-0"
        :value="item.egg.laidOn"
        :aria-label="t('egg.laidOn', { number: item.egg.number })"
        @change="laid(textIn($event))"
      />
    </td>
    <td class="p-1">
      <input
        type="text"
        inputmode="decimal"
        class="field min-h-9 w-16 px-1 py-0"
        :value="shownAs('mass', item.egg.weightG)"
        :aria-label="t('egg.weight', { number: item.egg.number })"
        @change="measure('weightG', $event)"
      />
    </td>
    <td class="p-1 whitespace-nowrap">
      <input
        type="text"
        inputmode="decimal"
        class="field min-h-9 w-16 px-1 py-0"
        :value="shownAs('length', item.egg.lengthMm)"
        :aria-label="t('egg.length', { number: item.egg.number })"
        @change="measure('lengthMm', $event)"
      />
      ×
      <input
        type="text"
        inputmode="decimal"
        class="field min-h-9 w-16 px-1 py-0"
        :value="shownAs('length', item.egg.breadthMm)"
        :aria-label="t('egg.breadth', { number: item.egg.number })"
        @change="measure('breadthMm', $event)"
      />
    </td>
    <td class="p-1">
      <select
        class="field min-h-9 px-1 py-0"
        :value="item.egg.crack"
        :aria-label="t('egg.shell', { number: item.egg.number })"
        @change="
          emit('change', {
            crack: textIn($event) as Crack,
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
          @change="emit('change', { waxed: ($event.target as HTMLInputElement).checked })"
        />
        {{ t('egg.waxed') }}</label
      >
    </td>
    <td class="p-1">
      <select
        class="field min-h-9 px-1 py-0"
        :value="item.egg.choice"
        :aria-label="t('egg.decision', { number: item.egg.number })"
        @change="
          emit('change', {
            choice: textIn($event) as EggChoice,
          })
        "
      >
        <option v-for="(words, choice) in CHOICE_WORDS" :key="choice" :value="choice">
          {{ words }}
        </option>
      </select>
    </td>
  </tr>
  <tr :class="{ 'bg-lamp-soft': isAtHand }">
    <td />
    <td colspan="6" class="px-1 pb-1.5" :class="item.set ? '' : 'text-ink-soft'">
      <strong v-if="refused !== null" class="text-ember" role="alert"
        >{{ t('egg.notSaved', { why: refused }) }}{{ ' ' }} </strong
      >{{ said(item) }}
    </td>
  </tr>
</template>
