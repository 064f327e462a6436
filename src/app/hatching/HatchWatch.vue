<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { hatchForecast } from '../../core/climate/hatch-forecast.ts'
import { hatchWindow } from '../../core/hatching/hatch-watch.ts'
import { lidRestsUntil, LID_REST_HOURS } from '../../core/hatching/lockdown.ts'
import { HELP_AFTER_HOURS } from '../../core/hatching/hatch-methods.ts'
import { airWantedOf } from '../../domain/air-wanted.ts'
import { usualSpreadHours } from '../../domain/usual-spread.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { hatchOfSet, takingOutOf } from '../../domain/hatch-of-set.ts'
import { scheduleInputOf } from '../../domain/set-schedule.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSensingStore } from '../shared/sensing.ts'
import PictureNotes from '../shared/ui/PictureNotes.vue'
import { useSaving } from '../shared/useSaving.ts'
import { dayWords, roughTime } from '../shared/wording.ts'
import HatchCounts from './HatchCounts.vue'
import HelpedEggs from './HelpedEggs.vue'
import HatchMethods from './HatchMethods.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import { clockTime } from '../shared/clock-time.ts'
import FewChoice from '../shared/kit/FewChoice.vue'

/** Pips and chicks by a tap with a knuckle, through the window; the lid stays on. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const sensing = useSensingStore()
const { problem, saving } = useSaving()
const zone = computed(() => store.hatchery.zone)
const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, zone.value))} ${clockTime(atMs, zone.value)}`
const sayAt = (iso: string | null): string =>
  iso === null ? '' : t('breakout.onDay', { day: dayWords(props.set, zone.value, Date.parse(iso)) })
const inside = computed(() => props.eggs.filter((egg) => !egg.removed))
const hours = (iso: string): number => (clock.nowMs - Date.parse(iso)) / HOUR_MS
const hatch = computed(() => hatchOfSet(props.set, props.eggs))
/** What was told egg by egg: counting goes on from there. */
const told = computed(() => {
  const out = inside.value.filter(({ outcome }) => outcome?.found === 'hatched').length
  return { out, pipped: out + inside.value.filter((egg) => egg.pipped && isIn(egg)).length }
})
/** Told egg by egg, or only counted where nobody can see which is which. */
const counts = ref(props.set.counted.length > 0)
const zips = useLocalStorage('perlumen-note-zips', false)

const window = computed(() => {
  const { outMs, pippedMs, waiting } = hatch.value
  if (waiting + pippedMs.length === 0) return null
  const input = scheduleInputOf(props.set, store.hatchery)
  const expected = hatchForecast({ ...input, thermometerChecked: false }, clock.nowMs)
  const fromExpected = (atMs: number): number => (atMs - expected.atMs) / HOUR_MS
  const found = hatchWindow({
    outHours: outMs.map(fromExpected),
    pippedHours: pippedMs.map(fromExpected),
    waiting,
    nowHours: fromExpected(clock.nowMs),
    priorSdHours: (expected.toMs - expected.atMs) / HOUR_MS / 1.2816,
    usualSpreadHours: usualSpreadHours(props.set, {
      sets: store.sets,
      eggsBySet: store.eggsBySet,
      zone: zone.value,
    }),
  })
  const instant = (value: number): number => expected.atMs + value * HOUR_MS
  return { fromMs: instant(found.fromHours), toMs: instant(found.toHours) }
})

type State = 'waiting' | 'pipped' | 'zipped' | 'out' | 'opened'
function stateOf({ outcome, pipped, zipped }: Egg): State {
  if (outcome) return outcome.found === 'hatched' ? 'out' : 'opened'
  return zipped ? 'zipped' : pipped ? 'pipped' : 'waiting'
}
function words(egg: Egg): string {
  switch (stateOf(egg)) {
    case 'pipped':
      return t('watch.pippedAgo', { hours: hours(egg.pipped!.at).toFixed(0) })
    case 'zipped':
      return t('watch.zippingFor', { hours: hours(egg.zipped!.at).toFixed(0) })
    case 'out':
      return 'out'
    case 'opened':
      return 'opened'
    case 'waiting':
      return ''
  }
}
/** Waiting, then pipped, then cut round where that is noted, then out. */
function tap(egg: Egg): void {
  const at = new Date(clock.nowMs).toISOString()
  const state = stateOf(egg)
  if (state === 'out' || state === 'opened') return
  // A tap means what stood on the egg: a second one by the same knuckle says no more.
  const [label, seen]: [string, (now: Egg) => Partial<Egg>] =
    state === 'waiting'
      ? ['pip', ({ pipped }) => ({ pipped: pipped ?? { at } })]
      : state === 'pipped' && zips.value
        ? ['zip', ({ zipped }) => ({ zipped: zipped ?? { at } })]
        : ['hatched', ({ outcome }) => ({ outcome: outcome ?? { at, found: 'hatched' } })]
  void saving(() => store.changeEgg(label, egg.id, (now) => ({ ...now, ...seen(now) })))
}
const longestMs = computed(() => (hatch.value.pippedMs[0] ? clock.nowMs - hatch.value.pippedMs[0] : null))
function help(helping: HatcheryRecord['helping']): void {
  void saving(() => store.changeHatchery({ helping }))
}
function takeOut(takingOut: HatcheryRecord['takingOut']): void {
  void saving(() =>
    store.changeSet('plan', props.set.id, (now) => ({ ...now, plan: { ...now.plan, takingOut } })),
  )
}

const incubatorId = computed(() => props.set.trays[0]?.incubatorId ?? null)
const stand = computed(() => sensing.incubators.find(({ incubator }) => incubator.id === incubatorId.value))
const openings = computed(() =>
  (stand.value?.log ?? []).filter(({ kind }) => kind === 'opened').map((event) => Date.parse(event.at)),
)
const restsUntil = computed(() => lidRestsUntil(openings.value, clock.nowMs))
const OPENED_FOR = {
  hatching: t('watch.forChicks'),
  water: t('watch.forWater'),
  other: t('watch.forOther'),
} as const
type OpenedFor = keyof typeof OPENED_FOR
function opened(reason: OpenedFor): void {
  const { value: id } = incubatorId
  if (id === null) return
  const logged = [{ incubatorId: id, what: { kind: 'opened' as const, reason } }]
  void saving(() => store.commit('lid opened', null, { logged }))
}
/** The latest moisture of the air, where something reads it. */
const moisture = computed(() => {
  const latest = [...(stand.value?.rhPercent.values() ?? [])].flatMap((samples) => samples.at(-1) ?? [])
  const last = latest.sort((a, b) => b.atMs - a.atMs)[0]
  if (!last) return null
  const { low, high } = airWantedOf(props.set, store.hatchery).from
  const is =
    last.value < low ? t('watch.tooDry') : last.value > high ? t('watch.aboveTarget') : t('watch.onTarget')
  return t('watch.humidity', { humidity: last.value.toFixed(0), judged: is, low, high })
})
const pictured = ref('')
const picturedEgg = computed(() => inside.value.find(({ id }) => id === pictured.value))
function nameOf(egg: Egg): string {
  const tray = props.set.trays.find(({ id }) => id === egg.place?.trayId)
  return tray && egg.place ? placeLabel(tray, egg.place) : t('handOver.egg', { number: egg.number })
}
</script>

<template>
  <section class="card screen-only p-4 sm:p-5" aria-labelledby="watch-heading">
    <h2 id="watch-heading" class="text-xl font-semibold">{{ t('watch.title') }}</h2>
    <p v-if="window" class="mt-1 text-lg" data-testid="hatch-window">
      {{ t('watch.remaining', { from: roughTime(window.fromMs, zone), to: roughTime(window.toMs, zone) }) }}
    </p>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <div class="mt-2 flex flex-wrap gap-x-6">
      <FewChoice
        v-model="counts"
        inline
        hide-label
        :label="t('watch.title')"
        :options="[
          { value: false, name: t('watch.eggByEgg') },
          { value: true, name: t('watch.countOnly') },
        ]"
      />
      <CheckBox v-if="!counts" v-model="zips" class="inline-flex">{{ t('watch.zipsToo') }}</CheckBox>
    </div>
    <HatchCounts v-if="counts" :set="set" :most="inside.length" :told="told" />
    <template v-else>
      <p class="text-ink-soft">
        {{ t('watch.howTo', { zips: zips ? t('watch.againWhenZips') : '' }) }}
      </p>
      <div
        v-for="tray in set.trays"
        :key="tray.id"
        class="mt-3 grid gap-2"
        :style="{ gridTemplateColumns: `repeat(${tray.columns}, minmax(0, 1fr))` }"
        role="group"
        :aria-label="tray.name"
      >
        <KitButton
          v-for="egg in inside.filter(({ place }) => place?.trayId === tray.id)"
          :key="egg.id"
          class="min-h-20 flex-col gap-0 px-1 text-lg"
          :kind="stateOf(egg) === 'out' ? 'next' : 'plain'"
          :class="{ 'border-lamp': stateOf(egg) === 'pipped' || stateOf(egg) === 'zipped' }"
          :style="{ gridRow: egg.place!.row + 1, gridColumn: egg.place!.column + 1 }"
          :aria-label="`${placeLabel(tray, egg.place!)}: ${words(egg) || t('watch.waiting')}`"
          @click="tap(egg)"
        >
          <span class="font-bold">{{ placeLabel(tray, egg.place!) }}</span>
          <span class="text-sm font-normal">{{ words(egg) || '–' }}</span>
        </KitButton>
      </div>
    </template>
    <p v-if="longestMs !== null" class="mt-2" data-testid="longest-pip">
      {{ t('watch.longest', { hours: (longestMs / HOUR_MS).toFixed(0) }) }}
    </p>
    <div class="mt-4 border-t border-line pt-3">
      <h3 class="font-semibold">{{ t('watch.lid') }}</h3>
      <p data-testid="lid-clock">
        <template v-if="restsUntil !== null">{{
          t('watch.lidRests', { time: at(restsUntil), hours: LID_REST_HOURS })
        }}</template>
        <template v-else-if="openings.length > 0">{{
          t('watch.lidShut', { hours: LID_REST_HOURS })
        }}</template>
        <template v-else>{{ t('watch.lidNotOpened') }}</template>
        <span v-if="moisture" data-testid="hatch-moisture">{{ ` ${moisture}` }}</span>
      </p>
      <div class="mt-2 flex flex-wrap items-center gap-2" role="group" :aria-label="t('watch.lidOffFor')">
        <span class="text-ink-soft">{{ t('watch.openedFor') }}</span>
        <KitButton v-for="(name, reason) in OPENED_FOR" :key="reason" @click="opened(reason)">
          {{ name }}
        </KitButton>
      </div>
    </div>
    <div class="mt-4 flex flex-wrap items-end gap-3 border-t border-line pt-3">
      <ListChoice
        :label="t('watch.photographFor')"
        v-model="pictured"
        :options="[
          { value: '', name: t('watch.noEgg') },
          ...inside.map((egg) => ({ value: egg.id, name: nameOf(egg) })),
        ]"
      />
      <PictureNotes v-if="picturedEgg" :egg="picturedEgg" :name="nameOf(picturedEgg)" :say-at="sayAt" />
    </div>
    <HelpedEggs class="mt-3 border-t border-line pt-2" :eggs="inside" :name-of="nameOf" />
    <HatchMethods
      :helping="store.hatchery.helping"
      :taking-out="takingOutOf(set, store.hatchery)"
      :first-out-ms="hatch.outMs[0] ?? null"
      :slow="hatch.pippedMs.filter((pipMs) => clock.nowMs - pipMs > HELP_AFTER_HOURS * HOUR_MS).length"
      @helping="help"
      @taking-out="takeOut"
    />
  </section>
</template>
