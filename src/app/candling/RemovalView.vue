<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { RouterLink } from 'vue-router'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { Outcome } from '../../contracts/records/egg-record.ts'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import { actionOf, candlingBegan, lookSince, lookToRemove, standingAction } from '../../domain/candling.ts'
import { withoutOwnGrade } from '../../domain/look-by-eye.ts'
import { isDoneWith, standingGrade } from '../../domain/own-grade.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useClockStore } from '../shared/clock.ts'
import { useKeys } from '../shared/useKeys.ts'
import { count, GRADE_WORDS, mainReason, nameOfEgg } from '../shared/wording.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import EggLeaves from '../shared/leaving/EggLeaves.vue'
import EggsAtHand from '../shared/leaving/EggsAtHand.vue'
import EggMark from '../shared/ui/EggMark.vue'
import GradeSign from '../shared/ui/GradeSign.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import CountTray from './CountTray.vue'
import LeakingEggs from './LeakingEggs.vue'
import RemovalDialog from './RemovalDialog.vue'
import TakenOut from './TakenOut.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

const props = defineProps<{ setId: string }>()
const hatchery = useHatcheryStore()
const clock = useClockStore()
const set = computed(() => hatchery.setById(props.setId))
function placeOf(egg: Egg): string {
  return nameOfEgg(set.value?.trays ?? [], egg)
}
/** The egg in the candler's hand; with `against`, one that the policy would leave in. */
const asked = shallowRef<{ egg: Egg; look: LookRecord; against: boolean } | null>(null)
const problem = ref('')

const rows = computed(() => {
  const current = set.value
  if (!current) return []
  const began = candlingBegan(current, hatchery.hatchery, clock.nowMs)
  return (hatchery.eggsBySet.get(current.id) ?? []).map((egg) => {
    const look = lookSince(hatchery.looksByEgg.get(egg.id) ?? [], began)
    return { egg, look, action: look ? actionOf(look, current) : null }
  })
})
/** Also what an earlier candling asked for and nobody did; what is out since then is not listed again. */
const toRemove = computed(() => {
  const current = set.value
  if (!current) return []
  return rows.value.flatMap(({ egg, look: latest, action }) => {
    if (egg.removed) return latest && action === 'remove' ? [{ egg, look: latest }] : []
    const look = lookToRemove(hatchery.looksByEgg.get(egg.id) ?? [], current)
    return look && isIn(egg) && egg.crack !== 'leaking' ? [{ egg, look }] : []
  })
})
const inside = computed(() => rows.value.flatMap(({ egg }) => (isIn(egg) ? [egg] : [])))
/** By a pressed key at the lamp; whatever the grade and the rule, these are first. */
const leaking = computed(() => inside.value.filter(({ crack }) => crack === 'leaking'))
const notTicked = computed(() => toRemove.value.filter(({ egg }) => !egg.removed))
/** By the candler's word, or left in as suggested. */
const toRecheck = computed(() =>
  rows.value.filter(
    ({ egg, look }) =>
      look && set.value && !egg.removed && isDoneWith(look) && standingAction(look, set.value) === 'recheck',
  ),
)
const undecided = computed(() =>
  rows.value.filter(
    ({ egg, look }) =>
      !egg.removed &&
      !(look && isDoneWith(look)) &&
      notTicked.value.every(({ egg: { id } }) => id !== egg.id),
  ),
)
const taken = computed(() => rows.value.flatMap(({ egg }) => (egg.removed ? [egg] : [])))
const late = computed(() =>
  asked.value && set.value
    ? timelineOf(set.value, hatchery.hatchery).stageAt(Date.parse(asked.value.look.takenAt)) > 0.66
    : false,
)

async function takeOut(reason: string): Promise<void> {
  const item = asked.value
  if (!item) return
  const grade = standingGrade(item.look)
  try {
    const removed = {
      at: new Date().toISOString(),
      why: 'graded' as const,
      grade,
      reason: item.against ? reason : mainReason(item.look),
      lookId: item.look.id,
      againstPolicy: item.against,
    }
    await hatchery.changeEgg('removal', item.egg.id, (now) => ({ ...now, removed }))
    asked.value = null
  } catch {
    problem.value = t('removal.notSaved')
  }
}
async function noteOutcome(egg: Egg, found: Outcome | null): Promise<void> {
  try {
    await hatchery.changeEgg('breakout finding', egg.id, (now) => ({
      ...now,
      outcome: found && { at: new Date().toISOString(), found },
    }))
  } catch {
    problem.value = t('removal.findingNotSaved')
  }
}
/** The candler takes their word back: the egg stays in, and is asked about again. */
async function leaveIn(look: LookRecord): Promise<void> {
  try {
    await hatchery.changeLook('grade', look.id, withoutOwnGrade)
  } catch {
    problem.value = t('removal.notSaved')
  }
}
/** Taken out by mistake, also days ago: it lies where it lay, and all that came since stays. */
async function putBack(egg: Egg): Promise<void> {
  try {
    await hatchery.changeEgg('egg put back', egg.id, (now) => ({ ...now, removed: null }))
    problem.value = ''
  } catch (error) {
    problem.value = (error as Error).message
  }
}
function ask(egg: Egg, look: LookRecord, against = false): void {
  asked.value = { egg, look, against }
}
async function back(): Promise<void> {
  try {
    await hatchery.undo()
  } catch (error) {
    problem.value = (error as Error).message
  }
}
/** The next egg to come out, in the order of the tray. */
function next(): void {
  const [first] = notTicked.value
  if (first) ask(first.egg, first.look)
}
useKeys({ z: () => void back(), ' ': next }, () => asked.value === null)
</script>

<template>
  <main v-if="set" class="mx-auto max-w-4xl p-6">
    <h1 class="text-3xl font-bold">
      {{ t('removal.title', { trays: set.trays.length === 1 ? set.trays[0]!.name : set.name }) }}
    </h1>
    <p class="mt-1 text-lg text-ink-soft">
      {{ t('removal.lead', { set: set.name }) }}
    </p>
    <p
      v-if="undecided.length > 0"
      class="mt-4 rounded-xl border border-lamp p-4 text-lg"
      data-testid="undecided"
    >
      {{
        t('removal.undecided', {
          eggs: count(undecided.length, 'egg'),
          places: undecided.map(({ egg }) => placeOf(egg)).join(', '),
        })
      }}
      <RouterLink :to="{ name: 'bench', params: { setId } }" class="underline">{{
        t('removal.toBench')
      }}</RouterLink>
    </p>
    <p v-if="problem" class="mt-4 text-ember" role="alert">{{ problem }}</p>

    <LeakingEggs v-if="leaking.length > 0" :set="set" :eggs="leaking" :place-of="placeOf" />
    <ul v-if="toRemove.length > 0" class="mt-5 flex flex-col gap-3" data-testid="removal-list">
      <li
        v-for="{ egg, look } in toRemove"
        :key="egg.id"
        class="card flex flex-wrap items-center gap-4 p-3"
        :class="{ 'border-dashed text-ink-soft': egg.removed }"
      >
        <div class="h-24 w-24 shrink-0 overflow-hidden rounded-lg bg-black">
          <EggMark v-if="!isPictured(look)" :look="look" class="w-full" />
          <MeasuredPhoto
            v-else
            :look="look"
            :overlay="true"
            :label="t('removal.photographOf', { place: placeOf(egg) })"
          />
        </div>
        <span class="w-16 text-3xl font-bold">{{ placeOf(egg) }}</span>
        <GradeSign :grade="standingGrade(look)" class="h-8 w-8" aria-hidden="true" />
        <div class="min-w-0 grow basis-60">
          <p class="text-xl font-semibold">{{ GRADE_WORDS[standingGrade(look)] }}</p>
          <p class="text-ink-soft">
            {{
              !isPictured(look) || look.own?.grade === look.verdict.grade
                ? mainReason(look)
                : t('removal.ownGrade')
            }}
          </p>
        </div>
        <span v-if="egg.removed" class="text-lg">{{ t('removal.isRemoved') }}</span>
        <KitButton
          v-if="!egg.removed"
          size="big"
          :aria-label="t('removal.leaveInOf', { place: placeOf(egg) })"
          @click="leaveIn(look)"
        >
          {{ t('removal.leaveIn') }}
        </KitButton>
        <KitButton
          v-if="!egg.removed"
          kind="harmful"
          size="big"
          class="text-lg"
          :aria-label="t('removal.removeOf', { place: placeOf(egg) })"
          @click="ask(egg, look)"
        >
          {{ t('removal.remove') }} <span v-if="egg.id === notTicked[0]?.egg.id" class="key">Space</span>
        </KitButton>
      </li>
    </ul>
    <p v-else-if="leaking.length === 0" class="mt-5 text-xl">{{ t('removal.none') }}</p>

    <p v-if="notTicked.length > 0" class="mt-4 text-lg" data-testid="not-ticked">
      {{ t('removal.notTicked') }}
      <strong>{{ notTicked.map(({ egg }) => placeOf(egg)).join(', ') }}</strong>.
    </p>
    <section v-if="toRecheck.length > 0" class="mt-6">
      <h2 class="text-xl font-bold">{{ t('removal.lookAgain') }}</h2>
      <p class="mb-2 text-lg text-ink-soft">
        {{ t('removal.pencil') }}
      </p>
      <ul class="flex flex-col gap-2" data-testid="rechecks">
        <li v-for="{ egg, look } in toRecheck" :key="egg.id" class="flex flex-wrap items-center gap-3">
          <span class="w-28 text-lg font-semibold">{{ placeOf(egg) }}</span
          ><span class="w-40 text-lg text-ink-soft">{{ GRADE_WORDS[standingGrade(look!)] }}</span
          ><KitButton
            size="desk"
            :aria-label="t('removal.removeAnywayOf', { place: placeOf(egg) })"
            @click="ask(egg, look!, true)"
          >
            {{ t('removal.removeAnyway') }}
          </KitButton>
        </li>
      </ul>
    </section>
    <TakenOut
      v-if="taken.length > 0"
      :eggs="taken"
      :place-of="placeOf"
      @found="noteOutcome"
      @put-back="putBack"
    />
    <CountTray class="mt-6" :set="set" :eggs="rows.map(({ egg }) => egg)" />
    <p class="mt-2 text-ink-soft">
      {{ t('removal.caution') }}
    </p>
    <EggsAtHand class="mt-5" :set="set" :eggs="inside" />
    <div class="mt-6 flex flex-wrap gap-3">
      <KitButton :disabled="hatchery.journal.length === 0" @click="back">
        {{ t('keys.undo') }} <span class="key">Z</span>
      </KitButton>
      <EggLeaves :set="set" :eggs="inside" keyed size="tall" />
      <KitButton :to="{ name: 'bench', params: { setId } }">{{ t('removal.toBench') }}</KitButton>
      <KitButton :to="{ name: 'set', params: { setId } }">{{ t('removal.trayLog') }}</KitButton>
    </div>

    <RemovalDialog
      v-if="asked"
      :key="asked.look.id"
      :asked="asked"
      :place="placeOf(asked.egg)"
      :late="late"
      @confirm="takeOut"
      @close="asked = null"
    />
  </main>
</template>
