<script setup lang="ts">
import { computed } from 'vue'
import { RATE_PER_CELSIUS } from '../../core/planning/incubation/development.ts'
import { hoursAhead, warmthEffect, type Excursion } from '../../core/climate/excursions.ts'
import type { TimeInBand } from '../../core/climate/time-in-band.ts'
import { SEES_OPENINGS_MS } from '../../core/climate/openings.ts'
import { hatchForecast } from '../../core/climate/hatch-forecast.ts'
import { checksOf } from '../../contracts/records/probe-record.ts'
import { localDateOf, sayDate, sayShortDate } from '../../core/time/local-date.ts'
import { sayQuantity } from '../../core/units.ts'
import { MINUTE_MS, HOUR_MS } from '../../core/time/durations.ts'
import type { IncubatorNow } from '../../domain/incubator-now.ts'
import { scheduleInputOf } from '../../domain/set-schedule.ts'
import type { ClimateFacts, SeriesTasks } from '../../workers/series-protocol.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { EFFECT_WORDS } from '../shared/climate-words.ts'
import { count, roughTime } from '../shared/wording.ts'
import { clockTime } from '../shared/clock-time.ts'
import { t } from './words.ts'

/** What the readings come to: time in the band, times outside with what they do, openings, and the hatch. */
const props = defineProps<{
  facts: readonly ClimateFacts[]
  comparison: SeriesTasks['compare']['answer'] | null
  now: IncubatorNow
  spanDays: number
}>()
const store = useHatcheryStore()
const clock = useClockStore()
const units = computed(() => store.hatchery.units)
const zone = computed(() => store.hatchery.zone)
const nameOf = (probeId: string): string => props.now.probes.find(({ id }) => id === probeId)?.name ?? ''
const percent = (part: number, whole: number): string => `${Math.round((100 * part) / whole)} %`
const hours = (ms: number): string => {
  const value = ms / HOUR_MS
  return value < 10 ? `${value.toFixed(1)} h` : `${value.toFixed(0)} h`
}
const minutes = (ms: number): string => t('findings.minutes', { minutes: Math.round(ms / MINUTE_MS) })
const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, zone.value))} ${clockTime(atMs, zone.value)}`
const warm = (celsius: number): string => sayQuantity(units.value, 'temperature', celsius)

const inBand = computed(() =>
  props.facts.flatMap(({ probeId, celsius, rhPercent }) => {
    const words = [
      ...(celsius ? [timeWords('temperature', celsius.time)] : []),
      ...(rhPercent ? [timeWords('humidity', rhPercent.time)] : []),
    ].filter(Boolean)
    return words.length > 0 ? [{ probeId, words: words.join('; ') }] : []
  }),
)
function timeWords(what: string, time: TimeInBand): string {
  const known = time.inMs + time.belowMs + time.aboveMs
  if (known === 0) return t('findings.tooSeldom', { what })
  const off = [
    time.belowMs > 0.005 * known ? t('findings.percentBelow', { percent: percent(time.belowMs, known) }) : '',
    time.aboveMs > 0.005 * known ? t('findings.percentAbove', { percent: percent(time.aboveMs, known) }) : '',
  ].filter(Boolean)
  if (time.inMs === 0 && off.length === 1)
    return t('findings.allOff', { what, side: time.aboveMs > 0 ? 'above' : 'below', hours: hours(known) })
  return t('findings.share', {
    what,
    percent: percent(time.inMs, known),
    hours: hours(known),
    off: off.length > 0 ? ` (${off.join(', ')})` : '',
    unknown: time.unknownMs >= HOUR_MS ? t('findings.unknown', { hours: hours(time.unknownMs) }) : '',
  })
}

const target = computed(() => (props.now.band.celsius.low + props.now.band.celsius.high) / 2)
const MOST = 6
/** The worst first; what two probes saw is one. */
const warmth = computed(() => {
  const all = props.facts.flatMap(({ probeId, celsius }) =>
    (celsius?.excursions ?? []).map((excursion) => ({ probeId, excursion })),
  )
  const apart = all.filter(
    ({ excursion }, i) =>
      !all
        .slice(0, i)
        .some(({ excursion: other }) => other.side === excursion.side && overlap(other, excursion)),
  )
  return apart.sort((a, b) => off(b.excursion) - off(a.excursion)).slice(0, MOST)
})
const off = ({ extreme }: Excursion): number => Math.abs(extreme - target.value)
const overlap = (a: Excursion, b: Excursion): boolean => a.fromMs < b.toMs && b.fromMs < a.toMs
function excursionWords(excursion: Excursion): string {
  const ahead = hoursAhead(excursion, target.value, RATE_PER_CELSIUS)
  const lastedMs = excursion.toMs - excursion.fromMs
  const moves =
    Math.abs(ahead) >= 0.5 && !excursion.isEndUnknown
      ? t('findings.movesHatch', { hours: Math.abs(ahead).toFixed(1) })
      : ''
  return t('findings.excursion', {
    when: at(excursion.fromMs),
    hours: !excursion.isEndUnknown
      ? hours(lastedMs)
      : lastedMs > 0
        ? t('findings.atLeast', { hours: hours(lastedMs) })
        : t('findings.readOnce'),
    side: excursion.side === 'above' ? t('findings.above') : t('findings.below'),
    extreme: warm(excursion.extreme),
    effect: EFFECT_WORDS[warmthEffect(excursion, props.now.band.aboveEggsC)],
    moves,
  })
}
const openings = computed(() => {
  const all = props.facts.map(({ rhPercent }) => rhPercent?.openings ?? [])
  const most = all.reduce((best, one) => (one.length > best.length ? one : best), [])
  const back = most.flatMap(({ backAfterMinutes }) => backAfterMinutes ?? [])
  const every = props.facts.flatMap(({ rhPercent }) => rhPercent?.everyMs ?? [])
  if (every.length > 0 && Math.min(...every) > SEES_OPENINGS_MS)
    return t('findings.lidUnseen', {
      interval: minutes(Math.min(...every)),
      needed: minutes(SEES_OPENINGS_MS),
    })
  if (most.length === 0) return ''
  return t('findings.lidOpened', {
    times: count(most.length, 'time'),
    back:
      back.length > 0
        ? t('findings.lidBack', {
            minutes: (back.reduce((sum, minutes) => sum + minutes, 0) / back.length).toFixed(0),
          })
        : '',
  })
})
const compared = computed(() => {
  const known = props.comparison
  const [one, other] = props.facts.filter(({ celsius }) => celsius)
  if (!known || !one || !other) return []
  return (['celsius', 'rhPercent'] as const).flatMap((what) => {
    const difference = known[what]
    if (!difference || difference.verdict === 'few') return []
    const unit = what === 'celsius' ? '°C' : t('findings.points')
    const more = `${Math.abs(difference.more.value).toFixed(what === 'celsius' ? 2 : 1)} ${unit}`
    return difference.verdict === 'same'
      ? t('findings.agree', { one: nameOf(one.probeId), other: nameOf(other.probeId), difference: more })
      : t('findings.disagree', {
          one: nameOf(one.probeId),
          difference: more,
          more: difference.more.value > 0 ? 'more' : 'less',
          other: nameOf(other.probeId),
        })
  })
})
function standingWords(set: string, aheadHours: number): string {
  const hours = Math.abs(aheadHours)
  if (hours < 1) return t('forecast.onSchedule', { set })
  return aheadHours > 0
    ? t('forecast.ahead', { set, hours: hours.toFixed(0) })
    : t('forecast.behind', { set, hours: hours.toFixed(0) })
}
const hatches = computed(() =>
  props.now.sets.map((set) => {
    const checked = props.now.probes.some((probe) => checksOf(probe).some(({ celsius }) => celsius !== null))
    const input = scheduleInputOf(set, store.hatchery)
    const forecast = hatchForecast({ ...input, thermometerChecked: checked }, clock.nowMs)
    return {
      id: set.id,
      words: t('forecast.hatch', {
        standing: standingWords(set.name, forecast.aheadHours),
        day: sayDate(localDateOf(forecast.atMs, zone.value)),
        from: roughTime(forecast.fromMs, zone.value),
        to: roughTime(forecast.toMs, zone.value),
      }),
      more: checked ? '' : t('findings.secondThermometer'),
    }
  }),
)
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="findings-heading" data-testid="findings">
    <h2 id="findings-heading" class="text-xl font-semibold">{{ t('findings.title') }}</h2>
    <ul class="mt-2 flex list-disc flex-col gap-1.5 pl-5">
      <li v-for="set in hatches" :key="set.id" data-testid="forecast">{{ set.words }} {{ set.more }}</li>
      <li v-for="({ excursion, probeId }, i) in warmth" :key="i" data-testid="excursion">
        {{ excursionWords(excursion) }} <span class="text-ink-soft">({{ nameOf(probeId) }})</span>
      </li>
      <li v-if="facts.length > 0 && warmth.length === 0">{{ t('findings.none') }}</li>
      <li v-if="openings">{{ openings }}</li>
      <li v-for="words in compared" :key="words" data-testid="compared">{{ words }}</li>
    </ul>
    <h3 class="mt-3 font-semibold">{{ t('findings.timeOnTarget', { period: count(spanDays, 'day') }) }}</h3>
    <ul class="mt-1 text-ink-soft">
      <li v-for="{ probeId, words } in inBand" :key="probeId">{{ nameOf(probeId) }}: {{ words }}.</li>
    </ul>
    <p class="mt-3 text-sm text-ink-soft">
      {{ t('findings.why') }}
    </p>
  </section>
</template>
