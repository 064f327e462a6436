<script setup lang="ts">
import { ref } from 'vue'
import { Download } from '@lucide/vue'
import type { MissingPhoto } from '../../contracts/files/bundle.ts'
import { eggsToCsv } from '../../contracts/files/eggs-csv.ts'
import { looksToCsv } from '../../contracts/files/looks-csv.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { saveFile } from '../shared/save-file.ts'
import { count } from '../shared/wording.ts'
import { fileDay } from './file-day.ts'
import type { Guarded } from './useRecordsWork.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import CheckBox from '../shared/kit/CheckBox.vue'

/** The book as files: for another device, for spreadsheets, for other tools. */
const props = defineProps<{
  /** How much is in the book, in words. */
  sizes: string
  busy: boolean
  guarded: Guarded
}>()
const hatchery = useHatcheryStore()
const importExport = useImportExportStore()

const exportCsv = () =>
  props.guarded(async () => {
    await hatchery.openAll()
    saveFile(
      new Blob([looksToCsv(hatchery.records())], { type: 'text/csv;charset=utf-8' }),
      `perlumen-looks-${fileDay()}.csv`,
    )
    return t('export.looksDone', { looks: count(hatchery.looks.length, 'look') })
  })
/** Whether what cameras noted of time and place goes along to other tools. */
const keepMetadata = ref(false)
/** What other people's tools read: tables, outlines with their photographs. */
const exportExchange = () =>
  props.guarded(async () => {
    saveFile(
      await importExport.exportForOtherTools(keepMetadata.value),
      `perlumen-for-other-tools-${fileDay()}.zip`,
    )
    return t('export.datasetDone', { sizes: props.sizes })
  })
/** Eggs as a table, to be edited in a spreadsheet. */
const exportEggs = () =>
  props.guarded(async () => {
    await hatchery.openAll()
    saveFile(
      new Blob([eggsToCsv(hatchery.records())], { type: 'text/csv;charset=utf-8' }),
      `perlumen-eggs-${fileDay()}.csv`,
    )
    return t('export.eggsDone', { eggs: count(hatchery.eggs.length, 'egg') })
  })
const missingWords = ({ set, egg, takenAt }: MissingPhoto): string =>
  egg > 0
    ? t('export.missingOf', { set, egg, field: takenAt.slice(0, 16).replace('T', ' ') })
    : t('export.lookToRepair')
const exportBundle = () =>
  props.guarded(async () => {
    const { file, missing } = await importExport.exportBundle()
    saveFile(file, `perlumen-${fileDay()}.zip`)
    const text = t('export.done', { sizes: props.sizes })
    if (missing.length === 0) return text
    return {
      bad: true,
      text: t('export.doneWithout', {
        sizes: props.sizes,
        photographs:
          missing.length === 1
            ? t('export.onePhotograph')
            : t('export.somePhotographs', { photographs: missing.length }),
      }),
      details: missing.map(missingWords),
    }
  })
</script>

<template>
  <section class="card flex flex-col gap-3 p-5">
    <h2 class="text-xl font-semibold">{{ t('export.title') }}</h2>
    <p class="text-ink-soft">
      {{ t('export.lead') }}
    </p>
    <KitButton :icon="Download" :disabled="busy" @click="exportCsv">
      {{ t('export.looks') }}
    </KitButton>
    <KitButton :icon="Download" :disabled="busy" @click="exportEggs">
      {{ t('export.eggs') }}
    </KitButton>
    <KitButton :icon="Download" :disabled="busy" @click="exportExchange">
      {{ t('export.dataset') }}
    </KitButton>
    <CheckBox v-model="keepMetadata" class="-mt-2 text-ink-soft">{{ t('export.withExif') }}</CheckBox>
    <KitButton :icon="Download" kind="next" :disabled="busy" @click="exportBundle">
      {{ t('export.everything') }}
    </KitButton>
  </section>
</template>
