<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { NotebookPen } from '@lucide/vue'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import {
  EGG_STANDINGS,
  eggsOfBook,
  eggsWith,
  type EggOfBook,
  type EggStanding,
} from '../../domain/eggs-of-book.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import DataTable from '../shared/kit/DataTable.vue'
import KitButton from '../shared/kit/KitButton.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import EggMark from '../shared/ui/EggMark.vue'
import { useSaving } from '../shared/useSaving.ts'
import { count, dayWords, GRADE_WORDS } from '../shared/wording.ts'
import { t } from './words.ts'

/** Every egg of the book: found again by what one knows of it, sorted, chosen and noted together. */
const store = useHatcheryStore()
const { problem, saving } = useSaving()
const zone = computed(() => store.hatchery.zone)
const all = computed(() => eggsOfBook(store.sets, store.allEggsBySet, store.looksByEgg))

const words = ref('')
const setId = ref('')
const grade = ref('')
const standing = ref<EggStanding | ''>('')
const STANDING_WORDS: Readonly<Record<EggStanding, string>> = {
  in: t('eggs.in'),
  hatched: t('eggs.hatched'),
  opened: t('eggs.opened'),
  removed: t('eggs.removed'),
  reference: t('eggs.reference'),
  'not-set': t('eggs.notSet'),
}
const gradeWords = (row: EggOfBook): string => (row.grade ? GRADE_WORDS[row.grade] : t('eggs.noLook'))
const sets = computed(() => [
  { value: '', name: t('eggs.allSets') },
  ...store.sets.map(({ id, name }) => ({ value: id, name })),
])
const grades = [
  { value: '', name: t('eggs.allGrades') },
  ...Object.entries(GRADE_WORDS).map(([value, name]) => ({ value, name })),
  { value: 'none', name: t('eggs.noLook') },
]
const standings = [
  { value: '' as const, name: t('eggs.all') },
  ...EGG_STANDINGS.map((value) => ({ value, name: STANDING_WORDS[value] })),
]
const found = shallowRef<readonly EggOfBook[]>([])
watch(
  [all, words, setId, grade, standing],
  () => {
    found.value = eggsWith(all.value, words.value).filter(
      (row) =>
        (setId.value === '' || row.set.id === setId.value) &&
        (grade.value === '' || (row.grade ?? 'none') === grade.value) &&
        (standing.value === '' || row.standing === standing.value),
    )
  },
  { immediate: true },
)

const lookMs = ({ look }: EggOfBook): number => (look ? Date.parse(look.takenAt) : 0)
const nameOf = ({ place, egg }: EggOfBook): string => place || `#${egg.number}`
const columns = [
  { id: 'egg', name: t('eggs.egg'), value: nameOf },
  { id: 'set', name: t('eggs.set'), value: (row: EggOfBook) => row.set.name },
  { id: 'number', name: t('eggs.number'), value: (row: EggOfBook) => row.egg.number },
  { id: 'mark', name: t('eggs.mark'), value: (row: EggOfBook) => row.egg.mark },
  { id: 'breed', name: t('eggs.breed'), value: (row: EggOfBook) => row.breed },
  { id: 'grade', name: t('eggs.grade'), value: gradeWords },
  {
    id: 'look',
    name: t('eggs.lastLook'),
    value: (row: EggOfBook) => (row.look ? localDateOf(lookMs(row), zone.value) : ''),
  },
  { id: 'standing', name: t('eggs.standing'), value: (row: EggOfBook) => STANDING_WORDS[row.standing] },
]

const chosen = ref<string[]>([])
const note = ref('')
const said = ref('')
function keepNote(): void {
  const text = note.value.trim()
  if (text === '') return
  void saving(async () => {
    await store.commit('note', null, { notes: chosen.value.map((eggId) => ({ eggId, text })) })
    said.value = t('eggs.noted', { eggs: count(chosen.value.length, 'egg') })
    note.value = ''
    chosen.value = []
  })
}
</script>

<template>
  <main class="mx-auto max-w-7xl p-4 sm:p-6">
    <h1 class="text-3xl font-bold">{{ t('eggs.title') }}</h1>
    <p v-if="store.opened.size > 0 && all.length === 0" class="mt-2">{{ t('eggs.empty') }}</p>
    <template v-else>
      <p class="text-ink-soft">{{ t('eggs.lead') }}</p>
      <div class="screen-only mt-4 flex flex-wrap items-end gap-3">
        <TextField
          v-model="words"
          class="grow basis-72 sm:max-w-sm"
          type="search"
          :label="t('eggs.search')"
          :placeholder="t('eggs.searchIn')"
        />
        <SearchChoice v-model="setId" class="w-56" :label="t('eggs.set')" :options="sets" />
        <ListChoice v-model="grade" class="w-40" :label="t('eggs.grade')" :options="grades" />
        <ListChoice v-model="standing" class="w-44" :label="t('eggs.standing')" :options="standings" />
      </div>
      <div class="mt-3 flex flex-wrap items-center gap-x-5">
        <p role="status" data-testid="found">
          {{ t('eggs.found', { shown: found.length, eggs: count(all.length, 'egg') }) }}
        </p>
        <KitButton
          v-if="found.length > 0 && found.length < all.length"
          kind="quiet"
          @click="chosen = found.map(({ egg }) => egg.id)"
        >
          {{ t('eggs.chooseAll', { eggs: count(found.length, 'egg') }) }}
        </KitButton>
      </div>
      <form
        v-if="chosen.length > 0"
        class="card sticky top-2 z-20 mt-2 flex flex-wrap items-end gap-3 border-lamp p-3"
        data-testid="chosen"
        @submit.prevent="keepNote"
      >
        <p class="self-center font-semibold">
          {{ t('eggs.chosen', { eggs: count(chosen.length, 'egg') }) }}
        </p>
        <TextField v-model="note" class="grow basis-60" maxlength="1000" :label="t('eggs.note')" />
        <KitButton kind="next" type="submit" :icon="NotebookPen" :disabled="note.trim() === ''">
          {{ t('eggs.save') }}
        </KitButton>
        <KitButton kind="quiet" @click="chosen = []">{{ t('eggs.unchoose') }}</KitButton>
      </form>
      <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
      <p v-else-if="said" class="mt-2" role="status">{{ said }}</p>
      <DataTable
        v-model:chosen="chosen"
        class="mt-2"
        csv="perlumen-all-eggs.csv"
        data-testid="all-eggs"
        :label="t('eggs.title')"
        :columns="columns"
        :rows="found"
        :row-id="(row) => row.egg.id"
        :row-name="
          (row) => t('eggs.choose', { egg: t('eggs.name', { set: row.set.name, egg: nameOf(row) }) })
        "
      >
        <template #egg="{ row }">
          <RouterLink
            :to="{ name: 'egg', params: { setId: row.set.id, eggId: row.egg.id } }"
            class="flex items-center gap-2 font-semibold underline decoration-line underline-offset-4 hover:decoration-lamp"
          >
            <EggMark
              class="w-9 shrink-0"
              :look="row.look ?? undefined"
              :removed="row.standing === 'removed'"
              aria-hidden="true"
            />{{ nameOf(row) }}
          </RouterLink>
        </template>
        <template #set="{ row }">
          <RouterLink :to="{ name: 'set', params: { setId: row.set.id } }" class="hover:underline">{{
            row.set.name
          }}</RouterLink>
        </template>
        <template #look="{ row }">
          <template v-if="row.look"
            >{{ sayShortDate(localDateOf(lookMs(row), zone))
            }}<span class="text-ink-soft">, {{ dayWords(row.set, zone, lookMs(row)) }}</span></template
          >
        </template>
      </DataTable>
      <p v-if="found.length === 0" class="mt-3 text-ink-soft">{{ t('eggs.none') }}</p>
    </template>
  </main>
</template>
