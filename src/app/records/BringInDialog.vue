<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { mayChoose, type MergedBundle } from '../../domain/merge/merge-bundles.ts'
import { conflictKey, type Conflict } from '../../domain/merge/questions.ts'
import { whatChanges } from '../../domain/merge/what-changes.ts'
import type { Bundle } from '../../contracts/files/bundle.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import {
  changeWords,
  conflictName,
  decideWords,
  fieldWords,
  settledWords,
  UNCHECKED,
  valueWords,
} from './merge-words.ts'
import { t } from './words.ts'
import FewChoice from '../shared/kit/FewChoice.vue'

/** A bundle was checked, and there is something here: bring both together, or let it take the place of what is here. */
const props = defineProps<{
  open: boolean
  here: HatcheryRecords
  bundle: Bundle | null
  /** Null where this book could not be opened, so that only replacing it is left. */
  merged: MergedBundle<Blob> | null
  /** From the shared folder: replacing this book is done from the list of backups. */
  onlyMerge?: boolean
}>()
const emit = defineEmits<{ together: [others: Conflict[]]; replace: []; close: [] }>()

const way = ref<'together' | 'replace'>('together')
/** Conflicts in which the other word is to hold. */
const others = reactive(new Set<Conflict>())
watch(
  () => props.merged,
  (merged) => {
    way.value = merged ? 'together' : 'replace'
    others.clear()
  },
  { immediate: true },
)
const next = computed(() => (way.value === 'together' ? props.merged?.bundle.records : props.bundle?.records))
const changes = computed(() => (next.value ? whatChanges(props.here, next.value) : []))
const MOST_SHOWN = 50
const shown = computed(() => (props.merged?.conflicts ?? []).slice(0, MOST_SHOWN))
function choose(conflict: Conflict, other: boolean): void {
  if (other) others.add(conflict)
  else others.delete(conflict)
}
function confirm(): void {
  if (way.value === 'together') emit('together', [...others])
  else emit('replace')
}
</script>

<template>
  <ConfirmDialog
    :open="open"
    :title="onlyMerge ? t('bringIn.merge') : t('bringIn.title')"
    :confirm="way === 'together' ? t('bringIn.merge') : t('bringIn.replace')"
    :grave="way === 'replace'"
    @confirm="confirm"
    @close="emit('close')"
  >
    <FewChoice
      v-if="!onlyMerge"
      v-model="way"
      hide-label
      :label="t('bringIn.label')"
      :options="[
        { value: 'together', name: t('bringIn.mergeWhat'), disabled: !merged },
        { value: 'replace', name: t('bringIn.replaceWhat') },
      ]"
    />
    <p v-if="bundle && !bundle.isChecked" class="mt-3 text-ember" role="alert">{{ UNCHECKED }}</p>
    <h3 class="mt-4 font-semibold">{{ t('bringIn.here') }}</h3>
    <ul v-if="changes.length > 0" class="list-disc pl-6" data-testid="what-changes">
      <li v-for="change in changes" :key="change.table">{{ changeWords(change) }}</li>
    </ul>
    <p v-else data-testid="what-changes">{{ t('bringIn.nothing') }}</p>
    <template v-if="way === 'together' && merged">
      <ul v-if="merged.settled.length > 0" class="mt-3 list-disc pl-6 text-ember" data-testid="settled">
        <li v-for="one in merged.settled" :key="`${one.what}${one.eggId}`">
          {{ settledWords(one, merged.bundle.records) }}
        </li>
      </ul>
      <p class="mt-3">{{ decideWords(merged.conflicts.length) }}</p>
      <ul data-testid="conflicts">
        <li v-for="conflict in shown" :key="conflictKey(conflict)" class="card mt-2 p-3">
          <FewChoice
            :label="conflictName(conflict, merged.bundle.records)"
            :options="[
              { value: false, name: '' },
              { value: true, name: '' },
            ]"
            :disabled="!mayChoose(conflict)"
            :model-value="others.has(conflict)"
            @change="choose(conflict, $event)"
          >
            <template #option="{ value: other }">
              <span v-if="conflict.gone">{{ other ? t('bringIn.deleted') : t('bringIn.kept') }}</span>
              <template v-else>
                <span v-for="field in conflict.fields" :key="field" class="block break-words"
                  ><span class="text-ink-soft">{{ fieldWords(field) }}:</span>
                  {{
                    valueWords(field, (other ? conflict.other : conflict.kept)[field], merged.bundle.records)
                  }}</span
                >
                <span class="text-sm text-ink-soft"
                  >{{ (conflict.keptIs === 'a') !== other ? t('bringIn.valueHere') : t('bringIn.valueThere')
                  }}{{
                    other ? '' : conflict.about === 'record' ? t('bringIn.newest') : t('bringIn.used')
                  }}</span
                >
              </template>
            </template>
          </FewChoice>
        </li>
      </ul>
      <p v-if="merged.conflicts.length > MOST_SHOWN" class="text-ink-soft">
        {{ t('bringIn.firstShown', { shown: MOST_SHOWN }) }}
      </p>
    </template>
    <p class="mt-3 text-sm text-ink-soft">
      {{ t('bringIn.noUndo') }}
    </p>
  </ConfirmDialog>
</template>
