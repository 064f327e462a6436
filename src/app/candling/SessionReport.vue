<script setup lang="ts">
import { computed } from 'vue'
import { eventsOf, type Session } from '../../contracts/records/session-record.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { airSummary } from '../../core/session/air.ts'
import { timeOpen } from '../../core/session/session.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { standingAction } from '../../domain/candling.ts'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import ChangedByMates from './ChangedByMates.vue'
import { useSessionAir } from './session/useSessionAir.ts'

/** What the evening came to. */
const props = defineProps<{
  session: Session
  set: EggSet
  seen: ReadonlyArray<{ egg: Egg; look: LookRecord }>
  left: readonly Egg[]
  /** Suggestions that are otherwise since all mates are known. */
  changed: ReadonlyArray<{ egg: Egg; look: LookRecord; before: LookRecord['verdict'] }>
  placeOf: (egg: Egg) => string
  nowMs: number
}>()

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
const duds = computed(() => props.seen.filter(({ look }) => standingAction(look, props.set) === 'remove'))
const unsaid = computed(() => props.seen.filter(({ look }) => look.own === null))
const minutes = computed(() =>
  Math.max(1, Math.round((endMs.value - Date.parse(props.session.startedAt)) / MINUTE_MS)),
)
const places = (list: ReadonlyArray<{ egg: Egg }>): string =>
  list.map(({ egg }) => props.placeOf(egg)).join(', ')

const rows = computed(
  () =>
    [
      ['Eggs seen', `${props.seen.length} in ${count(minutes.value, 'minute')}`],
      [
        'Incubator open',
        `${(open.value.totalMs / MINUTE_MS).toFixed(1)} min, ${count(open.value.times, 'time')}`,
      ],
      [
        'Humidity',
        air.value.before === null
          ? 'not recorded'
          : `${air.value.before.rhPercent.toFixed(0)} % before${air.value.lowestRhPercent === null ? '' : `, ${air.value.lowestRhPercent.toFixed(0)} % at the lowest`}`,
      ],
      [
        'Temperature',
        air.value.before === null
          ? 'not recorded'
          : `${air.value.before.celsius.toFixed(1)} °C before${air.value.lowestCelsius === null ? '' : `, ${air.value.lowestCelsius.toFixed(1)} °C at the lowest`}`,
      ],
      [
        'Recovered',
        air.value.recoveredAfterMinutes === null
          ? 'not yet, or not recorded: check again within the hour'
          : `${air.value.recoveredAfterMinutes.toFixed(0)} min after the lid went back`,
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
      <strong>Look again:</strong>
      {{
        suspects
          .map(
            ({ egg, look }) =>
              `${placeOf(egg)} (${GRADE_WORDS[look.own?.grade ?? look.verdict.grade].toLowerCase()})`,
          )
          .join(', ')
      }}. Pencil a question mark and today’s day on the blunt ends. These eggs come first next time.
    </p>
    <p v-if="unsaid.length > 0" class="mt-3 text-lg">
      <strong>Not confirmed:</strong> {{ places(unsaid) }}. Lifting an egg never confirms a removal.
    </p>
    <p v-if="left.length > 0" class="mt-3 text-lg">
      <strong>No picture:</strong> {{ left.map(placeOf).join(', ') }}. They wait for the next candling.
    </p>
    <p v-if="duds.length > 0" class="mt-3 text-lg"><strong>To remove:</strong> {{ places(duds) }}.</p>
    <p class="mt-5 text-ink-soft">Wash your hands.</p>
  </div>
</template>
