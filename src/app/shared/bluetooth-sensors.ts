import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { bluetoothSensor, browserBluetooth, type BluetoothSensor } from '../../devices/probes/bluetooth.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSensingStore } from './sensing.ts'
import { t } from './words.ts'

const READ_EVERY_MS = 60_000

/** Sensors that this browser reads over Bluetooth, as long as it is open. */
export const useBluetoothSensors = defineStore('bluetooth-sensors', () => {
  const hatchery = useHatcheryStore()
  const sensing = useSensingStore()
  const bluetooth = browserBluetooth()
  const connected = new Map<string, BluetoothSensor>()
  const problem = ref<string | null>(null)

  /** Asks for a sensor and puts it into an incubator. @throws Error with a sentence where that did not work */
  async function connect(incubatorId: string): Promise<void> {
    if (!bluetooth) throw new Error(t('sensing.noBluetooth'))
    const sensor = await bluetoothSensor(bluetooth)
    const name = `${sensor.name} (Bluetooth)`.slice(-60)
    connected.get(name)?.close()
    connected.set(name, sensor)
    await sensing.place(name, { incubatorId, height: 'air' })
    await read(name, sensor)
  }

  async function read(name: string, sensor: BluetoothSensor): Promise<void> {
    const probe = hatchery.probes.find((one) => one.sensor === name)
    if (!probe) return
    try {
      sensing.take({ probeId: probe.id, atMs: Date.now(), ...(await sensor.read()) })
      problem.value = null
    } catch (error) {
      problem.value = (error as Error).message
    }
  }
  useIntervalFn(() => {
    for (const [name, sensor] of connected) void read(name, sensor)
  }, READ_EVERY_MS)

  return { isThere: bluetooth !== null, problem, connect }
})
