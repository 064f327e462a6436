<script setup lang="ts">
import { computed } from 'vue'
import type { Answer } from '../../core/learning/confusions.ts'
import { LEAST_ANSWERS, rulesFor } from '../../core/learning/rules.ts'
import { shareWords } from '../../core/statistics/share.ts'
import { RULE_WORDS } from './practice-words.ts'
import { t } from './words.ts'

/** What each rule of removal would have cost this person. */
const props = defineProps<{ answers: readonly Answer[] }>()
const rules = computed(() => rulesFor(props.answers))
</script>

<template>
  <section>
    <h3 class="mt-5 font-semibold">{{ t('standing.ruleTitle') }}</h3>
    <p v-if="!rules" class="text-ink-soft">
      {{ t('standing.ruleLater', { eggs: LEAST_ANSWERS }) }}
    </p>
    <div v-else class="overflow-x-auto">
      <table class="mt-1 w-full max-w-4xl text-left" data-testid="rules">
        <thead>
          <tr class="text-sm text-ink-soft">
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('standing.rule') }}</th>
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('standing.livingRemoved') }}</th>
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('standing.cost') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, i) in rules" :key="one.rule" class="border-t border-line">
            <th scope="row" class="py-1 pr-4 font-normal">
              {{ RULE_WORDS[one.rule] }}<strong v-if="i === 0"> {{ ' ' }}{{ t('standing.best') }}</strong>
            </th>
            <td class="py-1 pr-4">{{ shareWords(one.livingRemoved) }}</td>
            <td class="py-1 pr-4">{{ one.costPer100.toFixed(1) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="mt-1 max-w-4xl text-sm text-ink-soft">
        {{ t('standing.costWhy') }}
      </p>
    </div>
  </section>
</template>
