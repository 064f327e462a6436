<script setup lang="ts">
import { computed, ref } from 'vue'
import { CheckCheck, Zap } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { CRACKS } from '../../core/planning/intake/cracks.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import KitButton from '../shared/kit/KitButton.vue'
import EggLeaves from '../shared/leaving/EggLeaves.vue'
import GradeSign from '../shared/ui/GradeSign.vue'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import { GRADE_KEYS } from './grade-keys.ts'
import { t } from './words.ts'

/** What else a hand does with the egg at hand: grades it without a picture, notes its shell, takes it out. */
const props = defineProps<{
  set: EggSet
  egg: Egg
  look: LookRecord | null
  /** The five grades are not elsewhere on the page. */
  grading?: boolean
  /** Eggs of the tray that nobody has looked at, where one word may be said for all. */
  unseen?: number
}>()
const emit = defineEmits<{ grade: [grade: SuggestedGrade]; restDevelops: []; left: [egg: Egg] }>()
const store = useHatcheryStore()
const { problem, saving } = useSaving()
const CRACK_WORDS = {
  none: t('acts.noCrack'),
  hairline: t('acts.hairline'),
  leaking: t('acts.leaking'),
} as const
const nextOf = ({ crack: now }: Egg) => CRACKS[(CRACKS.indexOf(now) + 1) % CRACKS.length]!
const next = computed(() => nextOf(props.egg))
/** Sound, a hairline, leaking, and sound again. */
function crack(): void {
  if (props.egg.removed) return
  void saving(() => store.changeEgg('crack', props.egg.id, (now) => ({ ...now, crack: nextOf(now) })))
}
/** What else a hand feels or sees on the shell; pressed again it is taken back. */
function note(what: 'waxed' | 'dirty'): void {
  const { egg } = props
  // Wax is for a crack.
  if (egg.removed || (what === 'waxed' && egg.crack === 'none' && !egg.waxed)) return
  void saving(() => store.changeEgg(what, egg.id, (now) => ({ ...now, [what]: !now[what] })))
}
/** Looks of which somebody has said that the line is no crack. */
const noCrack = ref<ReadonlySet<string>>(new Set())
const lineSeen = computed(() => {
  const { look, egg } = props
  return look !== null &&
    isPictured(look) &&
    look.reading.crack.score > 0.5 &&
    egg.crack === 'none' &&
    !egg.removed
    ? look.id
    : null
})
function isHairline(): void {
  void saving(() => store.changeEgg('crack', props.egg.id, (now) => ({ ...now, crack: 'hairline' })))
}
function isNoCrack(lookId: string): void {
  noCrack.value = new Set([...noCrack.value, lookId])
}
useKeys({ k: crack, p: () => note('waxed'), q: () => note('dirty') })
</script>

<template>
  <div class="flex flex-col gap-2">
    <div v-if="grading" class="grid grid-cols-5 gap-1.5" role="group" :aria-label="t('keys.grades')">
      <KitButton
        v-for="{ grade, key } in GRADE_KEYS"
        :key="grade"
        size="tall"
        class="flex-col gap-0 px-0.5"
        :class="{ 'border-lamp': look?.own?.grade === grade }"
        :disabled="egg.removed !== null"
        :aria-label="t('keys.myGradeIs', { grade: GRADE_WORDS[grade] })"
        @click="emit('grade', grade)"
      >
        <span class="flex items-center gap-1"
          ><GradeSign :grade="grade" class="h-6 w-6" aria-hidden="true" /><span
            class="key hidden md:inline"
            >{{ key }}</span
          ></span
        >
        <span class="text-xs">{{ GRADE_WORDS[grade] }}</span>
      </KitButton>
    </div>
    <div class="flex flex-wrap gap-2">
      <KitButton
        :icon="Zap"
        size="desk"
        :class="{ 'border-ember text-ember': egg.crack !== 'none' }"
        :disabled="egg.removed !== null"
        :aria-label="t('acts.crackOf', { now: CRACK_WORDS[egg.crack], next: CRACK_WORDS[next] })"
        data-testid="crack-key"
        @click="crack"
      >
        {{ CRACK_WORDS[egg.crack] }} <span class="key hidden md:inline">K</span>
      </KitButton>
      <KitButton
        v-if="egg.crack !== 'none' || egg.waxed"
        size="desk"
        :class="{ 'border-lamp': egg.waxed }"
        :disabled="egg.removed !== null"
        :aria-pressed="egg.waxed"
        @click="note('waxed')"
      >
        {{ t('acts.waxed') }} <span class="key hidden md:inline">P</span>
      </KitButton>
      <KitButton
        size="desk"
        :class="{ 'border-ember text-ember': egg.dirty }"
        :disabled="egg.removed !== null"
        :aria-pressed="egg.dirty"
        @click="note('dirty')"
      >
        {{ t('acts.dirty') }} <span class="key hidden md:inline">Q</span>
      </KitButton>
      <KitButton
        v-if="unseen"
        :icon="CheckCheck"
        size="desk"
        :aria-label="t('byEye.restOf', { eggs: count(unseen, 'egg') })"
        @click="emit('restDevelops')"
      >
        {{ t('byEye.restDevelops') }} <span class="key hidden md:inline">A</span>
      </KitButton>
      <EggLeaves :set="set" :eggs="[egg]" keyed @left="emit('left', $event)" />
    </div>
    <div
      v-if="lineSeen && !noCrack.has(lineSeen)"
      class="flex flex-wrap items-center gap-2"
      role="status"
      data-testid="crack-asked"
    >
      <span>{{ t('acts.isItACrack') }}</span>
      <KitButton size="desk" @click="isHairline">{{ t('acts.hairlineYes') }}</KitButton>
      <KitButton size="desk" @click="isNoCrack(lineSeen)">{{ t('acts.hairlineNo') }}</KitButton>
    </div>
    <p v-if="egg.dirty" class="text-sm text-ink-soft">{{ t('acts.dirtyHow') }}</p>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
  </div>
</template>
