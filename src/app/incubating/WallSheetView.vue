<script setup lang="ts">
import { computed } from 'vue'
import { Printer } from '@lucide/vue'
import { EVENT_TITLES } from '../../words/events.ts'
import { TARGET_CELSIUS } from '../../core/planning/incubation/development.ts'
import type { EventKind, ScheduleEvent } from '../../core/planning/incubation/schedule.ts'
import { sayBand } from '../../core/climate/air-method.ts'
import { airWantedOf } from '../../domain/air-wanted.ts'
import { handTurningOf } from '../../domain/hand-turning.ts'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, sayDate, sayShortDate } from '../../core/time/local-date.ts'
import { sayQuantity } from '../../core/units.ts'
import { eventDay, useSetPlan } from '../shared/useSetPlan.ts'
import { count } from '../shared/wording.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'
import { clockHours, clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** One page for the incubator's wall: black ink, boxes to tick, large enough for two metres. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const set = computed(() => store.setById(props.setId))
const plan = useSetPlan(() => set.value)
const zone = computed(() => store.hatchery.zone)
const eggs = computed(() => (store.eggsBySet.get(props.setId) ?? []).filter((egg) => !egg.removed))
const incubator = computed(() =>
  store.hatchery.incubators.find((item) => item.id === set.value?.trays[0]?.incubatorId),
)

const ON_THE_WALL: ReadonlySet<EventKind> = new Set(['set', 'candle', 'lockdown', 'hatch', 'give-up'])
/** Lockdown and the end of turning are one line: they are done with one opening. */
const lines = computed(() =>
  (plan.value?.statuses ?? []).map(({ event }) => event).filter(({ kind }) => ON_THE_WALL.has(kind)),
)
function title(event: ScheduleEvent): string {
  return event.kind === 'lockdown'
    ? t('wallSheet.lockdown')
    : event.kind === 'give-up'
      ? t('wallSheet.breakout')
      : EVENT_TITLES[event.kind]
}
const turns = computed(() => set.value && handTurningOf(set.value, store.hatchery)?.hours)
const air = computed(() => set.value && airWantedOf(set.value, store.hatchery))
const print = (): void => window.print()
</script>

<template>
  <main v-if="set && plan" class="mx-auto overflow-x-auto print:overflow-visible max-w-[186mm] p-6 print:p-0">
    <div class="screen-only mb-4 flex gap-3">
      <KitButton :icon="Printer" kind="next" @click="print"> {{ t('labels.print') }}</KitButton
      ><KitButton :to="{ name: 'set', params: { setId } }">{{ t('common.toSet') }}</KitButton>
    </div>
    <div class="bg-white p-6 text-black print:p-0" data-testid="sheet">
      <h1 class="text-[36pt] leading-tight font-bold">{{ set.name }}</h1>
      <p class="text-[16pt]">
        {{
          t('wallSheet.line', {
            bird: SPECIES[set.species].label,
            eggs: count(eggs.length, 'egg'),
            day: sayDate(localDateOf(Date.parse(set.setAt), zone)),
            time: clockTime(Date.parse(set.setAt), zone),
          })
        }}
      </p>
      <table
        class="mt-3 w-full border-collapse"
        :class="lines.length > 8 ? 'text-[20pt] [&_td]:py-1.5' : 'text-[25pt] [&_td]:py-3'"
      >
        <tbody>
          <tr v-for="event in lines" :key="event.key" class="border-t-2 border-black">
            <td class="w-14"><span class="inline-block h-9 w-9 border-[3px] border-black align-middle" /></td>
            <td class="pr-3 font-bold whitespace-nowrap">{{ sayShortDate(event.date) }}</td>
            <td class="pr-2 leading-tight">
              {{ title(event)
              }}<span v-if="event.endMs > event.startMs">
                {{ ' ' }}{{ t('wallSheet.to', { day: sayShortDate(localDateOf(event.endMs, zone)) }) }}</span
              >
            </td>
            <td class="text-right text-[15pt] whitespace-nowrap">{{ eventDay(set, event, zone) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="mt-3 border-t-2 border-black pt-3 text-[18pt] leading-snug">
        {{
          t('wallSheet.atEggs', {
            temperature: sayQuantity(
              store.hatchery.units,
              'temperature',
              TARGET_CELSIUS[incubator?.airflow ?? 'forced'],
            ),
          })
        }}<template v-if="incubator && incubator.displayCorrectionC !== 0">
          {{ ' '
          }}{{
            t('wallSheet.display', {
              temperature: sayQuantity(
                store.hatchery.units,
                'temperature',
                TARGET_CELSIUS[incubator.airflow] - incubator.displayCorrectionC,
              ),
            })
          }}</template
        >{{
          air!.isMeasured
            ? t('wallSheet.humidity', {
                humidity: sayBand(air!.until),
                fromLockdown: sayBand(air!.from),
              })
            : t('wallSheet.waterFull')
        }}
        <template v-if="air!.lockdownCoolerC > 0">{{
          t('wallSheet.cooler', {
            temperature: sayQuantity(
              store.hatchery.units,
              'temperature',
              TARGET_CELSIUS[incubator?.airflow ?? 'forced'] - air!.lockdownCoolerC,
            ),
          })
        }}</template>
        <template v-if="turns">{{ t('wallSheet.turnAt', { times: clockHours(turns) }) }}</template>
      </p>
      <p class="mt-2 text-[11pt]">
        {{ t('wallSheet.caution') }}
      </p>
    </div>
  </main>
</template>
