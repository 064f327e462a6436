<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Leaving } from '../../../contracts/records/egg-record.ts'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { GRADES, type Grade } from '../../../core/grade-names.ts'
import { leavingOf, lookedAlive, type SaidOfLeaving } from '../../../domain/leaving.ts'
import { timelineOf } from '../../../domain/timeline.ts'
import { useClockStore } from '../clock.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import CheckBox from '../kit/CheckBox.vue'
import KitButton from '../kit/KitButton.vue'
import KitDialog from '../kit/KitDialog.vue'
import SearchChoice from '../kit/SearchChoice.vue'
import { useSaving } from '../useSaving.ts'
import { GRADE_WORDS, LEAVING_WORDS, nameOfEgg } from '../wording.ts'
import { t } from './words.ts'
import GradeSign from '../ui/GradeSign.vue'

/** What becomes of an egg that leaves; where it may be one of several, which one. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const emit = defineEmits<{ close: []; left: [egg: Egg] }>()

const DEAD: ReadonlyArray<Exclude<Grade, 'developing'>> = GRADES.filter((grade) => grade !== 'developing')
const SHELL = ['rotten', 'cracked', 'broken', 'animal'] as const
const AWAY = ['given-away', 'eaten', 'moved-away', 'missing'] as const
/** From this stage on an embryo may feel pain. */
const MAY_FEEL = 0.66

const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const chosenId = ref('')
const isSure = ref(false)
const egg = computed(() =>
  props.eggs.length === 1 ? props.eggs[0]! : (props.eggs.find(({ id }) => id === chosenId.value) ?? null),
)
const looks = computed(() => (egg.value ? (store.looksByEgg.get(egg.value.id) ?? []) : []))
const alive = computed(() => lookedAlive(looks.value))
const late = computed(() => timelineOf(props.set, store.hatchery).stageAt(clock.nowMs) > MAY_FEEL)
const placeOf = (one: Egg): string => nameOfEgg(props.set.trays, one)
watch(egg, () => {
  isSure.value = false
})

async function leave(said: SaidOfLeaving): Promise<void> {
  const { value: leaving } = egg
  if (!leaving) return
  const removed = leavingOf(said, { set: props.set, looks: looks.value, at: new Date().toISOString() })
  await saving(() => store.changeEgg('egg leaves', leaving.id, (now) => ({ ...now, removed })))
  if (!problem.value) emit('left', leaving)
}
const otherwise = (why: Exclude<Leaving, 'graded'>): void => void leave({ why })
</script>

<template>
  <KitDialog
    :title="egg ? t('leaves.title', { place: placeOf(egg) }) : t('leaves.which')"
    @close="emit('close')"
  >
    <KitButton class="mb-4 w-full" @click="emit('close')">{{ t('leaves.stays') }}</KitButton>
    <SearchChoice
      v-if="eggs.length > 1"
      v-model="chosenId"
      class="mb-4"
      :label="t('leaves.egg')"
      :options="eggs.map((one) => ({ value: one.id, name: `${placeOf(one)}, #${one.number}` }))"
    />
    <template v-if="egg">
      <h3 class="mb-2 font-semibold">{{ t('leaves.shell') }}</h3>
      <div class="grid grid-cols-2 gap-2">
        <KitButton v-for="why in SHELL" :key="why" class="min-h-12" @click="otherwise(why)">
          {{ LEAVING_WORDS[why] }}
        </KitButton>
      </div>
      <h3 class="mt-4 mb-2 font-semibold">{{ t('leaves.away') }}</h3>
      <div class="grid grid-cols-2 gap-2">
        <KitButton v-for="why in AWAY" :key="why" class="min-h-12" @click="otherwise(why)">
          {{ LEAVING_WORDS[why] }}
        </KitButton>
      </div>
      <h3 class="mt-4 mb-2 font-semibold">{{ t('leaves.dead') }}</h3>
      <CheckBox v-if="alive" v-model="isSure" class="mb-2 items-start gap-3">{{ t('leaves.sure') }}</CheckBox>
      <p v-if="late" class="mb-2 border-l-2 border-ember pl-3">{{ t('leaves.mayFeel') }}</p>
      <div class="grid grid-cols-3 gap-2">
        <KitButton
          v-for="grade in DEAD"
          :key="grade"
          class="min-h-12 px-1"
          :disabled="alive && !isSure"
          @click="leave({ why: 'graded', grade })"
        >
          <GradeSign :grade="grade" class="h-5 w-5" aria-hidden="true" /> {{ GRADE_WORDS[grade] }}
        </KitButton>
      </div>
      <p class="mt-4 text-sm text-ink-soft">{{ t('leaves.caution') }}</p>
    </template>
  </KitDialog>
</template>
