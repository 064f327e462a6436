<script setup lang="ts">
import { nameOfEgg } from '../shared/wording.ts'
import { computed, defineAsyncComponent } from 'vue'
import { Bell, BellRing, CalendarPlus, TriangleAlert, Undo2 } from '@lucide/vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { agenda, type AgendaItem } from '../../core/planning/agenda/agenda.ts'
import { EVENT_TITLES } from '../../words/events.ts'
import { warnings } from '../../core/planning/agenda/warnings.ts'
import { sayWarning } from '../../words/warnings.ts'
import { localDateOf, sayDate, sayShortDate } from '../../core/time/local-date.ts'
import { exportCalendar } from '../shared/calendar.ts'
import { useRemindersStore } from './reminders.ts'
import { warningSetOf } from './warning-set.ts'
import { planOf, useTicks } from '../shared/useSetPlan.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { useClockStore } from '../shared/clock.ts'
import { useMadeUpStore } from '../data/made-up.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import { lookToRemove } from '../../domain/candling.ts'
import { secondLooksOf } from '../../domain/second-looks.ts'
import { useSensingStore } from '../shared/sensing.ts'
import DueAtSet from './DueAtSet.vue'
import DueEvent from './DueEvent.vue'
import IncubatorCards from './IncubatorCards.vue'
import NoSetsYet from './NoSetsYet.vue'
import RoundsDue from './RoundsDue.vue'
import SetCards from './SetCards.vue'
import FewOf from '../shared/ui/FewOf.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Only after a hatch: it comes after the page. */
const CleaningDue = defineAsyncComponent(() => import('../shared/cleaning/CleaningDue.vue'))
const store = useHatcheryStore()
const madeUp = useMadeUpStore()
const sensing = useSensingStore()
const isRoundDue = computed(() =>
  sensing.incubators.some(({ round, turning }) => round?.dueMs != null || turning?.dueMs != null),
)
const clock = useClockStore()
const reminders = useRemindersStore()
const { tick } = useTicks()
const { problem, saving } = useSaving()

const secondLooks = computed(() =>
  rows.value
    .filter(({ plan }) => plan.started && !plan.finished)
    .flatMap(({ set, eggs }) => {
      const list = secondLooksOf(
        { set, eggs, looksOf: (eggId) => store.looksByEgg.get(eggId) ?? [] },
        store.hatchery,
      )
      return list.length > 0 ? [{ set, list, dueAtMs: list[0]!.dueAtMs }] : []
    }),
)
/** What a candler decided to take out, and nobody has yet; it stays until it is done or taken back. */
const removals = computed(() =>
  rows.value
    .filter(({ plan }) => plan.started && !plan.finished)
    .flatMap(({ set, eggs }) => {
      const list = eggs.filter((egg) => isIn(egg) && lookToRemove(store.looksByEgg.get(egg.id) ?? [], set))
      return list.length > 0 ? [{ set, list }] : []
    }),
)
const placesOf = (set: EggSet, eggs: readonly Egg[]): string =>
  eggs.map((egg) => nameOfEgg(set.trays, egg)).join(', ')
const zone = computed(() => store.hatchery.zone)
const today = computed(() => localDateOf(clock.nowMs, zone.value))
const sets = computed(() => partition(store.sets, (set) => !isLongOver(set, clock.nowMs)))
const rows = computed(() =>
  sets.value[0].map((set) => ({
    set,
    plan: planOf(set, clock.nowMs),
    eggs: store.eggsBySet.get(set.id) ?? [],
  })),
)
const items = computed(() =>
  agenda(
    rows.value.map(({ set, plan }) => ({ set, statuses: plan.statuses })),
    clock.nowMs,
  ),
)

const mind = computed(() =>
  warnings(
    rows.value.map((row) => warningSetOf(row, zone.value)),
    store.hatchery,
    clock.nowMs,
  ).map((warning) => ({ ...warning, ...sayWarning(warning, zone.value) })),
)

const heading = computed(() => {
  if (items.value.now.some(({ event, state }) => event.kind === 'candle' && state !== 'now'))
    return t('heading.candling')
  if (items.value.now.some(({ state }) => state === 'now')) return t('heading.hatching')
  if (items.value.now.length > 0 || isRoundDue.value) return t('heading.something')
  return store.sets.length > 0 ? t('heading.nothing') : t('heading.welcome')
})

function partition<T>(list: readonly T[], belongs: (item: T) => boolean): [T[], T[]] {
  return [list.filter(belongs), list.filter((item) => !belongs(item))]
}
const done = ({ set, event }: AgendaItem<EggSet>): Promise<void> =>
  saving(() => tick(set, event.key, clock.nowMs))

useKeys({ z: () => void saving(() => store.undo()) })
</script>

<template>
  <main class="mx-auto max-w-6xl p-6">
    <div class="mb-5 flex flex-wrap items-end justify-between gap-3">
      <div>
        <p class="text-ink-soft" data-testid="today">
          {{ sayDate(today) }}<template v-if="store.hatchery.name">, {{ store.hatchery.name }}</template>
        </p>
        <h1 class="text-4xl font-bold">{{ heading }}</h1>
      </div>
      <div class="flex flex-wrap gap-3">
        <KitButton :icon="Undo2" v-if="store.journal.length > 0" @click="saving(() => store.undo())">
          {{ t('page.undo') }} <span class="key">Z</span>
        </KitButton>
        <KitButton
          :icon="CalendarPlus"
          v-if="rows.length > 0"
          @click="saving(() => exportCalendar(sets[0], 'perlumen-calendar.ics'))"
        >
          {{ t('page.addToCalendar') }}
        </KitButton>
        <KitButton
          v-if="rows.length > 0 && reminders.canNotify() && reminders.permission !== 'denied'"
          :aria-pressed="reminders.isOn"
          :title="t('reminders.limits')"
          @click="reminders.isOn ? reminders.turnOff() : saving(() => reminders.turnOn())"
        >
          <component :is="reminders.isOn ? BellRing : Bell" class="h-5 w-5" aria-hidden="true" />
          {{ reminders.isOn ? t('reminders.on') : t('reminders.turnOn') }}
        </KitButton>
        <KitButton v-if="store.sets.length > 0" to="/plan">{{ t('empty.plan') }}</KitButton>
      </div>
    </div>
    <p v-if="problem" class="mb-4 text-ember" role="alert">{{ problem }}</p>
    <p v-if="madeUp.opening" class="card max-w-2xl p-6 text-lg" role="status">
      {{ t('page.openingDemo') }}
    </p>
    <NoSetsYet v-else-if="store.sets.length === 0" />

    <div v-else class="grid grid-cols-1 gap-x-6 gap-y-5 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <section aria-labelledby="now-heading">
        <h2 id="now-heading" class="sr-only">{{ t('todo.title') }}</h2>
        <FewOf v-slot="{ shown }" :items="items.now" :most="20" :what="t('todo.unit')">
          <ul class="flex flex-col gap-3" data-testid="now">
            <DueEvent
              v-for="item in shown"
              :key="`${item.set.id}/${item.event.key}`"
              :item="item"
              @done="done(item)"
            />
            <DueAtSet
              v-for="{ set, list, dueAtMs } in secondLooks.slice(0, 20)"
              :key="`again-${set.id}`"
              data-testid="second-looks"
              :set="set"
              :title="t('todo.secondLook')"
              :words="
                t('todo.marked', {
                  eggs: placesOf(
                    set,
                    list.map(({ egg }) => egg),
                  ),
                  when:
                    dueAtMs <= clock.nowMs
                      ? t('todo.dueNow')
                      : t('todo.fromDay', { day: sayDate(localDateOf(dueAtMs, zone)) }),
                })
              "
              page="session"
              :action="t('todo.lookAgain')"
              :is-lit="dueAtMs <= clock.nowMs"
            />
            <DueAtSet
              v-for="{ set, list } in removals"
              :key="`removal-${set.id}`"
              data-testid="removal-due"
              :set="set"
              :title="t('removal.title')"
              :words="t('removal.places', { places: placesOf(set, list) })"
              page="removal"
              :action="t('removal.open')"
              is-lit
            />
            <RoundsDue :incubators="sensing.incubators" />
            <CleaningDue :incubators="sensing.incubators" />
            <li
              v-if="
                items.now.length === 0 && secondLooks.length === 0 && removals.length === 0 && !isRoundDue
              "
              class="card p-5 text-lg"
            >
              {{ t('todo.none') }}
            </li>
          </ul>
        </FewOf>
      </section>

      <aside class="flex flex-col gap-5 lg:row-span-2">
        <IncubatorCards :incubators="sensing.incubators" />
        <section v-if="mind.length > 0" aria-labelledby="mind-heading">
          <h2 id="mind-heading" class="mb-2 text-xl font-semibold">{{ t('warnings.title') }}</h2>
          <FewOf v-slot="{ shown }" :items="mind" :most="8" :what="t('warnings.unit')">
            <ul class="flex flex-col gap-3" data-testid="warnings">
              <li v-for="warning in shown" :key="warning.key" class="flex gap-2">
                <TriangleAlert class="mt-0.5 h-5 w-5 shrink-0 text-ember" aria-hidden="true" /><span
                  >{{ warning.message }} <span class="text-ink-soft">{{ warning.wayOn }}</span></span
                >
              </li>
            </ul>
          </FewOf>
        </section>
        <section aria-labelledby="next-heading">
          <h2 id="next-heading" class="mb-2 text-xl font-semibold">{{ t('next.title') }}</h2>
          <FewOf v-slot="{ shown }" :items="items.next" :most="12" :what="t('next.unit')">
            <ol class="flex flex-col gap-2" data-testid="next">
              <li
                v-for="item in shown"
                :key="`${item.set.id}/${item.event.key}`"
                class="grid grid-cols-[6.500rem_1fr] gap-2"
              >
                <span class="text-ink-soft">{{ sayShortDate(item.event.date) }}</span
                ><span
                  >{{ EVENT_TITLES[item.event.kind] }}
                  <span class="text-ink-soft">{{ item.set.name }}</span></span
                >
              </li>
            </ol>
          </FewOf>
        </section>
      </aside>

      <SetCards :rows="rows" :earlier="sets[1]" />
    </div>
    <p class="mt-6 max-w-3xl text-sm text-ink-soft">
      {{ t('page.caution') }}
    </p>
  </main>
</template>
