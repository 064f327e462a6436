<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { PicturedLook } from '../../../contracts/records/look-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { localDateOf, sayDate } from '../../../core/time/local-date.ts'
import { checkFor, isFirstOfEvening, worseLight } from '../../../domain/lamp-tonight.ts'
import { shellOf } from '../../../contracts/records/egg-kind.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { t } from './words.ts'

/** Said at an evening's first egg where the light is much worse than at the lamp check of its shell. */
const props = defineProps<{ look: PicturedLook; set: EggSet }>()
const store = useHatcheryStore()
const looks = computed(() =>
  (store.eggsBySet.get(props.set.id) ?? []).flatMap(({ id }) => store.looksByEgg.get(id) ?? []),
)
const worse = computed(() => {
  const egg = (store.eggsBySet.get(props.set.id) ?? []).find(({ id }) => id === props.look.eggId)
  const { species } = props.set
  const check = egg && checkFor(store.hatchery, { species, shell: shellOf(egg, props.set) })
  return check && isFirstOfEvening(props.look, looks.value)
    ? worseLight(props.look.reading.light, check)
    : null
})
const said = computed(() => {
  if (!worse.value) return ''
  const { kind, times, check } = worse.value
  const date = sayDate(localDateOf(Date.parse(check.at), store.hatchery.zone))
  const light = { times: times.toFixed(0), date }
  return kind === 'noise' ? t('tonight.grainier', light) : t('tonight.dimmer', light)
})
</script>

<template>
  <p v-if="worse" class="border-l-2 border-ember pl-3" role="status" data-testid="lamp-tonight">
    {{ said }} {{ t('tonight.why') }}
    <RouterLink to="/lamp" class="underline">{{ t('tonight.toCheck') }}</RouterLink>
  </p>
</template>
