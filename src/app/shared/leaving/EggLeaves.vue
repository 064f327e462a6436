<script setup lang="ts">
import { computed, ref } from 'vue'
import { LogOut, Undo2 } from '@lucide/vue'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import KitButton from '../kit/KitButton.vue'
import { useKeys } from '../useKeys.ts'
import { useSaving } from '../useSaving.ts'
import LeavingDialog from './LeavingDialog.vue'
import { t } from './words.ts'

/** An egg leaves, at any time and for any reason: one press, and one for the reason. It comes back the same way. */
const props = defineProps<{
  set: EggSet
  /** Which it may be; of several it is asked first. */
  eggs: readonly Egg[]
  /** The page's key for it. */
  keyed?: boolean
  size?: 'desk' | 'tall'
}>()
const emit = defineEmits<{ left: [egg: Egg] }>()

const store = useHatcheryStore()
const { problem, saving } = useSaving()
const open = ref(false)
const alone = computed(() => (props.eggs.length === 1 ? props.eggs[0]! : null))

function ask(): void {
  if (props.eggs.length > 0 && !alone.value?.removed) open.value = true
}
function leave(egg: Egg): void {
  open.value = false
  emit('left', egg)
}
/** Also days later: it lies where it lay, and all that came since stays. */
function putBack(): void {
  const { value: gone } = alone
  if (gone) void saving(() => store.changeEgg('egg put back', gone.id, (now) => ({ ...now, removed: null })))
}
useKeys({ g: ask }, () => props.keyed === true && !open.value)
</script>

<template>
  <div>
    <KitButton
      v-if="alone?.removed && alone.outcome === null"
      :icon="Undo2"
      :size="size ?? 'desk'"
      @click="putBack"
    >
      {{ t('leaves.back') }}
    </KitButton>
    <KitButton
      v-else
      :icon="LogOut"
      :size="size ?? 'desk'"
      :disabled="eggs.length === 0 || alone?.removed != null"
      data-testid="egg-leaves"
      @click="ask"
    >
      {{ t('leaves.ask') }} <span v-if="keyed" class="key hidden md:inline">G</span>
    </KitButton>
    <p v-if="problem" class="mt-1 text-ember" role="alert">{{ problem }}</p>
    <LeavingDialog v-if="open" :set="set" :eggs="eggs" @close="open = false" @left="leave" />
  </div>
</template>
