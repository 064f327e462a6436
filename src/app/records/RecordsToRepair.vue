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
import { WORDS } from './words.ts'

/** Records that cannot be read; each is put right, taken out or deleted by somebody. */
const props = defineProps<{ busy: boolean; guarded: Guarded }>()
const hatchery = useHatcheryStore()
const importExport = useImportExportStore()
const discarding = shallowRef<StoredRecord | null>(null)
const MOST_SHOWN = 50

function mend(record: StoredRecord, value: unknown): void {
  void props.guarded(async () => {
    await importExport.mend(record, value)
    return WORDS.repairedEverythingThatBelongsTo
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
      return WORDS.deleted
    })
  }
}
</script>

<template>
  <div>
    <section v-if="hatchery.quarantined.length > 0" class="card mt-4 p-5" aria-labelledby="aside-heading">
      <h2 id="aside-heading" class="text-xl font-semibold">{{ WORDS.recordsToRepair }}</h2>
      <p class="text-ink-soft">
        {{
          WORDS.cannotBeReadOrTo(
            count(hatchery.quarantined.length, 'record'),
            hatchery.quarantined.length === 1 ? WORDS.belongs : WORDS.belong,
            hatchery.quarantined.length === 1 ? WORDS.it : WORDS.them,
          )
        }}
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
        {{ WORDS.theFirstAreShownRepair(MOST_SHOWN) }}
      </p>
    </section>
    <ConfirmDialog
      :open="discarding !== null"
      :title="WORDS.deleteThisRecord"
      :confirm="WORDS.delete"
      grave
      @confirm="discard"
      @close="discarding = null"
    >
      <p class="text-lg">{{ WORDS.itCannotBeReadAnd }}</p>
    </ConfirmDialog>
  </div>
</template>
