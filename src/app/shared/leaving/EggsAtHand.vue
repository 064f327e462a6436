<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import KitButton from '../kit/KitButton.vue'
import { nameOfEgg } from '../wording.ts'
import LeavingDialog from './LeavingDialog.vue'
import { t } from './words.ts'

/** The eggs of a set that are in, each to be taken out: one press for the egg, one for the reason. */
const props = defineProps<{
  set: EggSet
  eggs: readonly Egg[]
  /** Where eggs of several sets stand on a page. */
  named?: boolean
}>()
const emit = defineEmits<{ left: [egg: Egg] }>()
/** More buttons than this are slower to search than a list. */
const MOST = 120
const asked = shallowRef<readonly Egg[] | null>(null)
const title = computed(() =>
  props.named ? t('leaves.atHandOf', { set: props.set.name }) : t('leaves.atHand'),
)
const isMany = computed(() => props.eggs.length > MOST)
function leave(egg: Egg): void {
  asked.value = null
  emit('left', egg)
}
</script>

<template>
  <section v-if="eggs.length > 0" :aria-label="title" data-testid="eggs-at-hand">
    <h3 class="font-semibold">{{ title }}</h3>
    <KitButton v-if="isMany" class="mt-2" @click="asked = eggs">{{ t('leaves.ask') }}</KitButton>
    <template v-else>
      <p class="text-sm text-ink-soft">{{ t('leaves.press') }}</p>
      <div class="mt-2 flex flex-wrap gap-1.5">
        <KitButton
          v-for="egg in eggs"
          :key="egg.id"
          size="desk"
          class="min-h-11 min-w-14 justify-center px-1"
          :aria-label="t('leaves.eggLeaves', { place: nameOfEgg(set.trays, egg) })"
          @click="asked = [egg]"
        >
          {{ nameOfEgg(set.trays, egg) }}
        </KitButton>
      </div>
    </template>
    <LeavingDialog v-if="asked" :set="set" :eggs="asked" @close="asked = null" @left="leave" />
  </section>
</template>
