<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { mayChoose, type MergedBundle } from '../../domain/merge/merge-bundles.ts'
import { conflictKey, type Conflict } from '../../domain/merge/questions.ts'
import { whatChanges } from '../../domain/merge/what-changes.ts'
import type { Bundle } from '../../contracts/files/bundle.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import ConfirmDialog from '../shared/ui/ConfirmDialog.vue'
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
    <fieldset v-if="!onlyMerge" class="flex flex-col gap-2">
      <legend class="sr-only">{{ t('bringIn.label') }}</legend>
      <label class="flex min-h-11 items-center gap-2"
        ><input v-model="way" type="radio" value="together" class="accent-lamp" :disabled="!merged" />
        {{ t('bringIn.mergeWhat') }}</label
      >
      <label class="flex min-h-11 items-center gap-2"
        ><input v-model="way" type="radio" value="replace" class="accent-lamp" />
        {{ t('bringIn.replaceWhat') }}</label
      >
    </fieldset>
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
          <fieldset>
            <legend class="font-semibold">{{ conflictName(conflict, merged.bundle.records) }}</legend>
            <div class="mt-1 grid gap-2 sm:grid-cols-2">
              <label
                v-for="other in [false, true]"
                :key="String(other)"
                class="flex items-start gap-2 rounded border border-line p-2"
                ><input
                  type="radio"
                  class="mt-1 accent-lamp"
                  :name="conflictKey(conflict)"
                  :checked="others.has(conflict) === other"
                  :disabled="!mayChoose(conflict)"
                  @change="choose(conflict, other)"
                />
                <span v-if="conflict.gone">{{ other ? t('bringIn.deleted') : t('bringIn.kept') }}</span>
                <span v-else>
                  <span v-for="field in conflict.fields" :key="field" class="block break-words"
                    ><span class="text-ink-soft">{{ fieldWords(field) }}:</span>
                    {{
                      valueWords(
                        field,
                        (other ? conflict.other : conflict.kept)[field],
                        merged.bundle.records,
                      )
                    }}</span
                  >
                  <span class="text-sm text-ink-soft"
                    >{{
                      (conflict.keptIs === 'a') !== other ? t('bringIn.valueHere') : t('bringIn.valueThere')
                    }}{{
                      other ? '' : conflict.about === 'record' ? t('bringIn.newest') : t('bringIn.used')
                    }}</span
                  >
                </span>
              </label>
            </div>
          </fieldset>
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
