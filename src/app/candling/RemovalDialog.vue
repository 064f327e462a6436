<script setup lang="ts">
import { computed, ref } from 'vue'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { isFilmedAlive } from '../../core/grade/policy.ts'
import { standingGrade } from '../../domain/own-grade.ts'
import ConfirmDialog from '../shared/kit/ConfirmDialog.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import { GRADE_WORDS, mainReason } from '../shared/wording.ts'
import AnotherEgg from './AnotherEgg.vue'
import { t } from './words.ts'
import TextField from '../shared/kit/TextField.vue'
import CheckBox from '../shared/kit/CheckBox.vue'

/** The egg in the candler's hand, before it is out. What moved on film takes a second, plain yes. */
const props = defineProps<{
  asked: {
    egg: Egg
    look: LookRecord
    /** The policy would leave it in. */
    against: boolean
  }
  place: string
  late: boolean
}>()
const emit = defineEmits<{ confirm: [reason: string]; close: [] }>()
const reason = ref('')
const moved = computed(() => isPictured(props.asked.look) && isFilmedAlive(props.asked.look.movement))
const isSureItIsDead = ref(false)
const missing = computed(() =>
  props.asked.against && reason.value.trim() === ''
    ? t('removal.sayWhy')
    : moved.value && !isSureItIsDead.value
      ? t('removal.sayYes')
      : '',
)
</script>

<template>
  <ConfirmDialog
    open
    :title="t('removal.inHand', { place })"
    :confirm="t('removal.doRemove')"
    :waits-for="missing"
    grave
    @confirm="emit('confirm', reason.trim())"
    @close="emit('close')"
  >
    <div v-if="isPictured(asked.look)" class="h-64 overflow-hidden rounded-lg bg-black">
      <MeasuredPhoto :look="asked.look" :overlay="true" :label="t('removal.itsPhotograph')" />
    </div>
    <p class="mt-3 text-lg">
      {{
        t('removal.eggBecause', {
          number: asked.egg.number,
          grade: GRADE_WORDS[standingGrade(asked.look)].toLowerCase(),
          reason: mainReason(asked.look),
        })
      }}
    </p>
    <AnotherEgg class="mt-3 text-lg" :look="asked.look" />
    <TextField
      v-if="asked.against"
      :label="t('removal.reason')"
      v-model="reason"
      maxlength="200"
      data-testid="against-reason"
      class="mt-3 text-lg"
    />
    <CheckBox
      v-if="moved"
      v-model="isSureItIsDead"
      data-testid="sure-it-is-dead"
      class="mt-3 items-start gap-3 border-l-2 border-ember pl-3 text-lg"
      >{{ t('removal.movedYes') }}</CheckBox
    >
    <p v-if="late" class="mt-3 border-l-2 border-ember pl-3">
      {{ t('removal.mayFeel') }}
    </p>
  </ConfirmDialog>
</template>
