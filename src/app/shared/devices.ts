import { defineStore } from 'pinia'
import { ref } from 'vue'
import { EggWorkerPool } from '../../workers/pool.ts'
import { cameraStatus, type CameraStatus } from '../../devices/camera/network-camera.ts'

/** The measuring workers and what the server says of its camera. */
export const useDevicesStore = defineStore('devices', () => {
  const workers = new EggWorkerPool()
  const camera = ref<CameraStatus | null>(null)

  async function probe(): Promise<void> {
    camera.value = await cameraStatus()
  }

  return { workers, camera, probe }
})
