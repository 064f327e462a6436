<script setup lang="ts">
import { count, nameOfEgg } from '../shared/wording.ts'
import { computed, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { Camera, ImagePlus, RotateCcw } from '@lucide/vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import { SHELLS, SPECIES, SPECIES_NAMES } from '../../core/species/species.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useArrivalsStore } from '../shared/arrivals.ts'
import { useClockStore } from '../shared/clock.ts'
import NumberField from '../shared/kit/NumberField.vue'
import CameraView from '../shared/ui/CameraView.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import { useSaving } from '../shared/useSaving.ts'
import { useQuickLook, type KeepingDoubts } from './useQuickLook.ts'
import VerdictPanel from './VerdictPanel.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import FilePick from '../shared/kit/FilePick.vue'

type DayDoubt = NonNullable<KeepingDoubts['day']>
/** The shortest way to a verdict: bird, day, photograph. Nothing is kept until somebody says so. */
const store = useHatcheryStore()
const clock = useClockStore()
const arrivals = useArrivalsStore()
const quick = useQuickLook()
const { lone, taken, which, seen, measuring, problem, kept } = quick
const { problem: notKept, saving } = useSaving()
const live = ref(false)
const camera = ref<InstanceType<typeof CameraView> | null>(null)
const lines = ref(true)
const age = computed({
  get: () => lone.value.ageDays,
  set: (days: number | null) => {
    lone.value = { ...lone.value, ageDays: days === null || !(days >= 0 && days <= 60) ? null : days }
  },
})

const choose = (file: File): Promise<void> => quick.photograph(file, 'file')
async function drop(event: DragEvent): Promise<void> {
  const [file] = event.dataTransfer?.files ?? []
  if (file) await quick.photograph(file, 'file')
}
async function takeIt(): Promise<void> {
  const photo = await camera.value?.capture()
  if (photo) await quick.photograph(photo, 'camera')
}
// A photograph from the share sheet is looked at as it comes.
onMounted(async () => {
  await arrivals.fetchShared().catch(() => undefined)
  const first = await arrivals.takeFirst()
  if (first) await quick.photograph(first, 'file')
})

const open = computed(() => store.sets.filter((set) => !isLongOver(set, clock.nowMs)))
const setId = ref('')
const eggs = computed(() => (store.eggsBySet.get(setId.value) ?? []).filter(isIn))
const eggId = ref('')
const placeOf = (egg: Egg): string => nameOfEgg(store.setById(egg.setId)?.trays ?? [], egg)
function chooseSet(): void {
  eggId.value = ''
  if (setId.value !== '' && setId.value !== 'new') void saving(() => store.openSet(setId.value))
}
/** What is said before it is kept in the egg that was chosen. */
const doubts = computed(() => {
  const egg = eggs.value.find(({ id }) => id === eggId.value)
  if (!egg || setId.value === 'new') return []
  const { day, same } = quick.doubtsOf(egg)
  const name = store.setById(egg.setId)?.name ?? ''
  return [
    day ? dayWords(name, day) : '',
    same ? t('quick.sameAs', { other: placeOf(same), egg: placeOf(egg) }) : '',
  ].filter(Boolean)
})
function dayWords(name: string, { saidDays, ageDays, setAtMs, isFuture }: DayDoubt): string {
  const setOn = sayDate(localDateOf(setAtMs, store.hatchery.zone))
  if (isFuture) return t('quick.notBegun', { set: name, day: setOn })
  return t('quick.otherDay', { saidDay: String(saidDays), set: name, day: ageDays.toFixed(1), setOn })
}
const mayKeep = computed(() =>
  setId.value === 'new' ? lone.value.ageDays !== null : eggs.value.some(({ id }) => id === eggId.value),
)
const keeping = ref(false)
async function keep(): Promise<void> {
  if (keeping.value) return
  keeping.value = true
  const egg = eggs.value.find(({ id }) => id === eggId.value)
  await saving(() => (setId.value === 'new' || !egg ? quick.keepInNew() : quick.keepIn(egg)))
  keeping.value = false
}
</script>

<template>
  <main class="mx-auto flex max-w-6xl flex-col gap-4 p-4" @dragover.prevent @drop.prevent="drop">
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <h1 class="w-full text-2xl font-bold sm:w-auto">{{ t('quick.title') }}</h1>
      <ListChoice
        :label="t('quick.bird')"
        v-model="lone.species"
        :options="SPECIES_NAMES.map((name) => ({ value: name, name: SPECIES[name].label }))"
        class="text-sm text-ink-soft"
      />
      <ListChoice
        :label="t('quick.shell')"
        v-model="lone.shell"
        :options="SHELLS.map((shell) => ({ value: shell, name: shell }))"
        class="text-sm text-ink-soft"
      />
      <NumberField
        v-model="age"
        :label="t('quick.days')"
        :placeholder="t('quick.unknown')"
        class="w-36 text-sm text-ink-soft"
      />
    </div>

    <p v-if="problem" class="rounded-xl border border-ember p-3 text-lg" role="alert" data-testid="problem">
      {{ problem }}
    </p>
    <!-- It has its place whether it says something or not: what is about to be pressed must not move. -->
    <p class="min-h-7 text-lg" role="status">{{ measuring ? t('bench.measuring') : '' }}</p>
    <p v-if="arrivals.files.length > 0">
      <RouterLink to="/arrived" class="underline" data-testid="still-waiting">{{
        t('arrived.waiting', { photographs: count(arrivals.files.length, 'photograph') })
      }}</RouterLink>
    </p>

    <div v-if="seen" class="grid gap-5 md:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <div class="flex min-w-0 flex-col gap-2">
        <div class="h-[45dvh] overflow-hidden rounded-xl bg-black md:h-[54dvh]">
          <MeasuredPhoto :look="seen.look" :overlay="lines" :held="seen.held" :label="t('quick.picture')" />
        </div>
        <div class="flex flex-wrap items-center gap-3">
          <CheckBox v-model="lines">{{ t('quick.lines') }}</CheckBox>
          <fieldset v-if="taken!.eggs.length > 1" class="flex flex-wrap items-center gap-2">
            <legend class="sr-only">{{ t('quick.which') }}</legend>
            <KitButton
              v-for="(_, i) in taken!.eggs"
              :key="i"
              size="desk"
              :aria-pressed="which === i"
              :kind="which === i ? 'next' : 'plain'"
              @click="which = i"
            >
              {{ t('places.egg', { number: i + 1 }) }}
            </KitButton>
          </fieldset>
          <KitButton :icon="RotateCcw" size="desk" @click="quick.letGo()">
            {{ t('quick.discard') }}
          </KitButton>
        </div>
      </div>
      <div class="flex flex-col gap-4 md:col-start-2 md:row-span-2 md:row-start-1">
        <VerdictPanel
          :look="seen.look"
          :timeline="seen.timeline"
          :egg="null"
          :hatchery="store.hatchery"
          :earlier="[]"
          :mates="[]"
        />
        <p v-if="lone.ageDays === null" class="text-ink-soft" data-testid="no-day">
          {{ t('quick.noDay') }}
        </p>
      </div>
      <section class="card flex flex-wrap items-end gap-3 self-start p-3" :aria-label="t('quick.save')">
        <p v-if="kept" class="w-full text-lg" role="status" data-testid="kept">
          {{ t('quick.savedIn', { set: kept.name }) }}
          <RouterLink :to="`/sets/${kept.setId}/bench`" class="underline">{{
            t('quick.openBench')
          }}</RouterLink>
        </p>
        <template v-else>
          <p class="w-full text-ink-soft">{{ t('quick.notSavedYet') }}</p>
          <ListChoice
            v-model="setId"
            class="w-56 text-sm text-ink-soft"
            :label="t('quick.set')"
            :placeholder="t('quick.choose')"
            :options="[
              { value: 'new', name: t('quick.newSet') },
              ...open.map((set) => ({ value: set.id, name: set.name })),
            ]"
            @change="chooseSet"
          />
          <ListChoice
            v-if="setId !== '' && setId !== 'new'"
            :label="t('quick.egg')"
            v-model="eggId"
            :placeholder="t('quick.choose')"
            :options="eggs.map((egg) => ({ value: egg.id, name: placeOf(egg) }))"
            class="text-sm text-ink-soft"
          />
          <p
            v-for="words in doubts"
            :key="words"
            class="w-full rounded-lg border border-ember p-2"
            role="alert"
            data-testid="doubt"
          >
            {{ words }}
          </p>
          <KitButton size="desk" :disabled="!mayKeep || keeping" @click="keep">
            {{ doubts.length > 0 ? t('quick.saveAnyway') : t('quick.save') }}
          </KitButton>
          <p v-if="setId === 'new' && lone.ageDays === null" class="w-full text-sm text-ink-soft">
            {{ t('quick.needsDay') }}
          </p>
        </template>
        <p v-if="notKept" class="w-full text-ember" role="alert">{{ notKept }}</p>
      </section>
    </div>

    <section v-else class="flex flex-col gap-4" :aria-label="t('keys.photograph')">
      <div v-if="live" class="h-[50dvh] overflow-hidden rounded-xl bg-black">
        <CameraView ref="camera" @problem="problem = $event" />
      </div>
      <p v-else class="max-w-2xl text-lg">
        {{ t('quick.lead') }}
      </p>
      <div class="flex flex-wrap gap-3">
        <KitButton v-if="live" kind="next" size="big" class="text-lg" :disabled="measuring" @click="takeIt">
          <Camera class="h-6 w-6" aria-hidden="true" /> {{ t('keys.photograph') }}
        </KitButton>
        <FilePick
          accept="image/*"
          class="min-h-14 text-lg"
          test-id="quick-input"
          :icon="ImagePlus"
          :kind="live ? 'plain' : 'next'"
          :disabled="measuring"
          @files="([photo]) => void choose(photo!)"
        >
          {{ t('quick.take') }}
        </FilePick>
        <KitButton size="big" @click="live = !live">
          {{ live ? t('quick.cameraOff') : t('quick.cameraOn') }}
        </KitButton>
      </div>
      <p class="max-w-2xl text-sm text-ink-soft">
        {{ t('quick.caution') }}
      </p>
    </section>
  </main>
</template>
