<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { Plus, Trash2, Undo2 } from '@lucide/vue'
import { defaultSetName } from '../../domain/plan-to-records.ts'
import { timetableOf, usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { SPECIES, type SpeciesName } from '../../core/species/species.ts'
import type { DraftTray, PlanDraft } from '../../core/planning/plan-draft.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { type Numbering } from '../../core/tray/layout.ts'
import { CANDLING_SCHOOL_CHOICES, TURNING_STOP_CHOICES, NUMBERING_CHOICES } from '../../words/methods.ts'
import { useKeys } from '../shared/useKeys.ts'
import { saveFile } from '../shared/save-file.ts'
import { count } from '../shared/wording.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { usePlanStore } from './plan.ts'
import BasketEggs from './BasketEggs.vue'
import BatchForm from './BatchForm.vue'
import ConfirmDialog from '../shared/ui/ConfirmDialog.vue'
import OwnDays from '../shared/ui/OwnDays.vue'
import PlanPreview from './PlanPreview.vue'
import SchoolChoice from '../shared/ui/SchoolChoice.vue'
import TimingChoice from './TimingChoice.vue'
import TrayLayout from '../shared/ui/TrayLayout.vue'

const HatchByAge = defineAsyncComponent(() => import('./HatchByAge.vue'))

const plan = usePlanStore()
const store = useHatcheryStore()
const clock = useClockStore()
const router = useRouter()
const draft = computed(() => plan.draft)
const zone = computed(() => store.hatchery.zone)
const today = computed(() => localDateOf(clock.nowMs, zone.value))
const species = computed(() => plan.groups.map((group) => group.species))
const trayId = ref<string | null>(null)
const tray = computed(
  () => draft.value?.trays.find((item) => item.id === trayId.value) ?? draft.value?.trays[0],
)
const trayEggs = computed(() =>
  (plan.groups.find((group) => group.species === tray.value?.species)?.eggs ?? [])
    .filter((item) => item.place)
    .map(({ egg, place }) => ({ id: egg.id, number: egg.number, place })),
)
const opened = ref<SpeciesName | null>(null)
const clearing = ref(false)
const problem = ref('')
onMounted(() => plan.open())

const patch = (changes: Partial<PlanDraft>): Promise<void> => plan.change((now) => ({ ...now, ...changes }))
const patchTray = (changes: Partial<DraftTray>): void => {
  if (tray.value) void plan.changeTray(tray.value.id, changes)
}
const whole = (event: Event, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round((event.target as HTMLInputElement).valueAsNumber || least)))
const text = (event: Event): string => (event.target as HTMLInputElement).value
function ownIncubation(name: SpeciesName, event: Event): void {
  const days = (event.target as HTMLInputElement).valueAsNumber
  const { [name]: _, ...others } = draft.value!.incubationDays
  void patch({
    incubationDays:
      days >= 10 && days <= 60 && days !== usualTimetable(name).incubationDays
        ? { ...others, [name]: days }
        : others,
  })
}
function batchWords(id: string): string {
  const batch = draft.value!.batches.find((item) => item.id === id)!
  const eggs = draft.value!.eggs.filter((egg) => egg.batchId === id).length
  const laid = batch.laidFrom
    ? `, laid ${batch.laidFrom === batch.laidTo || !batch.laidTo ? sayShortDate(batch.laidFrom) : `${sayShortDate(batch.laidFrom)} to ${sayShortDate(batch.laidTo)}`}`
    : ', laying date unknown'
  return `${count(eggs, 'egg')}: ${[batch.breed, SPECIES[batch.species].label].filter(Boolean).join(', ')}, ${batch.shell}${laid}${batch.source ? `, from ${batch.source}` : ''}${batch.posted ? ', by post' : ''}`
}
async function finish(): Promise<void> {
  try {
    const sets = await plan.finish()
    const [first] = sets
    if (first)
      await router.push(sets.length === 1 ? { name: 'set', params: { setId: first.id } } : { name: 'today' })
  } catch (error) {
    problem.value = `The plan was not saved: ${(error as Error).message} It is still here.`
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
        <h1 class="text-3xl font-bold">Plan a set</h1>
        <p class="text-lg text-ink-soft">From the basket to the calendar. Saved as you go.</p>
      </div>
      <div class="flex gap-3">
        <button type="button" class="press" :disabled="plan.past.length === 0" @click="plan.undo()">
          <Undo2 class="h-5 w-5" aria-hidden="true" /> Undo <span class="key">Z</span>
        </button>
        <button type="button" class="press" :disabled="draft.eggs.length === 0" @click="clearing = true">
          Empty the basket
        </button>
      </div>
    </div>
    <p v-if="plan.problem || problem" class="mt-3 text-ember" role="alert">
      {{ plan.problem?.text ?? problem }}
    </p>
    <p v-if="plan.unreadable" class="mt-2 flex flex-wrap items-center gap-3">
      A plan from an earlier visit could not be read. It is kept.
      <button type="button" class="press min-h-10 py-1" @click="takeOutUnreadable">Export (JSON)</button>
      <button type="button" class="press press-ember min-h-10 py-1" @click="plan.forgetUnreadable()">
        Delete
      </button>
    </p>

    <div class="mt-5 grid grid-cols-1 items-start gap-6 lg:grid-cols-[minmax(0,1fr)_27rem]">
      <div class="flex min-w-0 flex-col gap-5">
        <section class="card p-5" aria-labelledby="basket">
          <h2 id="basket" class="mb-3 text-xl font-semibold">The basket</h2>
          <BatchForm :today="today" @add="plan.addBatch" />
          <ul
            v-if="draft.batches.length > 0"
            class="mt-4 flex flex-col gap-1 border-t border-line pt-3"
            data-testid="batches"
          >
            <li v-for="batch in draft.batches" :key="batch.id" class="flex items-center gap-3">
              <span class="grow">{{ batchWords(batch.id) }}</span><button
                type="button"
                class="press min-h-10 px-2 py-1"
                :aria-label="`Remove: ${batchWords(batch.id)}`"
                @click="plan.removeBatch(batch.id)"
              >
                <Trash2 class="h-5 w-5" aria-hidden="true" />
              </button>
            </li>
          </ul>
          <div v-for="group in plan.groups" :key="group.species" class="mt-3">
            <button
              type="button"
              class="press min-h-10 py-1"
              :aria-expanded="opened === group.species"
              @click="opened = opened === group.species ? null : group.species"
            >
              {{ opened === group.species ? 'Close' : 'Show' }} the
              {{ count(group.eggs.length, `${SPECIES[group.species].label.toLowerCase()} egg`) }} one by one
            </button>
            <BasketEggs
              v-if="opened === group.species"
              class="mt-3"
              :species="group.species"
              :eggs="group.eggs"
              :units="store.hatchery.units"
              :refused="plan.problem"
              @change="plan.changeEgg"
            />
          </div>
          <HatchByAge
            v-if="plan.groups.some((group) => group.oldestStorageDays !== null)"
            class="mt-4"
            :groups="plan.groups"
          />
        </section>

        <template v-if="draft.eggs.length > 0">
          <section class="card p-5" aria-labelledby="day">
            <h2 id="day" class="mb-3 text-xl font-semibold">Timing</h2>
            <TimingChoice
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
              <label v-for="name in species" :key="name"
                >Days of incubation, {{ SPECIES[name].label }}
                <input
                  type="number"
                  step="0.5"
                  min="10"
                  max="60"
                  class="field mt-1 block w-28"
                  :value="timetableOf(name, { incubationDays: draft.incubationDays[name] }).incubationDays"
                  @change="ownIncubation(name, $event)"
              /></label>
            </div>
          </section>

          <section class="card grid gap-5 p-5 sm:grid-cols-2" aria-labelledby="ways">
            <h2 id="ways" class="text-xl font-semibold sm:col-span-2">Methods</h2>
            <div>
              <SchoolChoice
                legend="When to candle"
                name="school"
                :choices="CANDLING_SCHOOL_CHOICES"
                :value="draft.school"
                @choose="patch({ school: $event })"
              />
              <OwnDays
                v-if="draft.school === 'own'"
                :days="draft.ownDays"
                @change="patch({ ownDays: $event })"
              />
            </div>
            <SchoolChoice
              legend="When turning stops"
              name="turning-stop"
              :choices="TURNING_STOP_CHOICES"
              :value="draft.turningStop"
              @choose="patch({ turningStop: $event })"
            />
          </section>

          <section v-if="tray" class="card p-5" aria-labelledby="trays">
            <h2 id="trays" class="mb-3 text-xl font-semibold">Trays</h2>
            <div class="flex flex-wrap items-end gap-3">
              <label
                >Tray
                <select class="field mt-1 block" :value="tray.id" @change="trayId = text($event)">
                  <option v-for="item in draft.trays" :key="item.id" :value="item.id">
                    {{ item.name }}, {{ SPECIES[item.species].label }}
                  </option>
                </select></label
              >
              <label
                >Name
                <input
                  type="text"
                  maxlength="60"
                  class="field mt-1 block w-32"
                  :value="tray.name"
                  @change="patchTray({ name: text($event) || tray!.name })"
              /></label>
              <label
                >Rows
                <input
                  type="number"
                  min="1"
                  max="40"
                  class="field mt-1 block w-20"
                  :value="tray.rows"
                  @change="patchTray({ rows: whole($event, 1, 40) })"
              /></label>
              <label
                >Columns
                <input
                  type="number"
                  min="1"
                  max="40"
                  class="field mt-1 block w-20"
                  :value="tray.columns"
                  @change="patchTray({ columns: whole($event, 1, 40) })"
              /></label>
              <label
                >Numbering
                <select
                  class="field mt-1 block"
                  :value="tray.numbering"
                  @change="patchTray({ numbering: text($event) as Numbering })"
                >
                  <option v-for="(choice, key) in NUMBERING_CHOICES" :key="key" :value="key">
                    {{ choice.label }}: {{ choice.example }}
                  </option>
                </select></label
              >
              <label
                >Incubator
                <select
                  class="field mt-1 block"
                  :value="tray.incubatorId"
                  @change="patchTray({ incubatorId: text($event) })"
                >
                  <option v-for="item in store.hatchery.incubators" :key="item.id" :value="item.id">
                    {{ item.name }}
                  </option>
                </select></label
              >
              <button type="button" class="press min-h-11" @click="plan.addTray(tray.species)">
                <Plus class="h-5 w-5" aria-hidden="true" /> Tray
              </button>
              <button
                type="button"
                class="press min-h-11"
                :disabled="draft.trays.filter((item) => item.species === tray!.species).length === 1"
                :aria-label="`Remove ${tray.name}`"
                @click="plan.removeTray(tray.id)"
              >
                <Trash2 class="h-5 w-5" aria-hidden="true" />
              </button>
            </div>
            <TrayLayout class="mt-4 overflow-x-auto" :tray="tray" :eggs="trayEggs" @move="plan.moveEggs" />
          </section>
        </template>
      </div>

      <div class="flex min-w-0 flex-col gap-4 lg:sticky lg:top-4">
        <p v-if="plan.groups.length === 0" class="card p-5 text-lg">
          Add eggs to the basket: how many, which bird, when laid. The plan appears here.
        </p>
        <PlanPreview
          v-for="group in plan.groups"
          :key="group.species"
          :group="group"
          :zone="zone"
          :name="draft.names[group.species] ?? defaultSetName(draft, group)"
          @rename="patch({ names: { ...draft.names, [group.species]: $event } })"
        />
        <label v-if="plan.groups.length > 0"
          >Notes
          <textarea
            class="field mt-1 w-full"
            rows="2"
            maxlength="4000"
            :value="draft.notes"
            @change="patch({ notes: text($event) })"
          />
        </label>
        <button
          v-if="plan.groups.length > 0"
          type="button"
          class="press press-lamp min-h-14 text-lg"
          :disabled="!plan.canFinish"
          @click="finish"
        >
          {{ plan.groups.length > 1 ? `Plan these ${plan.groups.length} sets` : 'Plan this set' }}
        </button>
      </div>
    </div>
    <ConfirmDialog
      :open="clearing"
      title="Empty the basket?"
      confirm="Empty"
      @confirm="emptyBasket"
      @close="clearing = false"
      ><p class="text-lg">
        The eggs in this plan leave the basket. Sets already planned stay. You can undo this.
      </p></ConfirmDialog
    >
  </main>
</template>
