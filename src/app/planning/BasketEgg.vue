<script setup lang="ts">
import type { PlannedEgg } from '../../core/planning/compute-plan.ts'
import type { EggMeasure } from '../../core/planning/intake/egg-figures.ts'
import { CRACKS, type Crack } from '../../core/planning/intake/cracks.ts'
import type { DraftEgg, EggChoice } from '../../core/planning/plan-draft.ts'
import { isLikelyDate } from '../../core/time/local-date.ts'
import { fromShown, toShown, type Quantity, type UnitSystem } from '../../core/units.ts'
import { saySettingReason } from '../../words/setting-reasons.ts'
import { percentWords } from '../shared/wording.ts'
import { t } from './words.ts'
import TextField from '../shared/kit/TextField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import { optionsOf } from '../shared/kit/options.ts'
import NumberField from '../shared/kit/NumberField.vue'

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
function measure(key: EggMeasure, typed: number | null): void {
  const quantity: Quantity = key === 'weightG' ? 'mass' : 'length'
  emit('measured', { [key]: typed === null ? null : fromShown(props.units, quantity, typed) })
}
/** A year that is half typed is not taken. */
function laid(date: string): void {
  if (date === '' || isLikelyDate(date)) emit('change', { laidOn: date || null })
}
const shownAs = (quantity: Quantity, value: number | null): number | null =>
  value === null ? null : toShown(props.units, quantity, value)
</script>

<template>
  <tr class="border-t border-line" :class="{ 'bg-lamp-soft': isAtHand }" @focusin="emit('at-hand')">
    <td class="p-1 font-semibold">{{ item.egg.number }}</td>
    <td class="p-1">
      <TextField
        :label="t('egg.mark', { number: item.egg.number })"
        hide-label
        :model-value="item.egg.mark"
        @change="emit('change', { mark: $event.trim() })"
        maxlength="40"
        class="w-16"
      />
    </td>
    <td class="p-1">
      <TextField
        :label="t('egg.laidOn', { number: item.egg.number })"
        hide-label
        type="date"
        :model-value="item.egg.laidOn ?? ''"
        @change="laid($event)"
        class="w-36"
      />
    </td>
    <td class="p-1">
      <NumberField
        :label="t('egg.weight', { number: item.egg.number })"
        hide-label
        positive
        :model-value="shownAs('mass', item.egg.weightG)"
        class="inline-block w-16"
        @change="measure('weightG', $event)"
        @emptied="measure('weightG', null)"
      />
    </td>
    <td class="p-1 whitespace-nowrap">
      <NumberField
        :label="t('egg.length', { number: item.egg.number })"
        hide-label
        positive
        :model-value="shownAs('length', item.egg.lengthMm)"
        class="inline-block w-16"
        @change="measure('lengthMm', $event)"
        @emptied="measure('lengthMm', null)"
      />
      ×
      <NumberField
        :label="t('egg.breadth', { number: item.egg.number })"
        hide-label
        positive
        :model-value="shownAs('length', item.egg.breadthMm)"
        class="inline-block w-16"
        @change="measure('breadthMm', $event)"
        @emptied="measure('breadthMm', null)"
      />
    </td>
    <td class="p-1">
      <ListChoice
        :label="t('egg.shell', { number: item.egg.number })"
        hide-label
        :model-value="item.egg.crack"
        @change="
          emit('change', {
            crack: $event as Crack,
          })
        "
        :options="CRACKS.map((crack) => ({ value: crack, name: CRACK_WORDS[crack] }))"
        class="w-24"
      />
      <CheckBox
        v-if="item.egg.crack === 'hairline'"
        :model-value="item.egg.waxed"
        @update:model-value="emit('change', { waxed: $event })"
        class="gap-1"
        >{{ t('egg.waxed') }}</CheckBox
      >
    </td>
    <td class="p-1">
      <ListChoice
        :label="t('egg.decision', { number: item.egg.number })"
        hide-label
        :model-value="item.egg.choice"
        @change="
          emit('change', {
            choice: $event as EggChoice,
          })
        "
        :options="optionsOf(CHOICE_WORDS)"
        class="w-36"
      />
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
