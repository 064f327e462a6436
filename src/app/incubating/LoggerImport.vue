<script setup lang="ts">
import { computed, ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { FileUp, Undo2 } from '@lucide/vue'
import type { Incubator } from '../../contracts/records/incubator-record.ts'
import { hatcheryRecordOf } from '../../contracts/records/hatchery-record.ts'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import { BY_NAME } from '../../contracts/wire/sensor.ts'
import { FRESH } from '../../contracts/records/stamp.ts'
import { incubatorOf, placing } from '../../contracts/records/whereabouts.ts'
import { LOGGER_COLUMNS, type LoggerColumn } from '../../core/climate/logger-columns.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { standInLoggerFile } from '../../devices/probes/sensors.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { useLoggerFile } from './useLoggerFile.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import FewChoice from '../shared/kit/FewChoice.vue'
import FilePick from '../shared/kit/FilePick.vue'
import { clockTime } from '../shared/clock-time.ts'
import KitFold from '../shared/kit/KitFold.vue'

/** Brings in what a logger wrote down: its columns are guessed, can be put right, and are remembered. */
const props = defineProps<{ incubator: Incubator }>()
const store = useHatcheryStore()
const devices = useDevicesStore()
const { problem: notSaved, saving } = useSaving()
const file = useLoggerFile()
const { name, table, columns, dayFirst, found, problem, refused, reading } = file
const zone = computed(() => store.hatchery.zone)
const COLUMN_WORDS: Readonly<Record<LoggerColumn, string>> = {
  when: t('logger.dayAndTime'),
  date: 'day',
  time: t('logger.timeOfDay'),
  celsius: t('logger.celsius'),
  fahrenheit: t('logger.fahrenheit'),
  rhPercent: t('logger.humidity'),
  nothing: t('logger.notUsed'),
}

const height = ref<ProbeRecord['height']>('air')
const done = ref('')

/** Of the demo: what a simulated logger wrote down. */
async function tryOne(): Promise<void> {
  try {
    await read(await standInLoggerFile())
  } catch (error) {
    problem.value = (error as Error).message
  }
}
async function read(chosen: File): Promise<void> {
  done.value = ''
  await file.read(chosen)
}
const at = (atMs: number): string =>
  `${sayDate(localDateOf(atMs, zone.value))}, ${clockTime(atMs, zone.value)}`

function importReadings(): void {
  const ready = found.value
  const read = table.value
  if (!ready || !read || ready.readings.length === 0) return
  // A later file of the same logger goes on where the one before ended.
  const known = store.probes.find(
    (probe) =>
      probe.by === 'file' && probe.name === name.value && incubatorOf(probe.events) === props.incubator.id,
  )
  const probe: ProbeRecord = known ?? {
    id: uuid(),
    stamp: FRESH,
    name: name.value,
    height: height.value,
    by: 'file',
    sensor: null,
    fields: BY_NAME,
    events: [placing(props.incubator.id, { at: null, device: null, newId: () => 'intake-1' })],
  }
  void saving(async () => {
    await store.commit('logger file', null, {
      probes: known ? [] : [probe],
      readings: ready.readings.map((reading) => ({ probeId: probe.id, ...reading })),
    })
    const heads = new Map(store.hatchery.loggerColumns.map((one) => [one.head, one]))
    for (const [i, head] of read.head.entries())
      heads.set(head.slice(0, 120), { head: head.slice(0, 120), means: columns.value[i] ?? 'nothing' })
    await store.saveHatchery({
      ...hatcheryRecordOf(store.hatchery),
      loggerColumns: [...heads.values()].slice(-60),
    })
    const words = t('logger.imported', {
      readings: count(ready.readings.length, 'reading'),
      name: probe.name,
    })
    file.forget()
    done.value = words
  })
}
function takeBack(): void {
  void saving(async () => {
    await store.undo()
    done.value = ''
  })
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="logger-heading" data-testid="logger">
    <h2 id="logger-heading" class="text-xl font-semibold">{{ t('logger.title') }}</h2>
    <div class="mt-2 flex flex-wrap gap-3">
      <FilePick
        :icon="FileUp"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        @files="([file]) => void read(file!)"
      >
        {{ t('logger.choose') }}
      </FilePick>
      <KitButton v-if="devices.there?.air === 'stand-in'" @click="tryOne">
        {{ t('logger.simulated') }}
      </KitButton>
    </div>
    <p v-if="problem || notSaved" class="mt-2 text-ember" role="alert">{{ problem || notSaved }}</p>
    <p v-if="reading && !found" class="mt-2 text-ink-soft" role="status">{{ t('logger.reading') }}</p>
    <div v-if="done" class="mt-2 flex flex-wrap items-center gap-3">
      <p role="status">{{ done }}</p>
      <KitButton :icon="Undo2" size="desk" @click="takeBack">
        {{ t('common.undo') }} <span class="key">Z</span>
      </KitButton>
    </div>
    <template v-if="table">
      <table class="mt-3 w-full text-left">
        <caption class="sr-only">
          {{ t('logger.columns') }}
        </caption>
        <thead>
          <tr class="text-ink-soft">
            <th scope="col" class="py-1 font-normal">{{ t('logger.column') }}</th>
            <th scope="col" class="py-1 font-normal">{{ t('logger.firstRow') }}</th>
            <th scope="col" class="py-1 font-normal">{{ t('logger.meaning') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(head, i) in table.head" :key="i" class="border-t border-line">
            <td class="py-1 pr-2">{{ head }}</td>
            <td class="py-1 pr-2 text-ink-soft">{{ table.firstRow[i] }}</td>
            <td class="py-1">
              <ListChoice
                :label="t('logger.meansOf', { column: head })"
                hide-label
                v-model="columns[i]"
                :options="LOGGER_COLUMNS.map((column) => ({ value: column, name: COLUMN_WORDS[column] }))"
              />
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="refused" class="mt-2 text-ember" role="alert">{{ refused }}</p>
      <template v-if="found">
        <FewChoice
          v-if="found.dayFirst === null || dayFirst !== null"
          v-model="dayFirst"
          class="mt-2"
          inline
          :label="t('logger.dates')"
          :options="[
            { value: true, name: t('logger.dayFirst') },
            { value: false, name: t('logger.monthFirst') },
          ]"
        />
        <p class="mt-2" data-testid="logger-found">
          {{ count(found.readings.length, 'reading')
          }}<template v-if="found.readings.length > 0">{{
            t('logger.period', { from: at(found.readings[0]!.atMs), to: at(found.readings.at(-1)!.atMs) })
          }}</template
          >.
        </p>
        <KitFold
          v-if="found.bad.length > 0"
          class="mt-1 text-ember"
          :title="t('logger.leftOut', { rows: count(found.bad.length, 'row') })"
        >
          <ul class="mt-1 max-h-48 overflow-auto text-ink">
            <li v-for="row in found.bad.slice(0, 200)" :key="row.line">
              {{ t('logger.line', { line: row.line, why: row.why }) }}
            </li>
          </ul>
        </KitFold>
        <div class="mt-3 flex flex-wrap items-end gap-3">
          <TextField :label="t('logger.name')" v-model="name" maxlength="60" />
          <ListChoice
            :label="t('logger.position')"
            v-model="height"
            :options="[
              { value: 'air', name: t('logger.inAir') },
              { value: 'eggs', name: t('logger.atEggs') },
            ]"
          />
          <KitButton
            kind="next"
            :disabled="
              reading ||
              found.readings.length === 0 ||
              name === '' ||
              (found.dayFirst === null && dayFirst === null)
            "
            @click="importReadings"
          >
            {{ t('logger.import') }}
          </KitButton>
          <KitButton @click="file.forget">{{ t('logger.cancel') }}</KitButton>
        </div>
      </template>
    </template>
    <p class="mt-3 text-sm text-ink-soft">
      {{ t('logger.lead') }}
    </p>
  </section>
</template>
