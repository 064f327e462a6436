<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Egg } from '../../contracts/egg-record.ts'
import type { EggSet } from '../../contracts/set-record.ts'
import { hatchForecast } from '../../core/climate/hatch-forecast.ts'
import { hatchWindow } from '../../core/hatching/hatch-watch.ts'
import { lidRestsUntil, LID_REST_HOURS } from '../../core/hatching/lockdown.ts'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, localTimeOf, sayShortDate } from '../../core/time/local-date.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { scheduleInputOf } from '../../domain/set-schedule.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSensingStore } from '../shared/sensing.ts'
import { useSaving } from '../shared/useSaving.ts'

/** Pips and chicks by a tap with a knuckle, through the window; the lid stays on. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const sensing = useSensingStore()
const { problem, saving } = useSaving()
const HOUR_MS = 3_600_000
const zone = computed(() => store.hatchery.zone)
const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, zone.value))} ${localTimeOf(atMs, zone.value)}`
const inside = computed(() => props.eggs.filter((egg) => !egg.removed))
const hours = (iso: string): number => (clock.nowMs - Date.parse(iso)) / HOUR_MS

/** Spread of a usual hatch: of a 21-day bird some nine hours, of others by the same fraction. */
const SPREAD_HOURS = 9
const window = computed(() => {
  const input = scheduleInputOf(props.set, store.hatchery)
  const expected = hatchForecast({ ...input, thermometerChecked: false }, clock.nowMs)
  const fromExpected = (atMs: number): number => (atMs - expected.atMs) / HOUR_MS
  const open = inside.value.filter(({ outcome }) => !outcome)
  if (open.length === 0) return null
  const found = hatchWindow({
    outHours: inside.value.flatMap(({ outcome }) =>
      outcome?.found === 'hatched' ? fromExpected(Date.parse(outcome.at)) : [],
    ),
    pippedHours: open.flatMap(({ pipped }) => (pipped ? fromExpected(Date.parse(pipped.at)) : [])),
    waiting: open.filter(({ pipped }) => !pipped).length,
    nowHours: fromExpected(clock.nowMs),
    priorSdHours: (expected.toMs - expected.atMs) / HOUR_MS / 1.2816,
    usualSpreadHours: (SPREAD_HOURS * SPECIES[props.set.species].incubationDays) / 21,
  })
  const instant = (value: number): number => expected.atMs + value * HOUR_MS
  return { fromMs: instant(found.fromHours), toMs: instant(found.toHours) }
})

type State = 'waiting' | 'pipped' | 'out' | 'opened'
function stateOf({ outcome, pipped }: Egg): State {
  if (outcome) return outcome.found === 'hatched' ? 'out' : 'opened'
  return pipped ? 'pipped' : 'waiting'
}
function words(egg: Egg): string {
  const state = stateOf(egg)
  if (state === 'pipped') return `pipped ${hours(egg.pipped!.at).toFixed(0)} h ago`
  return state === 'out' ? 'out' : state === 'opened' ? 'opened' : ''
}
/** Waiting, then pipped, then out. */
function tap(egg: Egg): void {
  const now = new Date(clock.nowMs).toISOString()
  const state = stateOf(egg)
  if (state !== 'waiting' && state !== 'pipped') return
  const next: Egg =
    state === 'waiting' ? { ...egg, pipped: { at: now } } : { ...egg, outcome: { at: now, found: 'hatched' } }
  void saving(() => store.commit(state === 'waiting' ? 'pip' : 'hatched', egg.id, { eggs: [next] }))
}
/** The chosen school on helping. */
const helping = ref<'never' | 'last-resort'>('never')
const slow = computed(() =>
  inside.value.filter((egg) => stateOf(egg) === 'pipped' && hours(egg.pipped!.at) > 24),
)

const incubatorId = computed(() => props.set.trays[0]?.incubatorId ?? null)
const openings = computed(() => {
  const stand = sensing.incubators.find(({ incubator }) => incubator.id === incubatorId.value)
  return (stand?.log ?? []).filter(({ kind }) => kind === 'opened').map((event) => Date.parse(event.at))
})
const restsUntil = computed(() => lidRestsUntil(openings.value, clock.nowMs))
function opened(): void {
  const { value: id } = incubatorId
  if (id === null) return
  const logged = [{ incubatorId: id, what: { kind: 'opened' as const, reason: 'hatching' as const } }]
  void saving(() => store.commit('lid opened', null, { logged }))
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="watch-heading">
    <h2 id="watch-heading" class="text-xl font-semibold">Pips and chicks</h2>
    <p v-if="window" class="mt-1 text-lg" data-testid="hatch-window">
      Those that still hatch: with four chances of five from {{ at(window.fromMs) }} to {{ at(window.toMs) }}.
    </p>
    <p class="text-ink-soft">
      Tap an egg once when it is pipped, once more when the chick is out. Leave the lid on.
    </p>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <div
      v-for="tray in set.trays"
      :key="tray.id"
      class="mt-3 grid gap-2"
      :style="{ gridTemplateColumns: `repeat(${tray.columns}, minmax(0, 1fr))` }"
      role="group"
      :aria-label="tray.name"
    >
      <button
        v-for="egg in inside.filter(({ place }) => place?.trayId === tray.id)"
        :key="egg.id"
        type="button"
        class="press min-h-20 flex-col gap-0 px-1 text-lg"
        :class="{
          'border-lamp': stateOf(egg) === 'pipped',
          'press-lamp': stateOf(egg) === 'out',
        }"
        :style="{ gridRow: egg.place!.row + 1, gridColumn: egg.place!.column + 1 }"
        :aria-label="`${placeLabel(tray, egg.place!)}: ${words(egg) || 'waiting'}`"
        @click="tap(egg)"
      >
        <span class="font-bold">{{ placeLabel(tray, egg.place!) }}</span>
        <span class="text-sm font-normal">{{ words(egg) || '–' }}</span>
      </button>
    </div>
    <div class="mt-4 flex flex-wrap items-center gap-3">
      <button type="button" class="press min-h-14" @click="opened">The lid was off</button>
      <p data-testid="lid-clock">
        <template v-if="restsUntil !== null"
          >Leave it shut until {{ at(restsUntil) }}: {{ LID_REST_HOURS }} hours of rest, but for
          need.</template
        >
        <template v-else-if="openings.length > 0">It has rested for {{ LID_REST_HOURS }} hours.</template>
        <template v-else>No opening noted since it was shut.</template>
      </p>
    </div>
    <fieldset class="mt-4">
      <legend class="font-semibold">Helping</legend>
      <label class="mr-6 inline-flex min-h-11 items-center gap-2"
        ><input v-model="helping" type="radio" name="helping" value="never" /> never</label
      >
      <label class="inline-flex min-h-11 items-center gap-2"
        ><input v-model="helping" type="radio" name="helping" value="last-resort" /> as a last resort</label
      >
      <p class="text-ink-soft" data-testid="helping">
        {{
          helping === 'never'
            ? 'The vessels may still carry blood, and weak chicks seldom do well. From pip to out takes 5 to 24 hours, sometimes more.'
            : `Only more than 24 hours after the pip, without any progress, with membranes that dry and no blood in them. Where you see blood, stop and close. ${slow.length === 0 ? 'No egg has waited so long.' : `More than 24 hours: ${slow.length}.`}`
        }}
      </p>
    </fieldset>
    <p class="mt-3 text-sm text-ink-soft">
      Chicks live on their yolk for up to three days: leave them in until they are dry. Wash your hands after;
      children too. Weak or hurt chicks: a vet’s advice, and local rules.
    </p>
  </section>
</template>
