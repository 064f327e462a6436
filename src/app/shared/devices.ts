import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { DeviceList } from '../../contracts/devices.ts'
import type { EggSet } from '../../contracts/set-record.ts'
import { deviceList } from '../../devices/port.ts'
import { EggWorkerPool } from '../../workers/pool.ts'

/** The measuring workers, and the devices that the server speaks for. */
export const useDevicesStore = defineStore('devices', () => {
  const workers = new EggWorkerPool()
  /** Null without a server. */
  const there = shallowRef<DeviceList | null>(null)

  async function probe(): Promise<void> {
    there.value = await deviceList()
  }

  /**
   * A device as it may serve a set: what is simulated speaks of the made-up sets alone, so that nothing it says gets
   * into what somebody keeps.
   */
  function serves(
    kind: Exclude<keyof DeviceList, 'demo'>,
    set: Pick<EggSet, 'standInBasket'> | null | undefined,
  ): 'real' | 'stand-in' | null {
    const is = there.value?.[kind]
    if (is === 'real') return is
    return is === 'stand-in' && set?.standInBasket !== undefined ? is : null
  }

  return { workers, there, probe, serves }
})
