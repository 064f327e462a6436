<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { CalendarPlus, Droplet, Egg as EggIcon, Film, PencilLine, Printer, Tags } from '@lucide/vue'
import { type Outcome } from '../../contracts/records/egg-record.ts'
import { notesOf } from '../../contracts/records/egg-state.ts'
import { isPictured } from '../../contracts/records/look-record.ts'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import { localDateOf, sayLongDate } from '../../core/time/local-date.ts'
import { type Placed } from '../../core/tray/layout.ts'
import { exportCalendar } from '../shared/calendar.ts'
import EggHen from './EggHen.vue'
import SpokenNotes from './SpokenNotes.vue'
import SetTonight from './SetTonight.vue'
import SetLooks from './SetLooks.vue'
import SetDays from './SetDays.vue'
import SetStart from './SetStart.vue'
import { fileNameOf } from '../shared/save-file.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { useSetPlan } from '../shared/useSetPlan.ts'
import { count, dayWords, nameOfEgg, setWords } from '../shared/wording.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import ExpectedChicks from '../shared/expecting/ExpectedChicks.vue'
import EggAccount from '../shared/leaving/EggAccount.vue'
import EggLeaves from '../shared/leaving/EggLeaves.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import OutcomeChoice from '../shared/ui/OutcomeChoice.vue'
import PlanTimeline from '../shared/ui/PlanTimeline.vue'
import TrayLayout from '../shared/ui/TrayLayout.vue'
import TrayMap from '../shared/ui/TrayMap.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { clockTime } from '../shared/clock-time.ts'
import ListChoice from '../shared/kit/ListChoice.vue'

const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const set = computed(() => store.setById(props.setId))
const plan = useSetPlan(() => set.value)
const zone = computed(() => store.hatchery.zone)
const eggs = computed(() => store.eggsBySet.get(props.setId) ?? [])
const aside = computed(() => (store.allEggsBySet.get(props.setId) ?? []).filter((egg) => egg.role !== 'set'))
const sayNote = ({ at, text }: { at: string | null; text: string }): string =>
  at === null || !set.value ? text : `${text} (${dayWords(set.value, zone.value, Date.parse(at))})`
const sayAt = (at: string | null): string =>
  at === null || !set.value ? '' : t('set.onDay', { day: dayWords(set.value, zone.value, Date.parse(at)) })
const trayId = ref<string | null>(null)
const tray = computed(() => set.value?.trays.find((item) => item.id === trayId.value) ?? set.value?.trays[0])
const here = computed(() => eggs.value.filter((egg) => egg.place?.trayId === tray.value?.id))
const moving = ref(false)
const { problem, saving } = useSaving()
const chosenId = ref<string | null>(null)
const chosen = computed(() => eggs.value.find(({ id }) => id === chosenId.value) ?? null)

const lookOf = (egg: Egg) => store.looksByEgg.get(egg.id)?.at(-1)
const placeOf = (egg: Egg): string => nameOfEgg(set.value?.trays ?? [], egg)
const rows = computed(() =>
  eggs.value
    .filter((egg) => !chosen.value || egg.id === chosen.value.id)
    .flatMap((egg) => (store.looksByEgg.get(egg.id) ?? []).map((look) => ({ egg, look })))
    .sort((a, b) => b.look.takenAt.localeCompare(a.look.takenAt)),
)
/** From two days before the day of hatch on, what is still in may have hatched. */
const hatching = computed(() =>
  set.value && plan.value && plan.value.ageDays >= plan.value.timeline.days.incubationDays - 2
    ? eggs.value.filter(isIn)
    : [],
)
function noteOutcome(which: readonly Egg[], found: Outcome | null): void {
  const outcome = found && { at: new Date(clock.nowMs).toISOString(), found }
  void saving(() =>
    store.commit('outcome', which.length === 1 ? which[0]!.id : null, {
      eggs: which.map((egg) => ({ ...egg, outcome })),
    }),
  )
}
const pictured = computed(() =>
  chosen.value ? (store.looksByEgg.get(chosen.value.id) ?? []).findLast(isPictured) : undefined,
)

/** Carries the tray, with all that lies in it, to another incubator or to the hatcher. */
function carry(incubatorId: string): void {
  const { value: carried } = tray
  if (carried)
    void saving(() =>
      store.commit('tray moved', null, { trays: [{ ...carried, incubatorId: incubatorId || null }] }),
    )
}

function move(moved: Placed[]): void {
  const places = new Map(moved.map(({ id, place }) => [id, place]))
  void saving(() =>
    store.commit('layout', null, {
      eggs: eggs.value
        .filter((egg) => places.has(egg.id))
        .map((egg) => ({ ...egg, place: places.get(egg.id)! })),
    }),
  )
}
/** What is due first; from lockdown on that is the hatch. */
const mainSteps = computed(() => {
  const candling = [
    { name: 'session', words: t('set.candle') },
    { name: 'bench', words: t('set.openBench') },
  ] as const
  const locked = plan.value?.statuses.some(
    ({ event, state }) => event.kind === 'lockdown' && state === 'done',
  )
  return locked ? ([{ name: 'hatch', words: t('set.hatch') }, ...candling] as const) : candling
})
useKeys({ z: () => void saving(() => store.undo()) })
</script>

<template>
  <main v-if="!set || !plan || !tray" class="p-8">
    {{ t('common.noSet') }} <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink>
  </main>
  <main v-else class="mx-auto max-w-7xl p-6">
    <div class="flex flex-wrap items-end justify-between gap-4">
      <div>
        <h1 class="text-3xl font-bold">{{ set.name }}</h1>
        <p class="text-ink-soft">
          {{ setWords(set, eggs) }}. {{ plan.started ? t('set.set') : t('set.setting') }}
          {{ sayLongDate(localDateOf(Date.parse(set.setAt), zone)) }},
          {{ clockTime(Date.parse(set.setAt), zone)
          }}{{ plan.started ? t('set.now', { day: dayWords(set, zone, clock.nowMs) }) : '' }}.
        </p>
      </div>
      <div class="flex flex-wrap gap-3">
        <KitButton
          v-for="{ name, words } in mainSteps"
          :key="name"
          :to="{ name, params: { setId } }"
          :kind="plan.started && name === mainSteps[0]!.name ? 'next' : 'plain'"
          >{{ words }}</KitButton
        >
      </div>
    </div>
    <SetStart :set="set" :plan="plan" />
    <nav class="mt-2 flex flex-wrap gap-x-6" :aria-label="t('set.more')">
      <KitButton :to="{ name: 'removal', params: { setId } }" kind="quiet">{{ t('set.toRemove') }}</KitButton>
      <KitButton v-if="plan.started" :to="{ name: 'paper', params: { setId } }" kind="quiet"
        ><PencilLine class="h-4 w-4" aria-hidden="true" /> {{ t('set.paper') }}</KitButton
      >
      <KitButton :to="{ name: 'water', params: { setId } }" kind="quiet"
        ><Droplet class="h-4 w-4" aria-hidden="true" /> {{ t('round.water') }}</KitButton
      >
      <KitButton v-if="mainSteps[0]!.name !== 'hatch'" :to="{ name: 'hatch', params: { setId } }" kind="quiet"
        ><EggIcon class="h-4 w-4" aria-hidden="true" /> {{ t('set.hatch') }}</KitButton
      >
      <KitButton :to="{ name: 'wall', params: { setId } }" kind="quiet"
        ><Printer class="h-4 w-4" aria-hidden="true" /> {{ t('set.wallSheet') }}</KitButton
      >
      <KitButton :to="{ name: 'labels', params: { setId } }" kind="quiet"
        ><Tags class="h-4 w-4" aria-hidden="true" /> {{ t('labels.title') }}</KitButton
      >
      <KitButton
        kind="quiet"
        @click="saving(() => exportCalendar([set!], `perlumen-${fileNameOf(set!.name)}.ics`))"
      >
        <CalendarPlus class="h-4 w-4" aria-hidden="true" /> {{ t('set.calendar') }}
      </KitButton>
    </nav>
    <p v-if="problem" class="mt-3 text-ember" role="alert">{{ problem }}</p>

    <section class="card mt-5 px-5 pt-4 pb-1" aria-labelledby="plan-heading">
      <h2 id="plan-heading" class="sr-only">{{ t('set.plan') }}</h2>
      <PlanTimeline :statuses="plan.statuses" :now-ms="clock.nowMs" />
    </section>

    <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <SetDays :set="set" :plan="plan" />

      <div class="flex flex-col gap-5">
        <ExpectedChicks v-if="!plan.finished" class="card p-4" :set="set" />
        <SetTonight :set="set" :plan="plan" />
      </div>
    </div>

    <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <section :aria-label="t('set.trays')">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <ListChoice
            v-if="set.trays.length > 1"
            :label="t('set.tray')"
            :model-value="tray.id"
            @change="trayId = $event"
            :options="set.trays.map((item) => ({ value: item.id, name: item.name }))"
          />
          <ListChoice
            :label="t('set.incubator')"
            :model-value="tray.incubatorId ?? ''"
            @change="carry($event)"
            :options="[
              { value: '', name: t('set.noIncubator') },
              ...store.hatchery.incubators.map((item) => ({
                value: item.id,
                name: `${item.name}${item.kind === 'hatcher' ? t('set.isHatcher') : ''}`,
              })),
            ]"
          />
          <KitButton size="desk" :aria-pressed="moving" @click="moving = !moving">
            {{ moving ? t('sensorFields.done') : t('set.moveEggs') }}
          </KitButton>
        </div>
        <TrayLayout v-if="moving" :tray="tray" :eggs="here.filter((egg) => !egg.removed)" @move="move" />
        <template v-else>
          <TrayMap
            :tray="tray"
            :eggs="here"
            :look-of="lookOf"
            :current-id="chosen?.id"
            class="card p-3"
            @choose="chosenId = chosenId === $event.id ? null : $event.id"
          />
          <div v-if="pictured && chosen" class="mt-4 h-72 overflow-hidden rounded-xl bg-black">
            <MeasuredPhoto
              :look="pictured"
              :overlay="true"
              :label="t('set.photographOf', { place: placeOf(chosen) })"
            />
          </div>
          <p v-else class="mt-2 text-sm text-ink-soft">{{ t('set.chooseEgg') }}</p>
          <div v-if="chosen" class="mt-3">
            <p v-if="notesOf(chosen).length > 0" class="mb-2" data-testid="notes">
              {{ t('set.noted', { notes: notesOf(chosen).map(sayNote).join('; ') }) }}
            </p>
            <KitButton :to="{ name: 'egg', params: { setId, eggId: chosen.id } }" kind="quiet"
              ><Film class="h-4 w-4" aria-hidden="true" /> {{ t('set.eggPage') }}</KitButton
            >
            <EggHen :set="set" :egg="chosen" :eggs="eggs" />
            <EggLeaves :set="set" :eggs="[chosen]" keyed class="my-2" />
            <SpokenNotes :egg="chosen" :say-at="sayAt" />
            <OutcomeChoice :egg="chosen" @choose="noteOutcome([chosen], $event)" />
          </div>
          <KitButton v-else-if="hatching.length > 0" class="mt-3" @click="noteOutcome(hatching, 'hatched')">
            {{ t('set.allHatched', { eggs: count(hatching.length, 'egg') }) }}
          </KitButton>
        </template>
        <EggAccount class="mt-3 text-sm" :set="set" :eggs="eggs" />
        <p v-if="aside.length > 0" class="mt-3 text-sm text-ink-soft">
          {{
            t('set.notSetEggs', {
              eggs: aside
                .map((egg) =>
                  t('set.eggRole', {
                    number: egg.number,
                    role: egg.role === 'reference' ? t('set.isReference') : '',
                  }),
                )
                .join(', '),
            })
          }}
        </p>
        <p v-if="here.some(({ dirty }) => dirty)" class="mt-1 text-sm text-ink-soft">
          {{
            t('set.dirtyEggs', {
              eggs: here
                .filter(({ dirty }) => dirty)
                .map(placeOf)
                .join(', '),
            })
          }}
        </p>
        <p v-if="here.some((egg) => egg.crack !== 'none')" class="mt-1 text-sm text-ink-soft">
          {{
            t('set.crackedEggs', {
              eggs: here
                .filter((egg) => egg.crack !== 'none')
                .map((egg) => `${placeOf(egg)}${egg.waxed ? t('set.isWaxed') : ''}`)
                .join(', '),
            })
          }}
        </p>
      </section>
      <SetLooks
        :set="set"
        :rows="rows"
        :title="chosen ? t('set.looksAt', { place: placeOf(chosen) }) : t('set.allLooks')"
      />
    </div>
  </main>
</template>
