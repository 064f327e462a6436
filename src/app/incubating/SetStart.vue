<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { CalendarClock, Trash2 } from '@lucide/vue'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { instantOf, isLikelyDate, localDateOf, localTimeOf, sayLongDate } from '../../core/time/local-date.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import { useSaving } from '../shared/useSaving.ts'
import { useTicks, type SetPlan } from '../shared/useSetPlan.ts'
import { count, setDateDoubt } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { clockTime } from '../shared/clock-time.ts'
import TextField from '../shared/kit/TextField.vue'

/** When the eggs went in, or are to go in: put right, put off, or the whole plan given up while nothing has come of it. */
const props = defineProps<{ set: EggSet; plan: SetPlan }>()
const store = useHatcheryStore()
const clock = useClockStore()
const router = useRouter()
const { tick } = useTicks()
const { problem, saving } = useSaving()
const zone = computed(() => store.hatchery.zone)
const setAtMs = computed(() => Date.parse(props.set.setAt))
const isLate = computed(() => !props.plan.started && setAtMs.value < clock.nowMs)

const changing = ref(false)
const date = ref('')
const time = ref('')
watch(
  [changing, setAtMs],
  () => {
    date.value = localDateOf(setAtMs.value, zone.value)
    time.value = localTimeOf(setAtMs.value, zone.value)
  },
  { immediate: true },
)
const doubt = computed(() =>
  changing.value ? setDateDoubt(date.value, clock.nowMs, { isIn: props.plan.started }) : null,
)
const mayKeep = computed(() => isLikelyDate(date.value) && time.value !== '')
function keep(): void {
  if (!mayKeep.value) return
  const setAt = new Date(instantOf(date.value, time.value.slice(0, 5), zone.value)).toISOString()
  void saving(async () => {
    await store.changeSet('set time', props.set.id, (now) => ({ ...now, setAt }))
    changing.value = false
  })
}

const eggs = computed(() => store.allEggsBySet.get(props.set.id) ?? [])
/** What has been set or looked at, or had an evening, is part of what happened, and is not deleted. */
const mayDelete = computed(
  () =>
    !props.plan.started &&
    eggs.value.every(({ id }) => !store.looksByEgg.get(id)?.length) &&
    store.sessions.every(({ setId }) => setId !== props.set.id),
)
const deleting = ref(false)
function remove(): void {
  const { set } = props
  deleting.value = false
  const others = store.sets.filter(({ id }) => id !== set.id).flatMap(({ trayIds }) => trayIds)
  const trays = set.trays.filter(({ id }) => !others.includes(id))
  void saving(async () => {
    await store.commit('set deleted', null, { setsGone: [{ set, eggs: eggs.value, trays }] })
    await router.push({ name: 'today' })
  })
}
</script>

<template>
  <section
    class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2"
    :class="{ 'card border-lamp p-4': !plan.started }"
    :aria-label="t('start.title')"
    data-testid="set-start"
  >
    <p v-if="!plan.started" class="w-full text-lg">
      {{
        isLate
          ? t('start.overdue', {
              day: sayLongDate(localDateOf(setAtMs, zone)),
              hour: clockTime(setAtMs, zone),
            })
          : t('start.due', { day: sayLongDate(localDateOf(setAtMs, zone)), hour: clockTime(setAtMs, zone) })
      }}
    </p>
    <KitButton
      v-if="!plan.started && !changing"
      kind="next"
      @click="saving(() => tick(set, 'set', clock.nowMs))"
    >
      {{ t('start.eggsAreIn') }}
    </KitButton>
    <KitButton
      v-if="!changing"
      :icon="CalendarClock"
      :kind="plan.started ? 'quiet' : 'plain'"
      @click="changing = true"
    >
      {{ plan.started ? t('start.correct') : t('start.putOff') }}
    </KitButton>
    <form v-else class="flex flex-wrap items-end gap-3" @submit.prevent="keep">
      <TextField :label="t('start.setOn')" type="date" v-model="date" data-testid="set-date" />
      <TextField :label="t('start.hour')" type="time" v-model="time" data-testid="set-hour" />
      <KitButton type="submit" kind="next" :disabled="!mayKeep">{{ t('sensors.save') }}</KitButton>
      <KitButton @click="changing = false">{{ t('logger.cancel') }}</KitButton>
      <p v-if="doubt" class="w-full text-ember" role="alert">{{ doubt }}</p>
    </form>
    <KitButton v-if="mayDelete && !changing" @click="deleting = true">
      <Trash2 class="h-4 w-4" aria-hidden="true" /> {{ t('start.delete') }}
    </KitButton>
    <p v-if="problem" class="w-full text-ember" role="alert">{{ problem }}</p>
    <ConfirmDialog
      :open="deleting"
      :title="t('start.deleteAsk', { set: set.name })"
      :confirm="t('start.delete')"
      grave
      @confirm="remove"
      @close="deleting = false"
    >
      <p>{{ t('start.deleteWhat', { eggs: count(eggs.length, 'egg') }) }}</p>
    </ConfirmDialog>
  </section>
</template>
