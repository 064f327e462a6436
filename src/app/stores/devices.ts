import { defineStore } from 'pinia'
import { ref } from 'vue'
import { EggWorkerClient } from '../../workers/client.ts'
import { cameraStatus, type CameraStatus } from '../devices/network-camera.ts'

/** The measuring worker and what the server says of its camera. */
export const useDevicesStore = defineStore('devices', () => {
  const worker = new EggWorkerClient()
  const camera = ref<CameraStatus | null>(null)

  async function probe(): Promise<void> {
    camera.value = await cameraStatus()
  }

  return { worker, camera, probe }
})
