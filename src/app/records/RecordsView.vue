<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { Download, Trash2, Upload } from '@lucide/vue'
import { BundleError, type Bundle, type MissingPhoto } from '../../contracts/files/bundle.ts'
import type { Conflict } from '../../domain/merge/questions.ts'
import type { MergedBundle } from '../../domain/merge/merge-bundles.ts'
import type { StoredRecord } from '../data/book-tables.ts'
import {
  editedEggs,
  eggsToCsv,
  readEggsCsv,
  type EggEdit,
  type EggEdits,
} from '../../contracts/files/eggs-csv.ts'
import { looksToCsv } from '../../contracts/files/looks-csv.ts'
import { saveFile } from '../shared/save-file.ts'
import { count } from '../shared/wording.ts'
import { fileStampOf } from '../../core/time/local-date.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { deviceZone, useHatcheryStore } from '../data/hatchery.ts'
import ConfirmDialog from '../shared/ui/ConfirmDialog.vue'
import BackupCard from './BackupCard.vue'
import { broughtInWords } from './merge-words.ts'
import TwoTablets from './TwoTablets.vue'
import EggTableDialog from './EggTableDialog.vue'
import BringInDialog from './BringInDialog.vue'
import SetAsideRecord from './SetAsideRecord.vue'

const hatchery = useHatcheryStore()
const importExport = useImportExportStore()
interface Message {
  text: string
  bad: boolean
  /** One line each. */
  details?: string[]
}
const message = ref<Message | null>(null)
const working = ref(false)
/** A bundle that was checked, and waits for a yes. It holds whole records: never to be made reactive. */
const waiting = shallowRef<{
  bundle: Bundle
  bytes: number
  merged: MergedBundle<Blob> | null
} | null>(null)
/** Where only photographs of a bundle are damaged: the rest of it. */
const sound = shallowRef<{ bundle: Bundle; bytes: number } | null>(null)
const wiping = ref(false)
const discarding = shallowRef<StoredRecord | null>(null)
const MOST_SHOWN = 50
const stamp = (): string => fileStampOf(Date.now(), deviceZone()).slice(0, -2)
const sizes = computed(() => {
  if (!hatchery.loaded) return 'Contents'
  // What is left of a set that was erased is counted nowhere.
  const chapters = hatchery.sets.flatMap(({ id }) => hatchery.chapters.get(id) ?? [])
  const all = (table: 'eggs' | 'looks'): number => chapters.reduce((sum, counts) => sum + counts[table], 0)
  return `${count(hatchery.sets.length, 'set')}, ${count(all('eggs'), 'egg')}, ${count(all('looks'), 'look')}`
})
// What cannot be read is found where it is looked for: in all sets.
watch(
  () => hatchery.loaded,
  (loaded) => {
    if (loaded) void hatchery.openAll().catch(() => undefined)
  },
  { immediate: true },
)

async function guarded(work: () => Promise<Message | string | null>): Promise<void> {
  working.value = true
  message.value = null
  sound.value = null
  try {
    const said = await work()
    message.value = typeof said === 'string' ? { text: said, bad: false } : said
  } catch (error) {
    const text =
      error instanceof BundleError
        ? `${error.message} Nothing was changed.`
        : (error as Error).name === 'AbortError'
          ? 'Stopped. Nothing was changed.'
          : `That did not work: ${(error as Error).message}`
    message.value = { text, bad: true }
  } finally {
    working.value = false
  }
}

const exportCsv = () =>
  guarded(async () => {
    await hatchery.openAll()
    saveFile(
      new Blob([looksToCsv(hatchery.records())], { type: 'text/csv;charset=utf-8' }),
      `perlumen-looks-${stamp()}.csv`,
    )
    return `${count(hatchery.looks.length, 'look')} exported.`
  })
/** Whether what cameras noted of time and place goes along to other tools. */
const keepMetadata = ref(false)
/** What other people's tools read: tables, outlines with their photographs. */
const exportExchange = () =>
  guarded(async () => {
    saveFile(
      await importExport.exportForOtherTools(keepMetadata.value),
      `perlumen-for-other-tools-${stamp()}.zip`,
    )
    return `Tables, outlines and photographs exported: ${sizes.value}.`
  })
/** Eggs as a table, to be edited in a spreadsheet. */
const exportEggs = () =>
  guarded(async () => {
    await hatchery.openAll()
    saveFile(
      new Blob([eggsToCsv(hatchery.records())], { type: 'text/csv;charset=utf-8' }),
      `perlumen-eggs-${stamp()}.csv`,
    )
    return `${count(hatchery.eggs.length, 'egg')} exported. You can import edited weights, sizes, marks and new notes.`
  })
const table = shallowRef<EggEdits | null>(null)
async function chooseTable(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await guarded(async () => {
    await hatchery.openAll()
    table.value = readEggsCsv(await file.text(), hatchery.records())
    return null
  })
}
function takeTable(edits: EggEdit[]): void {
  table.value = null
  if (edits.length === 0) return
  void guarded(async () => {
    await hatchery.commit('table', null, editedEggs(edits, hatchery.eggs))
    return `${count(edits.length, 'change')} imported from the table. You can undo this on Today.`
  })
}
const missingWords = ({ set, egg, takenAt }: MissingPhoto): string =>
  egg > 0 ? `${set}, egg ${egg}, ${takenAt.slice(0, 16).replace('T', ' ')}` : 'a look that needs repair'
const exportBundle = () =>
  guarded(async () => {
    const { file, missing } = await importExport.exportBundle()
    saveFile(file, `perlumen-${stamp()}.zip`)
    const text = `${sizes.value} exported with photographs.`
    if (missing.length === 0) return text
    return {
      bad: true,
      text: `${sizes.value} exported. ${missing.length === 1 ? 'One photograph is' : `${missing.length} photographs are`} missing from this browser and from the bundle:`,
      details: missing.map(missingWords),
    }
  })

async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) await look(file)
}
/** Checks a bundle, and shows what it would change. */
async function look(file: File): Promise<void> {
  await guarded(async () => {
    const checked = await importExport.check(file).catch((error: unknown) => {
      if (error instanceof BundleError && error.rest) sound.value = { bundle: error.rest, bytes: file.size }
      throw error
    })
    return offer(checked, file.size)
  })
}
async function offer(bundle: Bundle, bytes: number): Promise<string | null> {
  if (hatchery.loaded && hatchery.sets.length + hatchery.aside.length === 0) return importNow(bundle, bytes)
  const merged = hatchery.loaded ? await importExport.previewMerge(bundle) : null
  waiting.value = { bundle, bytes, merged }
  return null
}
function takeTheRest(): void {
  const rest = sound.value
  if (rest) void guarded(() => offer(rest.bundle, rest.bytes))
}
async function importNow(bundle: Bundle, bytes: number): Promise<string> {
  await importExport.importBundle(bundle, bytes)
  return broughtInWords(bundle, sizes.value)
}
function replace(): void {
  const next = waiting.value
  waiting.value = null
  if (next) void guarded(() => importNow(next.bundle, next.bytes))
}
function together(others: Conflict[]): void {
  const next = waiting.value
  waiting.value = null
  if (!next) return
  void guarded(async () => {
    await importExport.merge(next.bundle, others, next.bytes)
    return `Merged: ${sizes.value}.`
  })
}
function wipe(): void {
  wiping.value = false
  void guarded(async () => {
    await importExport.erase()
    return 'All records on this device were deleted.'
  })
}
function mend(record: StoredRecord, value: unknown): void {
  void guarded(async () => {
    await importExport.mend(record, value)
    return 'Repaired. Everything that belongs to it is back.'
  })
}
function saveAside({ table, value }: StoredRecord): void {
  saveFile(
    new Blob([JSON.stringify({ table, value }, null, 1)], { type: 'application/json' }),
    `perlumen-set-aside-${table}-${stamp()}.json`,
  )
}
function discard(): void {
  const record = discarding.value
  discarding.value = null
  if (record) {
    void guarded(async () => {
      await importExport.discard(record)
      return 'Deleted.'
    })
  }
}
</script>

<template>
  <main class="mx-auto max-w-4xl p-6">
    <h1 class="text-3xl font-bold">Records</h1>
    <p class="mt-1 text-lg text-ink-soft">
      <template v-if="hatchery.loaded">{{ sizes }} in this browser. </template>Nothing leaves this device
      unless you export it or merge with another tablet.
    </p>
    <div
      v-if="message"
      class="mt-4 rounded-xl border p-4 text-lg"
      :class="message.bad ? 'border-ember' : 'border-lamp'"
      :role="message.bad ? 'alert' : 'status'"
      data-testid="records-message"
    >
      <p>{{ message.text }}</p>
      <ul v-if="message.details" class="mt-2 max-h-48 list-disc overflow-y-auto pl-6 text-base">
        <li v-for="line in message.details" :key="line">{{ line }}</li>
      </ul>
      <button v-if="sound" type="button" class="press mt-3" :disabled="working" @click="takeTheRest">
        Import everything that is intact
      </button>
    </div>
    <div
      v-if="importExport.progress"
      class="card mt-4 flex flex-wrap items-center gap-4 p-4"
      role="status"
      data-testid="records-progress"
    >
      <span
        >{{ importExport.progress.words
        }}<template v-if="importExport.progress.total > 0"
          >: {{ importExport.progress.done }} of {{ importExport.progress.total }}</template
        >
        …</span
      >
      <progress
        class="grow accent-lamp"
        :max="Math.max(1, importExport.progress.total)"
        :value="importExport.progress.done"
      />
      <button type="button" class="press min-h-10 py-1" @click="importExport.stop()">Stop</button>
    </div>
    <div class="mt-6 grid gap-4 md:grid-cols-2">
      <section class="card flex flex-col gap-3 p-5">
        <h2 class="text-xl font-semibold">Export</h2>
        <p class="text-ink-soft">
          A bundle holds everything, for backup or another device. Tables open in spreadsheets. For other
          tools there are outlines and photographs, without the camera’s time and place.
        </p>
        <button type="button" class="press" :disabled="working" @click="exportCsv">
          <Download class="h-5 w-5" aria-hidden="true" /> Looks as a table (CSV)
        </button>
        <button type="button" class="press" :disabled="working" @click="exportEggs">
          <Download class="h-5 w-5" aria-hidden="true" /> Eggs as a table (CSV)
        </button>
        <button type="button" class="press" :disabled="working" @click="exportExchange">
          <Download class="h-5 w-5" aria-hidden="true" /> For other tools (CSV, COCO)
        </button>
        <label class="-mt-2 flex min-h-11 items-center gap-2 text-ink-soft">
          <input v-model="keepMetadata" type="checkbox" class="accent-lamp" />
          include the camera’s time and place
        </label>
        <button type="button" class="press press-lamp" :disabled="working" @click="exportBundle">
          <Download class="h-5 w-5" aria-hidden="true" /> Everything (ZIP)
        </button>
      </section>
      <section class="card flex flex-col gap-3 p-5">
        <h2 class="text-xl font-semibold">Import</h2>
        <p class="text-ink-soft">
          A bundle is fully checked before anything changes. It is merged with your records or replaces them;
          you see the changes first.
        </p>
        <label class="press" :class="{ 'opacity-40': working }"
          ><Upload class="h-5 w-5" aria-hidden="true" /> Choose a bundle (ZIP)<input
            type="file"
            accept=".zip,application/zip"
            class="sr-only"
            :disabled="working"
            data-testid="bundle-input"
            @change="choose"
        /></label>
        <label class="press" :class="{ 'opacity-40': working }"
          ><Upload class="h-5 w-5" aria-hidden="true" /> An edited table of eggs (CSV)<input
            type="file"
            accept=".csv,text/csv"
            class="sr-only"
            :disabled="working"
            data-testid="table-input"
            @change="chooseTable"
        /></label>
        <h2 class="mt-4 text-xl font-semibold">Delete</h2>
        <button
          type="button"
          class="press press-ember"
          :disabled="working || (hatchery.loaded && hatchery.sets.length + hatchery.aside.length === 0)"
          @click="wiping = true"
        >
          <Trash2 class="h-5 w-5" aria-hidden="true" /> Delete all records
        </button>
      </section>
    </div>
    <TwoTablets :busy="working" @received="look" />
    <BackupCard :busy="working" @restore="look" />
    <section v-if="hatchery.aside.length > 0" class="card mt-4 p-5" aria-labelledby="aside-heading">
      <h2 id="aside-heading" class="text-xl font-semibold">Records to repair</h2>
      <p class="text-ink-soft">
        {{ count(hatchery.aside.length, 'record') }} cannot be read or
        {{ hatchery.aside.length === 1 ? 'its' : 'their' }} something is missing. Everything else works
        without {{ hatchery.aside.length === 1 ? 'it' : 'them' }}; bundles include
        {{ hatchery.aside.length === 1 ? 'it' : 'them' }} .
      </p>
      <ul>
        <SetAsideRecord
          v-for="record in hatchery.aside.slice(0, MOST_SHOWN)"
          :key="`${record.lies}/${record.table}/${record.key}`"
          :record="record"
          :busy="working"
          @mend="mend(record, $event)"
          @save="saveAside(record)"
          @discard="discarding = record"
        />
      </ul>
      <p v-if="hatchery.aside.length > MOST_SHOWN" class="text-ink-soft">
        The first {{ MOST_SHOWN }} are shown; repair one to see the next.
      </p>
    </section>
    <ConfirmDialog
      :open="discarding !== null"
      title="Delete this record?"
      confirm="Delete"
      grave
      @confirm="discard"
      @close="discarding = null"
    >
      <p class="text-lg">It cannot be read and will be gone for good. If in doubt, export it first.</p>
    </ConfirmDialog>
    <EggTableDialog v-if="table" :table="table" @confirm="takeTable" @close="table = null" />
    <BringInDialog
      v-if="waiting"
      open
      :here="hatchery.records()"
      :bundle="waiting.bundle"
      :merged="waiting.merged"
      @together="together"
      @replace="replace"
      @close="waiting = null"
    />
    <ConfirmDialog
      :open="wiping"
      title="Delete all records?"
      confirm="Delete"
      grave
      @confirm="wipe"
      @close="wiping = false"
    >
      <p class="text-lg">
        {{ sizes }} and their photographs will be deleted from this device for good. If in doubt, export a
        bundle first.
      </p>
    </ConfirmDialog>
  </main>
</template>
