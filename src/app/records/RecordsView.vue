<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { Trash2, Upload } from '@lucide/vue'
import { BundleError, type Bundle } from '../../contracts/files/bundle.ts'
import type { Conflict } from '../../domain/merge/questions.ts'
import type { MergedBundle } from '../../domain/merge/merge-bundles.ts'
import { editedEggs, readEggsCsv, type EggEdit, type EggEdits } from '../../contracts/files/eggs-csv.ts'
import { count } from '../shared/wording.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import BackupCard from './BackupCard.vue'
import { broughtInWords } from './merge-words.ts'
import TwoTablets from './TwoTablets.vue'
import EggTableDialog from './EggTableDialog.vue'
import BringInDialog from './BringInDialog.vue'
import ExportCard from './ExportCard.vue'
import LooksOfCopy from './LooksOfCopy.vue'
import RecordsToRepair from './RecordsToRepair.vue'
import { useRecordsWork } from './useRecordsWork.ts'
import { t } from './words.ts'
import KitProgress from '../shared/kit/KitProgress.vue'
import KitButton from '../shared/kit/KitButton.vue'
import FilePick from '../shared/kit/FilePick.vue'

const hatchery = useHatcheryStore()
const importExport = useImportExportStore()
const { message, working, guarded } = useRecordsWork(() => {
  sound.value = null
})
/** A bundle that was checked, and waits for a yes. It holds whole records: never to be made reactive. */
const waiting = shallowRef<{
  bundle: Bundle
  bytes: number
  merged: MergedBundle<Blob> | null
} | null>(null)
/** Where only photographs of a bundle are damaged: the rest of it. */
const sound = shallowRef<{ bundle: Bundle; bytes: number } | null>(null)
const wiping = ref(false)
const sizes = computed(() => {
  if (!hatchery.loaded) return t('records.contents')
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

const table = shallowRef<EggEdits | null>(null)
async function lookAtTable(file: File): Promise<void> {
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
    return t('import.tableDone', { changes: count(edits.length, 'change') })
  })
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
  if (hatchery.loaded && hatchery.sets.length + hatchery.quarantined.length === 0)
    return importNow(bundle, bytes)
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
    return t('import.merged', { sizes: sizes.value })
  })
}
function wipe(): void {
  wiping.value = false
  void guarded(async () => {
    await importExport.erase()
    return t('records.deleted')
  })
}
</script>

<template>
  <main class="mx-auto max-w-4xl p-6">
    <h1 class="text-3xl font-bold">{{ t('records.title') }}</h1>
    <p class="mt-1 text-lg text-ink-soft">
      <template v-if="hatchery.loaded">{{ t('records.here', { sizes }) }}{{ ' ' }} </template
      >{{ t('records.lead') }}
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
      <KitButton v-if="sound" class="mt-3" :disabled="working" @click="takeTheRest">
        {{ t('import.intact') }}
      </KitButton>
    </div>
    <KitProgress
      v-if="importExport.progress"
      class="card mt-4 p-4"
      data-testid="records-progress"
      :done="importExport.progress.done"
      :total="Math.max(1, importExport.progress.total)"
      :stop="t('import.stop')"
      @stop="importExport.stop()"
      >{{ importExport.progress.words
      }}<template v-if="importExport.progress.total > 0">{{
        t('import.progress', { done: importExport.progress.done, total: importExport.progress.total })
      }}</template>
      …</KitProgress
    >
    <div class="mt-6 grid gap-4 md:grid-cols-2">
      <ExportCard :sizes="sizes" :busy="working" :guarded="guarded" />
      <section class="card flex flex-col gap-3 p-5">
        <h2 class="text-xl font-semibold">{{ t('import.title') }}</h2>
        <p class="text-ink-soft">
          {{ t('import.lead') }}
        </p>
        <FilePick
          :icon="Upload"
          accept=".zip,application/zip"
          test-id="bundle-input"
          :disabled="working"
          @files="([file]) => void look(file!)"
        >
          {{ t('import.bundle') }}
        </FilePick>
        <FilePick
          :icon="Upload"
          accept=".csv,text/csv"
          test-id="table-input"
          :disabled="working"
          @files="([file]) => void lookAtTable(file!)"
        >
          {{ t('import.table') }}
        </FilePick>
        <h2 class="mt-4 text-xl font-semibold">{{ t('repair.delete') }}</h2>
        <KitButton
          :icon="Trash2"
          kind="harmful"
          :disabled="working || (hatchery.loaded && hatchery.sets.length + hatchery.quarantined.length === 0)"
          @click="wiping = true"
        >
          {{ t('records.deleteAll') }}
        </KitButton>
      </section>
    </div>
    <TwoTablets :busy="working" @received="look" />
    <BackupCard :busy="working" @restore="look" />
    <LooksOfCopy />
    <RecordsToRepair :busy="working" :guarded="guarded" />
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
      :title="t('records.deleteAsk')"
      :confirm="t('repair.delete')"
      grave
      @confirm="wipe"
      @close="wiping = false"
    >
      <p class="text-lg">
        {{ t('records.deleteWhat', { sizes }) }}
      </p>
    </ConfirmDialog>
  </main>
</template>
