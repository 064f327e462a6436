<script setup lang="ts">
import { computed, ref } from 'vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import { HELPS, type Help } from '../../core/hatching/hatch-methods.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import KitButton from '../shared/kit/KitButton.vue'
import KitFold from '../shared/kit/KitFold.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import { useSaving } from '../shared/useSaving.ts'
import { t } from './words.ts'

/** Which chick was helped, and how; what became of them is told with the results. */
const props = defineProps<{ eggs: readonly Egg[]; nameOf: (egg: Egg) => string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const HELP_WORDS: Readonly<Record<Help, string>> = {
  moistened: t('helped.moistened'),
  'air-hole': t('helped.airHole'),
  'cap-lifted': t('helped.capLifted'),
  'out-of-shell': t('helped.outOfShell'),
}
const chosenId = ref('')
const how = ref<Help>('moistened')
/** Those that have broken the shell, and those that are out: whoever has helped notes it when the hands are free. */
const pipped = computed(() =>
  props.eggs.filter((egg) => (isIn(egg) && (egg.pipped ?? egg.zipped)) || egg.outcome?.found === 'hatched'),
)
const helped = computed(() => props.eggs.filter((egg) => egg.helped !== null))
const chosen = computed(() => pipped.value.find(({ id }) => id === chosenId.value) ?? null)
async function note(): Promise<void> {
  const { value: egg } = chosen
  if (!egg) return
  const noted = { at: new Date(clock.nowMs).toISOString(), how: how.value }
  await saving(() => store.changeEgg('helped', egg.id, (now) => ({ ...now, helped: noted })))
  if (!problem.value) chosenId.value = ''
}
</script>

<template>
  <KitFold :title="t('helped.title')" :starts-open="helped.length > 0">
    <p class="text-sm text-ink-soft">{{ t('helped.caution') }}</p>
    <p v-if="helped.length > 0" data-testid="helped">
      {{
        t('helped.noted', {
          eggs: helped
            .map((egg) => `${nameOf(egg)} (${HELP_WORDS[egg.helped!.how].toLowerCase()})`)
            .join(', '),
        })
      }}
    </p>
    <div v-if="pipped.length > 0" class="mt-2 flex flex-wrap items-end gap-3">
      <ListChoice
        v-model="chosenId"
        :label="t('helped.egg')"
        :options="[
          { value: '', name: t('watch.noEgg') },
          ...pipped.map((egg) => ({ value: egg.id, name: nameOf(egg) })),
        ]"
      />
      <ListChoice
        v-model="how"
        :label="t('helped.how')"
        :options="HELPS.map((value) => ({ value, name: HELP_WORDS[value] }))"
      />
      <KitButton :disabled="!chosen" @click="note">{{ t('helped.note') }}</KitButton>
    </div>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
  </KitFold>
</template>
