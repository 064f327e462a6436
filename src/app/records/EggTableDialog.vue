<script setup lang="ts">
import { reactive, watch } from 'vue'
import type { EggEdit, EggEdits } from '../../contracts/files/eggs-csv.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import CheckBox from '../shared/kit/CheckBox.vue'

/** A table of eggs came back from a spreadsheet: what it would change, cell by cell. */
const props = defineProps<{ table: EggEdits }>()
const emit = defineEmits<{ confirm: [edits: EggEdit[]]; close: [] }>()
const refused = reactive(new Set<EggEdit>())
watch(
  () => props.table,
  () => refused.clear(),
)
function toggle(edit: EggEdit): void {
  if (refused.has(edit)) refused.delete(edit)
  else refused.add(edit)
}
const MOST_SHOWN = 20
</script>

<template>
  <ConfirmDialog
    open
    :title="t('eggTable.title')"
    :confirm="t('eggTable.import', { changes: count(table.edits.length - refused.size, 'change') })"
    @confirm="
      emit(
        'confirm',
        table.edits.filter((edit) => !refused.has(edit)),
      )
    "
    @close="emit('close')"
  >
    <ul v-if="table.problems.length > 0" class="mb-3 text-ember" data-testid="table-problems">
      <li v-for="problem in table.problems.slice(0, MOST_SHOWN)" :key="problem">{{ problem }}</li>
      <li v-if="table.problems.length > MOST_SHOWN">
        {{ t('eggTable.more', { more: table.problems.length - MOST_SHOWN }) }}
      </li>
    </ul>
    <p v-if="table.edits.length === 0">{{ t('eggTable.same') }}</p>
    <ul data-testid="table-edits">
      <li v-for="edit in table.edits" :key="`${edit.eggId}/${edit.field}`">
        <CheckBox :model-value="!refused.has(edit)" @update:model-value="toggle(edit)"
          >{{ t('eggTable.change', { set: edit.set, egg: edit.number, field: edit.field }) }}
          <template v-if="edit.field !== 'new note'"
            >{{ t('eggTable.becomes', { before: edit.was || t('eggTable.nothing') }) }}{{ ' ' }} </template
          ><strong>{{ edit.becomes || t('eggTable.nothing') }}</strong>
        </CheckBox>
      </li>
    </ul>
  </ConfirmDialog>
</template>
