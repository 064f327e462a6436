<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { STREAM_PATH } from '../../devices/camera/network-camera.ts'
import { t } from './words.ts'

/** Live picture of the network camera. One connection for as long as the bench is open: browsers allow only a few. */
const picture = ref<HTMLImageElement | null>(null)
onBeforeUnmount(() => {
  // Taking the element away alone would leave the stream running.
  picture.value?.removeAttribute('src')
})
defineExpose({ picture })
</script>

<template>
  <img ref="picture" :src="STREAM_PATH" :alt="t('lamp.live')" class="photo h-full w-full object-contain" />
</template>
