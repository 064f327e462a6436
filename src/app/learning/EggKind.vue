<script setup lang="ts">
import { SHELLS, SPECIES, SPECIES_NAMES, type Shell, type SpeciesName } from '../../core/species/species.ts'
import { t } from './words.ts'
import ListChoice from '../shared/kit/ListChoice.vue'

/** Which eggs are practised on: your bird, your shell. */
const kind = defineModel<{ species: SpeciesName; shell: Shell }>({ required: true })
</script>

<template>
  <ListChoice
    :label="t('kind.bird')"
    v-model="kind.species"
    :options="SPECIES_NAMES.map((name) => ({ value: name, name: SPECIES[name].label }))"
  />
  <ListChoice
    :label="t('kind.shell')"
    v-model="kind.shell"
    :options="SHELLS.map((shell) => ({ value: shell, name: shell }))"
  />
</template>
