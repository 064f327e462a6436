<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { RouterLink } from 'vue-router'
import { CalendarPlus, Printer, Tags } from '@lucide/vue'
import type { LookRecord } from '../../contracts/look-record.ts'
import type { EggRecord, Outcome, PlanChoices } from '../../contracts/set-record.ts'
import { EVENT_TITLES } from '../../core/agenda/event-words.ts'
import { CANDLING_SCHOOL_CHOICES } from '../../core/incubation/candling-schools.ts'
import { DAY_COUNT_CHOICES } from '../../core/incubation/day-count.ts'
import { stageWords } from '../../core/incubation/stage-words.ts'
import { TURNING_STOP_CHOICES } from '../../core/incubation/timetable.ts'
import { turningTimetable } from '../../core/incubation/turning.ts'
import { SPECIES } from '../../core/species/species.ts'
import {
  instantOf,
  isLikelyDate,
  localDateOf,
  localTimeOf,
  sayDate,
  sayShortDate,
} from '../../core/time/local-date.ts'
import { nameOfPlace, type Placed } from '../../core/tray/layout.ts'
import { fromShown, sayQuantity, unitSymbol } from '../../core/units.ts'
import { exportCalendar } from './calendar.ts'
import { fileNameOf } from '../shared/save-file.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { eventDay, useSetPlan, useTicks } from '../shared/useSetPlan.ts'
import { count, dayWords, GRADE_WORDS, percentWords } from '../shared/wording.ts'
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import GradeSign from '../shared/ui/GradeSign.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import OutcomeChoice from '../shared/ui/OutcomeChoice.vue'
import OwnDays from '../shared/ui/OwnDays.vue'
import PlanTimeline from '../shared/ui/PlanTimeline.vue'
import SchoolChoice from '../shared/ui/SchoolChoice.vue'
import StagePicture from '../shared/ui/StagePicture.vue'
import StateSign from '../shared/ui/StateSign.vue'
import TrayLayout from '../shared/ui/TrayLayout.vue'
import TrayMap from '../shared/ui/TrayMap.vue'

const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { tick, untick } = useTicks()
const set = computed(() => store.setById(props.setId))
const plan = useSetPlan(() => set.value)
const zone = computed(() => store.hatchery.zone)
const eggs = computed(() => store.eggsBySet.get(props.setId) ?? [])
const aside = computed(() => (store.allEggsBySet.get(props.setId) ?? []).filter((egg) => egg.role !== 'set'))
const trayId = ref<string | null>(null)
const tray = computed(() => set.value?.trays.find((item) => item.id === trayId.value) ?? set.value?.trays[0])
const here = computed(() => eggs.value.filter((egg) => egg.place?.trayId === tray.value?.id))
const moving = ref(false)
const changing = ref(false)
const { problem, saving } = useSaving()
const chosen = shallowRef<EggRecord | null>(null)

const words = computed(() => stageWords(plan.value?.stage ?? 0))
const lookOf = (egg: EggRecord) => store.looksByEgg.get(egg.id)?.at(-1)
const placeOf = (egg: EggRecord): string =>
  nameOfPlace(set.value?.trays ?? [], egg.place) || `egg ${egg.number}`
const rows = computed(() =>
  eggs.value
    .filter((egg) => !chosen.value || egg.id === chosen.value.id)
    .flatMap((egg) => (store.looksByEgg.get(egg.id) ?? []).map((look) => ({ egg, look })))
    .sort((a, b) => b.look.takenAt.localeCompare(a.look.takenAt)),
)
const cellWords = (look: LookRecord): string => {
  const cell = figuresOfLook(look).airCell
  return cell ? percentWords(cell.depth.value) : 'not seen'
}
/** From two days before the day of hatch on, what is still in may have hatched. */
const hatching = computed(() =>
  set.value && plan.value && plan.value.ageDays >= SPECIES[set.value.species].incubationDays - 2
    ? eggs.value.filter((egg) => !egg.removed && !egg.outcome)
    : [],
)
function noteOutcome(which: readonly EggRecord[], found: Outcome | null): void {
  const outcome = found && { at: new Date(clock.nowMs).toISOString(), found }
  void saving(async () => {
    await store.commit('what became of it', which.length === 1 ? which[0]!.id : null, {
      eggs: which.map((egg) => ({ ...egg, outcome })),
    })
    if (chosen.value) chosen.value = eggs.value.find((egg) => egg.id === chosen.value?.id) ?? null
  })
}
const MOST_ROWS = 200
const pictured = computed(() => (chosen.value ? lookOf(chosen.value) : undefined))

function changePlan(changes: Partial<PlanChoices>): void {
  const current = set.value
  if (current)
    void saving(() =>
      store.commit('plan', null, { sets: [{ ...current, plan: { ...current.plan, ...changes } }] }),
    )
}
/** Ticked late, the eggs were in sooner than the tick says: the hour itself can be put right. */
function changeSetTime(event: Event): void {
  const [date, time] = (event.target as HTMLInputElement).value.split('T')
  const current = set.value
  if (!current || !date || !time || !isLikelyDate(date)) return
  const setAt = new Date(instantOf(date, time.slice(0, 5), zone.value)).toISOString()
  void saving(() => store.commit('set time', null, { sets: [{ ...current, setAt }] }))
}
function note(event: Event): void {
  const current = set.value
  if (current)
    void saving(() =>
      store.commit('notes', null, {
        sets: [{ ...current, notes: (event.target as HTMLTextAreaElement).value }],
      }),
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
/** Turns of today, where the turning is by hand. */
const turns = computed(() => {
  const current = set.value
  if (!current?.plan.turnsADay || !plan.value?.started) return []
  const untilMs = plan.value.statuses.find(({ event }) => event.kind === 'stop-turning')!.event.startMs
  const today = localDateOf(clock.nowMs, zone.value)
  return (
    turningTimetable({
      setAtMs: Date.parse(current.setAt),
      untilMs,
      timesADay: current.plan.turnsADay,
      zone: zone.value,
    }).find((day) => day.date === today)?.turns ?? []
  )
})
const temperature = ref<number | ''>('')
function addTemperature(): void {
  const current = set.value
  if (!current || temperature.value === '') return
  const incubator = store.hatchery.incubators.find((item) => item.id === current.trays[0]?.incubatorId)
  const celsius =
    fromShown(store.hatchery.units, 'temperature', temperature.value) + (incubator?.displayCorrectionC ?? 0)
  if (!(celsius > 0 && celsius < 60)) {
    problem.value = 'That is no temperature of an incubator.'
    return
  }
  const reading = { at: new Date(clock.nowMs).toISOString(), celsius: Number(celsius.toFixed(2)) }
  void saving(async () => {
    await store.commit('temperature', null, {
      sets: [{ ...current, temperatures: [...current.temperatures, reading] }],
    })
    temperature.value = ''
  })
}
const lastTemperature = computed(() => set.value?.temperatures.at(-1))
useKeys({ u: () => void saving(() => store.undo()) })
</script>

<template>
  <main v-if="!set || !plan || !tray" class="p-8">
    There is no such set. <RouterLink to="/" class="underline">Back to today</RouterLink>
  </main>
  <main v-else class="mx-auto max-w-7xl p-6">
    <div class="flex flex-wrap items-end justify-between gap-4">
      <div>
        <h1 class="text-3xl font-bold">{{ set.name }}</h1>
        <p class="text-ink-soft">
          {{ set.breed }}, {{ SPECIES[set.species].label }}, {{ set.shell }} shell.
          {{ plan.started ? 'Set' : 'To be set' }} {{ sayDate(localDateOf(Date.parse(set.setAt), zone)) }},
          {{ localTimeOf(Date.parse(set.setAt), zone)
          }}{{ plan.started ? `; now ${dayWords(set, zone, clock.nowMs)}` : '' }}.
        </p>
      </div>
      <div class="flex flex-wrap gap-3">
        <RouterLink :to="{ name: 'session', params: { setId } }" class="press press-lamp">Candle</RouterLink>
        <RouterLink :to="{ name: 'bench', params: { setId } }" class="press">To the bench</RouterLink>
        <RouterLink :to="{ name: 'removal', params: { setId } }" class="press">What comes out</RouterLink>
        <RouterLink :to="{ name: 'wall', params: { setId } }" class="press"
          ><Printer class="h-5 w-5" aria-hidden="true" /> Wall sheet</RouterLink
        >
        <RouterLink :to="{ name: 'labels', params: { setId } }" class="press"
          ><Tags class="h-5 w-5" aria-hidden="true" /> Labels</RouterLink
        >
        <button
          type="button"
          class="press"
          @click="saving(() => exportCalendar([set!], `perlumen-${fileNameOf(set!.name)}.ics`))"
        >
          <CalendarPlus class="h-5 w-5" aria-hidden="true" /> Calendar
        </button>
      </div>
    </div>
    <p v-if="problem" class="mt-3 text-ember" role="alert">{{ problem }}</p>

    <section class="card mt-5 px-5 pt-4 pb-1" aria-labelledby="plan-heading">
      <h2 id="plan-heading" class="sr-only">The plan</h2>
      <PlanTimeline :statuses="plan.statuses" :now-ms="clock.nowMs" />
    </section>

    <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <section class="card overflow-x-auto p-4" aria-labelledby="days">
        <div class="flex items-center justify-between gap-3">
          <h2 id="days" class="text-xl font-semibold">Day by day</h2>
          <button
            type="button"
            class="press min-h-10 py-1"
            :aria-expanded="changing"
            @click="changing = !changing"
          >
            Change the way
          </button>
        </div>
        <div
          v-if="changing"
          class="mt-3 grid gap-4 border-b border-line pb-4 sm:grid-cols-2"
          data-testid="ways"
        >
          <div>
            <SchoolChoice
              legend="When to candle"
              name="school"
              :choices="CANDLING_SCHOOL_CHOICES"
              :value="set.plan.school"
              @choose="changePlan({ school: $event })"
            />
            <OwnDays
              v-if="set.plan.school === 'own'"
              :days="set.plan.ownDays"
              @change="changePlan({ ownDays: $event })"
            />
          </div>
          <div class="flex flex-col gap-3">
            <label
              >Set on, at
              <input
                type="datetime-local"
                class="field mt-1 block"
                data-testid="set-time"
                :value="`${localDateOf(Date.parse(set.setAt), zone)}T${localTimeOf(Date.parse(set.setAt), zone)}`"
                @change="changeSetTime"
            /></label>
            <SchoolChoice
              legend="How to count days"
              name="day-count"
              :choices="DAY_COUNT_CHOICES"
              :value="set.plan.dayCount"
              @choose="changePlan({ dayCount: $event })"
            />
            <SchoolChoice
              legend="When turning stops"
              name="turning-stop"
              :choices="TURNING_STOP_CHOICES"
              :value="set.plan.turningStop"
              @choose="changePlan({ turningStop: $event })"
            />
          </div>
          <p class="text-ink-soft sm:col-span-2">This redraws the plan. What was recorded stays as it is.</p>
        </div>
        <table class="mt-2 w-full text-left" data-testid="events">
          <caption class="sr-only">
            Events of the plan
          </caption>
          <tbody>
            <tr
              v-for="{ event, state, seen } in plan.statuses"
              :key="event.key"
              class="border-b border-line last:border-0"
            >
              <td class="p-1.5 sm:w-28"><StateSign :state="state" word /></td>
              <td class="p-1.5 font-medium">
                {{ EVENT_TITLES[event.kind]
                }}<span v-if="seen > 0 && state !== 'done'" class="ml-2 text-sm font-normal text-ink-soft"
                  >{{ count(seen, 'egg') }} seen</span
                >
              </td>
              <td class="p-1.5">
                {{
                  event.endMs > event.startMs
                    ? `${sayShortDate(event.date)} to ${sayShortDate(localDateOf(event.endMs, zone))}`
                    : sayDate(event.date)
                }}
              </td>
              <td class="p-1.5 whitespace-nowrap text-ink-soft">
                {{ event.kind === 'warm-up' ? '' : eventDay(set, event, zone) }}
              </td>
              <td class="w-20 p-1.5 text-right">
                <button
                  v-if="state === 'due' || state === 'overdue'"
                  type="button"
                  class="press min-h-9 px-3 py-0"
                  :aria-label="`${EVENT_TITLES[event.kind]}: done`"
                  @click="saving(() => tick(set!, event.key, clock.nowMs))"
                >
                  {{ event.kind === 'set' ? 'In' : 'Done' }}
                </button>
                <button
                  v-else-if="set.done.some((item) => item.key === event.key) && event.kind !== 'set'"
                  type="button"
                  class="text-sm text-ink-soft underline"
                  :aria-label="`${EVENT_TITLES[event.kind]}: not done after all`"
                  @click="saving(() => untick(set!, event.key))"
                >
                  not yet
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>

      <section class="card grid grid-cols-[10rem_1fr] gap-4 p-4" aria-labelledby="tonight">
        <div>
          <StagePicture
            :species="set.species"
            :shell="set.shell"
            :age-days="Math.min(plan.ageDays, SPECIES[set.species].incubationDays)"
          />
          <p class="mt-1 text-xs text-ink-soft">A drawing, not a photograph</p>
        </div>
        <div>
          <p class="text-sm text-ink-soft">What you should see tonight</p>
          <h2 id="tonight" class="text-xl font-semibold">{{ words.title }}</h2>
          <p class="mt-1">{{ words.tonight }}</p>
          <p class="mt-1 text-ink-soft">{{ words.embryo }}</p>
        </div>
        <p v-if="turns.length > 0" class="col-span-2" data-testid="turns">
          Turn by hand today:
          {{ turns.map((turn) => `${localTimeOf(turn.atMs, zone)} ${turn.sideUp} up`).join(', ') }}.
        </p>
        <form class="col-span-2 flex flex-wrap items-end gap-2" @submit.prevent="addTemperature">
          <label
            >Display shows, {{ unitSymbol(store.hatchery.units, 'temperature') }}
            <input v-model.number="temperature" type="number" step="0.1" class="field mt-1 block w-28"
          /></label>
          <button type="submit" class="press min-h-11" :disabled="temperature === ''">Note it</button>
          <span v-if="lastTemperature" class="text-sm text-ink-soft"
            >last {{ sayQuantity(store.hatchery.units, 'temperature', lastTemperature.celsius) }} at the eggs;
            hatch then {{ sayDate(localDateOf(plan.hatchAtMs, zone)) }}</span
          >
        </form>
        <label class="col-span-2"
          >Notes
          <textarea class="field mt-1 w-full" rows="2" maxlength="4000" :value="set.notes" @change="note" />
        </label>
      </section>
    </div>

    <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-[22rem_minmax(0,1fr)]">
      <section aria-label="Trays">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <label v-if="set.trays.length > 1"
            >Tray
            <select
              class="field ml-1"
              :value="tray.id"
              @change="trayId = ($event.target as HTMLSelectElement).value"
            >
              <option v-for="item in set.trays" :key="item.id" :value="item.id">{{ item.name }}</option>
            </select></label
          >
          <button type="button" class="press min-h-10 py-1" :aria-pressed="moving" @click="moving = !moving">
            {{ moving ? 'Done moving' : 'Move eggs' }}
          </button>
        </div>
        <TrayLayout v-if="moving" :tray="tray" :eggs="here.filter((egg) => !egg.removed)" @move="move" />
        <template v-else>
          <TrayMap
            :tray="tray"
            :eggs="here"
            :look-of="lookOf"
            :current-id="chosen?.id"
            class="card p-3"
            @choose="chosen = chosen?.id === $event.id ? null : $event"
          />
          <div v-if="pictured && chosen" class="mt-4 h-72 overflow-hidden rounded-xl bg-black">
            <MeasuredPhoto
              :look="pictured"
              :overlay="true"
              :label="`Latest photograph of ${placeOf(chosen)}`"
            />
          </div>
          <p v-else class="mt-2 text-sm text-ink-soft">Choose an egg to see its picture and its own looks.</p>
          <div v-if="chosen" class="mt-3">
            <OutcomeChoice :egg="chosen" @choose="noteOutcome([chosen], $event)" />
          </div>
          <button
            v-else-if="hatching.length > 0"
            type="button"
            class="press mt-3"
            @click="noteOutcome(hatching, 'hatched')"
          >
            All {{ count(hatching.length, 'egg') }} still in hatched
          </button>
        </template>
        <p v-if="aside.length > 0" class="mt-3 text-sm text-ink-soft">
          Not set:
          {{
            aside
              .map((egg) => `egg ${egg.number}${egg.role === 'reference' ? ' (kept to compare)' : ''}`)
              .join(', ')
          }}.
        </p>
        <p v-if="here.some((egg) => egg.crack !== 'none')" class="mt-1 text-sm text-ink-soft">
          Cracked:
          {{
            here
              .filter((egg) => egg.crack !== 'none')
              .map((egg) => `${placeOf(egg)}${egg.waxed ? ' (waxed)' : ''}`)
              .join(', ')
          }}. Look at them every time.
        </p>
      </section>
      <div class="card overflow-x-auto">
        <table class="w-full text-left" data-testid="looks">
          <caption class="p-3 text-left text-lg font-semibold">
            {{
              chosen ? `Looks at ${placeOf(chosen)}` : 'All looks'
            }}
          </caption>
          <thead class="border-b border-line text-sm text-ink-soft">
            <tr>
              <th class="p-2 pl-3 font-medium">Place</th>
              <th class="p-2 font-medium">Day</th>
              <th class="p-2 font-medium">Suggested</th>
              <th class="p-2 font-medium">You said</th>
              <th class="p-2 text-right font-medium">Air cell</th>
              <th class="p-2 text-right font-medium">Shadow</th>
              <th class="p-2 pr-3 text-right font-medium">Vessels</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ egg, look } in rows.slice(0, MOST_ROWS)"
              :key="look.id"
              class="border-b border-line last:border-0"
            >
              <td class="p-2 pl-3 font-semibold">
                {{ placeOf(egg)
                }}<span v-if="egg.removed" class="ml-2 text-sm font-normal text-ink-soft">taken out</span
                ><span v-if="look.reading.crack.score > 0.5" class="ml-2 text-sm font-normal text-ember"
                  >crack?</span
                >
              </td>
              <td class="p-2">{{ dayWords(set, zone, Date.parse(look.takenAt)) }}</td>
              <td class="p-2">
                <GradeSign :grade="look.verdict.grade" class="mr-1 h-5 w-5" aria-hidden="true" />
                {{ GRADE_WORDS[look.verdict.grade] }}
              </td>
              <td class="p-2">
                {{
                  look.own
                    ? look.own.grade === look.verdict.grade
                      ? 'the same'
                      : GRADE_WORDS[look.own.grade]
                    : 'not decided'
                }}
              </td>
              <td class="p-2 text-right">{{ cellWords(look) }}</td>
              <td class="p-2 text-right">{{ percentWords(figuresOfLook(look).shadow.value) }}</td>
              <td class="p-2 pr-3 text-right">{{ percentWords(look.reading.vessels.coverage.value) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="rows.length === 0" class="p-4 text-ink-soft">No looks yet. The bench takes the first.</p>
        <p v-if="rows.length > MOST_ROWS" class="p-3 text-ink-soft">
          The newest {{ MOST_ROWS }} of {{ rows.length }}; choose an egg for all of its own, or export the
          table under Records.
        </p>
      </div>
    </div>
  </main>
</template>
