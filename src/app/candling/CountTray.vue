<script setup lang="ts">
import { computed, ref } from 'vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import NumberField from '../shared/kit/NumberField.vue'
import EggAccount from '../shared/leaving/EggAccount.vue'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'

/** What should lie in the tray now, held against what a person counts there, and where all the others are. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const counted = ref<number | null>(null)
const remaining = computed(() => props.eggs.filter(isIn).length)
</script>

<template>
  <section :aria-label="t('removal.count')">
    <div class="flex flex-wrap items-center gap-x-5 gap-y-2 text-xl">
      <p data-testid="remaining">{{ t('removal.shouldBeLeft', { eggs: count(remaining, 'egg') }) }}</p>
      <NumberField
        :label="t('removal.counted')"
        :least="0"
        v-model="counted"
        data-testid="counted"
        class="text-lg w-24"
      />
      <p
        v-if="counted !== null && counted >= 0"
        role="status"
        :class="counted === remaining ? 'text-lamp' : 'text-ember'"
        data-testid="count-check"
      >
        {{
          counted === remaining
            ? t('removal.countRight')
            : counted > remaining
              ? t('removal.tooMany', { eggs: count(counted - remaining, 'egg') })
              : t('removal.tooFew', { eggs: count(remaining - counted, 'egg') })
        }}
      </p>
    </div>
    <EggAccount class="mt-2" :set="set" :eggs="eggs" />
  </section>
</template>
