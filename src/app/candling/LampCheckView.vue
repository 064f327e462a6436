<script setup lang="ts">
import { computed, onScopeDispose, ref } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { ImagePlus, Printer } from '@lucide/vue'
import type { LampCheck } from '../../contracts/records/lamp-check.ts'
import { SHELLS, SPECIES, SPECIES_NAMES, type Shell, type SpeciesName } from '../../core/species/species.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { hatcheryRecordOf } from '../../contracts/records/hatchery-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSaving } from '../shared/useSaving.ts'
import LampResult from './lamp/LampResult.vue'
import LampStrip from './lamp/LampStrip.vue'
import { useLampCheck } from './lamp/useLampCheck.ts'
import { t } from './lamp/words.ts'
import KitProgress from '../shared/kit/KitProgress.vue'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import FilePick from '../shared/kit/FilePick.vue'

/** Will my lamp do? One fresh egg of each shell says from which day it shows what. */
const store = useHatcheryStore()
const { phase, drawn, problem, found, check, cancel } = useLampCheck()
const { problem: notSaved, saving } = useSaving()
const kind = useLocalStorage<{ species: SpeciesName; shell: Shell }>('perlumen-lamp-check', {
  species: 'chicken',
  shell: 'brown',
})
const busy = computed(() => phase.value !== 'ready')

const SLOTS = [
  { words: t('check.withLamp'), off: false },
  { words: t('check.withLampAgain'), off: false },
  { words: t('check.lampOff'), off: true },
] as const
interface Picture {
  photo: File
  url: string
}
const pictures = ref<Array<Picture | null>>(SLOTS.map(() => null))
function choose(slot: number, photo: File): void {
  letGo(slot)
  pictures.value[slot] = { photo, url: URL.createObjectURL(photo) }
  found.value = null
}
function letGo(slot: number): void {
  const picture = pictures.value[slot]
  if (picture) URL.revokeObjectURL(picture.url)
  pictures.value[slot] = null
}
onScopeDispose(() => SLOTS.forEach((_, slot) => letGo(slot)))
const lit = computed(() =>
  pictures.value.flatMap((picture, i) => (picture && !SLOTS[i]!.off ? picture.photo : [])),
)
const run = (): void => {
  const off = pictures.value[SLOTS.findIndex((slot) => slot.off)]?.photo ?? null
  void check(kind.value, { lit: lit.value, off })
}

/** The newest of each bird and shell. */
const checks = computed(() => {
  const newest = new Map<string, LampCheck>()
  for (const one of [...store.hatchery.lampChecks].sort((a, b) => a.at.localeCompare(b.at)))
    newest.set(`${one.species} ${one.shell}`, one)
  return [...newest.values()]
})
const isKept = computed(() => store.hatchery.lampChecks.some(({ id }) => id === found.value?.id))
const write = (lampChecks: LampCheck[]): Promise<void> =>
  saving(() => store.saveHatchery({ ...hatcheryRecordOf(store.hatchery), lampChecks }))
const withoutKind = ({ species, shell }: LampCheck): LampCheck[] =>
  store.hatchery.lampChecks.filter((one) => one.species !== species || one.shell !== shell)
/** It takes the place of an earlier one of its kind. */
const keep = (): void => {
  if (found.value) void write([...withoutKind(found.value), found.value])
}
const remove = (one: LampCheck): void => void write(withoutKind(one))
const print = (): void => globalThis.print()
const dayOf = ({ at }: LampCheck): string => sayDate(localDateOf(Date.parse(at), store.hatchery.zone))
</script>

<template>
  <main class="mx-auto flex max-w-5xl flex-col gap-5 p-5 print:p-0">
    <div class="screen-only">
      <h1 class="text-3xl font-bold">{{ t('check.title') }}</h1>
      <p class="text-ink-soft">{{ t('check.lead') }}</p>
    </div>
    <section class="card screen-only flex flex-col gap-4 p-5">
      <div class="flex flex-wrap gap-4">
        <ListChoice
          :label="t('check.bird')"
          v-model="kind.species"
          :options="SPECIES_NAMES.map((name) => ({ value: name, name: SPECIES[name].label }))"
          :disabled="busy"
        />
        <ListChoice
          :label="t('check.shell')"
          v-model="kind.shell"
          :options="SHELLS.map((shell) => ({ value: shell, name: shell }))"
          data-testid="lamp-shell"
          :disabled="busy"
        />
      </div>
      <p>{{ t('check.howTo') }}</p>
      <ol class="grid gap-3 sm:grid-cols-3">
        <li v-for="(slot, i) in SLOTS" :key="slot.words" class="flex flex-col gap-2">
          <span class="font-semibold">{{ i + 1 }}. {{ slot.words }}</span>
          <FilePick
            accept="image/*"
            class="h-40 overflow-hidden bg-black p-0 text-[#d9b48c]"
            :label="slot.words"
            :test-id="`lamp-photo-${i}`"
            :disabled="busy"
            @files="([photo]) => choose(i, photo!)"
          >
            <img
              v-if="pictures[i]"
              :src="pictures[i]!.url"
              class="absolute inset-0 h-full w-full object-contain"
              :alt="slot.words"
            />
            <span v-else class="flex items-center gap-2 p-3 text-center"
              ><ImagePlus class="h-5 w-5 shrink-0" aria-hidden="true" /> {{ t('check.choose') }}</span
            >
          </FilePick>
          <span v-if="slot.off" class="text-sm text-ink-soft">{{ t('check.lampOffWhy') }}</span>
        </li>
      </ol>
      <p v-if="problem || notSaved" class="text-ember" role="alert">{{ problem || notSaved }}</p>
      <div class="flex flex-wrap items-center gap-3" aria-live="polite">
        <KitButton
          v-if="!busy"
          kind="next"
          data-testid="check-lamp"
          :disabled="lit.length === 0"
          @click="run"
        >
          {{ t('check.start') }}
        </KitButton>
        <KitProgress
          v-else
          :done="phase === 'drawing' ? drawn.done : 0"
          :total="Math.max(1, drawn.of)"
          :stop="t('check.cancel')"
          @stop="cancel"
          >{{
            phase === 'measuring'
              ? t('check.measuring')
              : t('check.drawing', { done: drawn.done, of: drawn.of })
          }}</KitProgress
        >
      </div>
      <p class="text-sm text-ink-soft">{{ t('check.caution') }}</p>
    </section>

    <template v-if="found">
      <LampResult class="screen-only" :check="found" />
      <p v-if="isKept" class="screen-only" role="status" data-testid="lamp-kept">{{ t('check.kept') }}</p>
      <KitButton v-else kind="next" class="screen-only self-start" data-testid="keep-lamp" @click="keep">
        {{ t('check.keep') }}
      </KitButton>
    </template>

    <section :aria-label="t('check.keptTitle')">
      <div class="screen-only mb-3 flex flex-wrap items-center gap-4">
        <h2 class="text-xl font-semibold">{{ t('check.keptTitle') }}</h2>
        <KitButton :icon="Printer" v-if="checks.length > 0" size="desk" @click="print">
          {{ t('check.print') }}
        </KitButton>
      </div>
      <h1 class="mb-4 hidden text-2xl font-bold print:block">
        {{ store.hatchery.name ? t('strip.titleOf', { hatchery: store.hatchery.name }) : t('strip.title') }}
      </h1>
      <p v-if="checks.length === 0" class="screen-only text-ink-soft">{{ t('check.none') }}</p>
      <ul class="flex flex-col gap-4">
        <li v-for="one in checks" :key="one.id" class="card p-4 print:border-0 print:p-0">
          <LampStrip :checks="[one]" />
          <p class="screen-only mt-2 flex items-center gap-3 text-sm text-ink-soft">
            {{ dayOf(one) }}
            <KitButton kind="quiet" @click="remove(one)">{{ t('check.remove') }}</KitButton>
          </p>
        </li>
      </ul>
      <p v-if="checks.length > 0" class="mt-4 hidden print:block">{{ t('strip.note') }}</p>
    </section>
  </main>
</template>
