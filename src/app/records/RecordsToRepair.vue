<script setup lang="ts">
import { shallowRef } from 'vue'
import type { StoredRecord } from '../data/book-tables.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { saveFile } from '../shared/save-file.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import { fileDay } from './file-day.ts'
import SetAsideRecord from './SetAsideRecord.vue'
import type { Guarded } from './useRecordsWork.ts'
import { t } from './words.ts'

/** Records that cannot be read; each is put right, taken out or deleted by somebody. */
const props = defineProps<{ busy: boolean; guarded: Guarded }>()
const hatchery = useHatcheryStore()
const importExport = useImportExportStore()
const discarding = shallowRef<StoredRecord | null>(null)
const MOST_SHOWN = 50

function mend(record: StoredRecord, value: unknown): void {
  void props.guarded(async () => {
    await importExport.mend(record, value)
    return t('repair.done')
  })
}
function saveAside({ table, value }: StoredRecord): void {
  saveFile(
    new Blob([JSON.stringify({ table, value }, null, 1)], { type: 'application/json' }),
    `perlumen-set-aside-${table}-${fileDay()}.json`,
  )
}
function discard(): void {
  const record = discarding.value
  discarding.value = null
  if (record) {
    void props.guarded(async () => {
      await importExport.discard(record)
      return t('repair.deleted')
    })
  }
}
</script>

<template>
  <div>
    <section v-if="hatchery.quarantined.length > 0" class="card mt-4 p-5" aria-labelledby="aside-heading">
      <h2 id="aside-heading" class="text-xl font-semibold">{{ t('repair.title') }}</h2>
      <p class="text-ink-soft">
        {{ t('repair.lead', { n: hatchery.quarantined.length }, hatchery.quarantined.length) }}
      </p>
      <ul>
        <SetAsideRecord
          v-for="record in hatchery.quarantined.slice(0, MOST_SHOWN)"
          :key="`${record.lies}/${record.table}/${record.key}`"
          :record="record"
          :busy="busy"
          @mend="mend(record, $event)"
          @save="saveAside(record)"
          @discard="discarding = record"
        />
      </ul>
      <p v-if="hatchery.quarantined.length > MOST_SHOWN" class="text-ink-soft">
        {{ t('repair.firstShown', { shown: MOST_SHOWN }) }}
      </p>
    </section>
    <ConfirmDialog
      :open="discarding !== null"
      :title="t('repair.deleteAsk')"
      :confirm="t('repair.delete')"
      grave
      @confirm="discard"
      @close="discarding = null"
    >
      <p class="text-lg">{{ t('repair.deleteWhat') }}</p>
    </ConfirmDialog>
  </div>
</template>
