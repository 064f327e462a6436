<script setup lang="ts">
import { shallowRef } from 'vue'
import type { StoredRecord } from '../data/book-tables.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { saveFile } from '../shared/save-file.ts'
import ConfirmDialog from '../shared/ui/ConfirmDialog.vue'
import { count } from '../shared/wording.ts'
import { fileDay } from './file-day.ts'
import SetAsideRecord from './SetAsideRecord.vue'
import type { Guarded } from './useRecordsWork.ts'

/** Records that cannot be read; each is put right, taken out or deleted by somebody. */
const props = defineProps<{ busy: boolean; guarded: Guarded }>()
const hatchery = useHatcheryStore()
const importExport = useImportExportStore()
const discarding = shallowRef<StoredRecord | null>(null)
const MOST_SHOWN = 50

function mend(record: StoredRecord, value: unknown): void {
  void props.guarded(async () => {
    await importExport.mend(record, value)
    return 'Repaired. Everything that belongs to it is back.'
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
      return 'Deleted.'
    })
  }
}
</script>

<template>
  <div>
    <section v-if="hatchery.aside.length > 0" class="card mt-4 p-5" aria-labelledby="aside-heading">
      <h2 id="aside-heading" class="text-xl font-semibold">Records to repair</h2>
      <p class="text-ink-soft">
        {{ count(hatchery.aside.length, 'record') }} cannot be read, or
        {{ hatchery.aside.length === 1 ? 'belongs' : 'belong' }} to something that is missing. Everything else
        works, and bundles include {{ hatchery.aside.length === 1 ? 'it' : 'them' }}.
      </p>
      <ul>
        <SetAsideRecord
          v-for="record in hatchery.aside.slice(0, MOST_SHOWN)"
          :key="`${record.lies}/${record.table}/${record.key}`"
          :record="record"
          :busy="busy"
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
  </div>
</template>
