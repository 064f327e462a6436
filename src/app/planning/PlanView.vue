<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { Undo2 } from '@lucide/vue'
import { defaultSetName } from '../../domain/plan-to-records.ts'
import { timetableOf, usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { SPECIES, type SpeciesName } from '../../core/species/species.ts'
import type { PlanDraft } from '../../core/planning/plan-draft.ts'
import { localDateOf } from '../../core/time/local-date.ts'
import { CANDLING_METHOD_CHOICES, TURNING_STOP_CHOICES } from '../../words/methods.ts'
import { useKeys } from '../shared/useKeys.ts'
import { saveFile } from '../shared/save-file.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { usePlanStore } from './plan.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import OwnDays from '../shared/ui/OwnDays.vue'
import PlanBasket from './PlanBasket.vue'
import PlanPreview from './PlanPreview.vue'
import PlanStart from './PlanStart.vue'
import PlanTrays from './PlanTrays.vue'
import MethodChoice from '../shared/ui/MethodChoice.vue'
import TimingChoice from './TimingChoice.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import NumberField from '../shared/kit/NumberField.vue'
import LongTextField from '../shared/kit/LongTextField.vue'

const plan = usePlanStore()
const store = useHatcheryStore()
const clock = useClockStore()
const router = useRouter()
const draft = computed(() => plan.draft)
const zone = computed(() => store.hatchery.zone)
const today = computed(() => localDateOf(clock.nowMs, zone.value))
const species = computed(() => plan.groups.map((group) => group.species))
const clearing = ref(false)
const problem = ref('')
onMounted(() => plan.open())

const patch = (changes: Partial<PlanDraft>): Promise<void> => plan.change((now) => ({ ...now, ...changes }))
function ownIncubation(name: SpeciesName, days: number): void {
  const { [name]: _, ...others } = draft.value!.incubationDays
  void patch({
    incubationDays: days !== usualTimetable(name).incubationDays ? { ...others, [name]: days } : others,
  })
}
async function finish(): Promise<void> {
  try {
    const sets = await plan.finish()
    const [first] = sets
    if (first)
      await router.push(sets.length === 1 ? { name: 'set', params: { setId: first.id } } : { name: 'today' })
  } catch (error) {
    problem.value = t('plan.notSaved', { why: (error as Error).message })
  }
}
function emptyBasket(): void {
  clearing.value = false
  void plan.startOver()
}
function takeOutUnreadable(): void {
  saveFile(
    new Blob([JSON.stringify(plan.unreadable, null, 1)], { type: 'application/json' }),
    'perlumen-plan-aside.json',
  )
}
useKeys({ z: () => void plan.undo() }, () => !clearing.value)
</script>

<template>
  <main v-if="draft" class="mx-auto max-w-7xl p-6">
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-3xl font-bold">{{ t('plan.title') }}</h1>
        <p class="text-lg text-ink-soft">{{ t('plan.lead') }}</p>
      </div>
      <div class="flex flex-wrap gap-3">
        <KitButton :icon="Undo2" :disabled="plan.past.length === 0" @click="plan.undo()">
          {{ t('plan.undo') }} <span class="key">Z</span>
        </KitButton>
        <KitButton :disabled="draft.eggs.length === 0" @click="clearing = true">
          {{ t('plan.emptyBasket') }}
        </KitButton>
      </div>
    </div>
    <p v-if="plan.problem || problem" class="mt-3 text-ember" role="alert">
      {{ plan.problem?.text ?? problem }}
    </p>
    <p v-if="plan.unreadable" class="mt-2 flex flex-wrap items-center gap-3">
      {{ t('plan.unreadable') }}
      <KitButton size="desk" @click="takeOutUnreadable">
        {{ t('plan.exportJson') }}
      </KitButton>
      <KitButton kind="harmful" size="desk" @click="plan.forgetUnreadable()">
        {{ t('plan.delete') }}
      </KitButton>
    </p>

    <div class="mt-5 grid grid-cols-1 items-start gap-6 lg:grid-cols-[minmax(0,1fr)_27rem]">
      <div class="flex min-w-0 flex-col gap-5">
        <PlanStart
          :timing="draft.timing"
          :now-ms="clock.nowMs"
          :zone="zone"
          @change="patch({ timing: $event })"
        />
        <PlanBasket :draft="draft" :today="today" />
        <template v-if="draft.eggs.length > 0">
          <section class="card p-5" aria-labelledby="day">
            <h2 id="day" class="mb-3 text-xl font-semibold">{{ t('plan.timing') }}</h2>
            <TimingChoice
              v-if="draft.timing.by !== 'already'"
              :timing="draft.timing"
              :species="
                plan.groups.map((group) => ({
                  species: group.species,
                  delayHours: group.delayHours,
                  incubationDays: draft!.incubationDays[group.species],
                }))
              "
              :now-ms="clock.nowMs"
              :zone="zone"
              @change="patch({ timing: $event })"
            />
            <div class="mt-4 flex flex-wrap gap-4">
              <NumberField
                required
                v-for="name in species"
                :key="name"
                :label="t('plan.incubationDays', { bird: SPECIES[name].label })"
                :least="10"
                :most="60"
                :model-value="
                  timetableOf(name, { incubationDays: draft.incubationDays[name] }).incubationDays
                "
                @change="ownIncubation(name, $event)"
                class="w-28"
              />
            </div>
          </section>

          <section class="card grid gap-5 p-5 sm:grid-cols-2" aria-labelledby="ways">
            <h2 id="ways" class="text-xl font-semibold sm:col-span-2">{{ t('methods.title') }}</h2>
            <div>
              <MethodChoice
                :legend="t('methods.candling')"
                :choices="CANDLING_METHOD_CHOICES"
                :value="draft.method"
                @choose="patch({ method: $event })"
              />
              <OwnDays
                v-if="draft.method === 'own'"
                :days="draft.ownDays"
                @change="patch({ ownDays: $event })"
              />
            </div>
            <MethodChoice
              :legend="t('methods.turning')"
              :choices="TURNING_STOP_CHOICES"
              :value="draft.turningStop"
              @choose="patch({ turningStop: $event })"
            />
          </section>

          <PlanTrays :draft="draft" />
        </template>
      </div>

      <div class="flex min-w-0 flex-col gap-4 lg:sticky lg:top-4">
        <p v-if="plan.groups.length === 0" class="card p-5 text-lg">
          {{ t('plan.empty') }}
        </p>
        <PlanPreview
          v-for="group in plan.groups"
          :key="group.species"
          :group="group"
          :zone="zone"
          :name="draft.names[group.species] ?? defaultSetName(draft, group)"
          @rename="patch({ names: { ...draft.names, [group.species]: $event } })"
        />
        <LongTextField
          v-if="plan.groups.length > 0"
          :label="t('plan.notes')"
          :rows="2"
          :model-value="draft.notes"
          @change="patch({ notes: $event })"
          maxlength="4000"
        />
        <KitButton
          v-if="plan.groups.length > 0"
          kind="next"
          size="big"
          class="text-lg"
          :disabled="!plan.canFinish"
          @click="finish"
        >
          {{ plan.groups.length > 1 ? t('plan.doPlanMany', { sets: plan.groups.length }) : t('plan.doPlan') }}
        </KitButton>
      </div>
    </div>
    <ConfirmDialog
      :open="clearing"
      :title="t('plan.emptyAsk')"
      :confirm="t('plan.emptyDo')"
      @confirm="emptyBasket"
      @close="clearing = false"
      ><p class="text-lg">
        {{ t('plan.emptyWhat') }}
      </p></ConfirmDialog
    >
  </main>
</template>
