import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { DeviceList } from '../../contracts/wire/devices.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { deviceList } from '../../devices/port.ts'
import { whichBook } from '../data/which-book.ts'
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
   * A device as it may serve a set: what is simulated speaks in the made-up hatchery alone, so that nothing it says gets
   * into what somebody keeps. The lamp of the stand-in camera knows only the eggs of its own baskets.
   */
  function serves(
    kind: Exclude<keyof DeviceList, 'demo'>,
    set: Pick<EggSet, 'standInBasket'> | null | undefined,
  ): 'real' | 'stand-in' | null {
    const is = there.value?.[kind]
    if (is === 'real') return is
    if (is !== 'stand-in' || whichBook() === 'own') return null
    return kind === 'camera' && set?.standInBasket === undefined ? null : is
  }

  return { workers, there, probe, serves }
})
