<script setup lang="ts">
import { computed } from 'vue'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { ACCOUNTS, eggAccount, type Account } from '../../../domain/egg-account.ts'
import { count } from '../wording.ts'
import { t } from './words.ts'

/** Every egg that was set, and where it is: the sum is seen. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const WORDS: Readonly<Record<Account, (n: number) => string>> = {
  in: (n) => t('account.in', { n }),
  hatched: (n) => t('account.hatched', { n }),
  dead: (n) => t('account.dead', { n }),
  alive: (n) => t('account.alive', { n }),
  rotten: (n) => t('account.rotten', { n }),
  handling: (n) => t('account.handling', { n }),
  'passed-on': (n) => t('account.passedOn', { n }),
}
const account = computed(() => eggAccount(props.set, props.eggs))
const parts = computed(() =>
  ACCOUNTS.filter((name) => account.value[name] > 0).map((name) => WORDS[name](account.value[name])),
)
const isOutOfRates = computed(() => account.value.handling + account.value['passed-on'] > 0)
</script>

<template>
  <p class="text-ink-soft" data-testid="egg-account">
    {{ t('account.set', { eggs: count(eggs.length, 'egg') }) }} {{ parts.join(' + ') }}.
    <template v-if="isOutOfRates">{{ t('account.noRate') }}</template>
  </p>
</template>
