<script setup lang="ts">
import { computed } from 'vue'
import { eventsOf, type Session } from '../../contracts/records/session-record.ts'
import type { LookRecord, PicturedLook } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { airSummary } from '../../core/session/air.ts'
import { timeOpen } from '../../core/session/session.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { actionOf, standingAction } from '../../domain/candling.ts'
import { isDoneWith, standingGrade, suggestionOf } from '../../domain/own-grade.ts'
import { strangersAt } from '../../domain/whose-egg.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import ChangedByMates from './ChangedByMates.vue'
import { useSessionAir } from './session/useSessionAir.ts'
import { t } from './words.ts'

/** What the evening came to. */
const props = defineProps<{
  session: Session
  set: EggSet
  seen: ReadonlyArray<{ egg: Egg; look: LookRecord }>
  left: readonly Egg[]
  /** Suggestions that are otherwise since all mates are known. */
  changed: ReadonlyArray<{ egg: Egg; look: PicturedLook; before: PicturedLook['verdict'] }>
  placeOf: (egg: Egg) => string
  nowMs: number
}>()

const store = useHatcheryStore()
const endMs = computed(() =>
  props.session.endedAt === null ? props.nowMs : Date.parse(props.session.endedAt),
)
const open = computed(() => timeOpen(eventsOf(props.session), endMs.value))
const { readings } = useSessionAir(
  () => props.set,
  () => props.session,
)
const air = computed(() => airSummary(readings.value, eventsOf(props.session)))
const suspects = computed(() =>
  props.seen.filter(({ look }) => standingAction(look, props.set) === 'recheck'),
)
/** Eggs that do not look like themselves at earlier candlings. */
const strangers = computed(() => {
  const ids = strangersAt(
    endMs.value,
    props.seen.map(({ egg }) => egg),
    (egg) => store.looksByEgg.get(egg.id) ?? [],
  ).map(({ id }) => id)
  return props.seen.filter(({ egg }) => ids.includes(egg.id))
})
/** By the candler's own key; what is only suggested is asked for below. */
const duds = computed(() => props.seen.filter(({ look }) => actionOf(look, props.set) === 'remove'))
const suggested = computed(() =>
  props.seen.filter(({ look }) => look.own === null && suggestionOf(look)?.action === 'remove'),
)
const unsaid = computed(() =>
  props.seen.filter((one) => !isDoneWith(one.look) && !suggested.value.includes(one)),
)
const minutes = computed(() =>
  Math.max(1, Math.round((endMs.value - Date.parse(props.session.startedAt)) / MINUTE_MS)),
)
const places = (list: ReadonlyArray<{ egg: Egg }>): string =>
  list.map(({ egg }) => props.placeOf(egg)).join(', ')

const rows = computed(
  () =>
    [
      [
        t('report.eggsSeen'),
        t('report.seenIn', { seen: props.seen.length, minutes: count(minutes.value, 'minute') }),
      ],
      [
        t('report.open'),
        t('report.openFor', {
          minutes: (open.value.totalMs / MINUTE_MS).toFixed(1),
          times: count(open.value.times, 'time'),
        }),
      ],
      [
        t('report.humidity'),
        air.value.before === null
          ? t('report.notRecorded')
          : t('report.humidityBefore', {
              humidity: air.value.before.rhPercent.toFixed(0),
              lowest:
                air.value.lowestRhPercent === null
                  ? ''
                  : t('report.lowestHumidity', { humidity: air.value.lowestRhPercent.toFixed(0) }),
            }),
      ],
      [
        t('report.temperature'),
        air.value.before === null
          ? t('report.notRecorded')
          : t('report.temperatureBefore', {
              celsius: air.value.before.celsius.toFixed(1),
              lowest:
                air.value.lowestCelsius === null
                  ? ''
                  : t('report.lowestTemperature', { celsius: air.value.lowestCelsius.toFixed(1) }),
            }),
      ],
      [
        t('report.recovered'),
        air.value.recoveredAfterMinutes === null
          ? t('report.notRecovered')
          : t('report.recoveredAfter', { minutes: air.value.recoveredAfterMinutes.toFixed(0) }),
      ],
    ] as const,
)
</script>

<template>
  <div data-testid="report">
    <dl class="grid grid-cols-[11rem_1fr] gap-y-2 text-xl">
      <template v-for="[name, value] in rows" :key="name"
        ><dt class="text-ink-soft">{{ name }}</dt>
        <dd>{{ value }}</dd></template
      >
    </dl>
    <ChangedByMates class="mt-5" :changed="changed" :place-of="placeOf" />
    <p v-if="suspects.length > 0" class="mt-5 text-lg">
      <strong>{{ t('report.lookAgain') }}</strong>
      {{
        t('report.lookAgainWhat', {
          places: suspects
            .map(({ egg, look }) => `${placeOf(egg)} (${GRADE_WORDS[standingGrade(look)].toLowerCase()})`)
            .join(', '),
        })
      }}
    </p>
    <p v-if="strangers.length > 0" class="mt-3 text-lg" data-testid="strangers">
      <strong>{{ t('report.exchanged') }}</strong>
      {{ t('report.exchangedWhat', { places: places(strangers) }) }}
    </p>
    <p v-if="unsaid.length > 0" class="mt-3 text-lg">
      <strong>{{ t('report.notConfirmed') }}</strong>
      {{ t('report.notConfirmedWhat', { places: places(unsaid) }) }}
    </p>
    <p v-if="left.length > 0" class="mt-3 text-lg">
      <strong>{{ t('report.noPicture') }}</strong>
      {{ t('report.noPictureWhat', { places: left.map(placeOf).join(', ') }) }}
    </p>
    <p v-if="suggested.length > 0" class="mt-3 text-lg" data-testid="suggested-removals">
      <strong>{{ t('report.suggested') }}</strong>
      {{ t('report.suggestedWhat', { places: places(suggested) }) }}
    </p>
    <p v-if="duds.length > 0" class="mt-3 text-lg" data-testid="to-remove">
      <strong>{{ t('report.toRemove') }}</strong> {{ places(duds) }}.
    </p>
    <p class="mt-5 text-ink-soft">{{ t('report.washHands') }}</p>
  </div>
</template>
