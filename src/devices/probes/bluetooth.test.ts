import { describe, expect, it } from 'vitest'
import { bluetoothSensor, type BluetoothLike } from './bluetooth.ts'

const view = (value: number): DataView => {
  const bytes = new DataView(new ArrayBuffer(2))
  bytes.setInt16(0, value, true)
  return bytes
}

/** A browser whose one sensor speaks the standard; its connection can be cut. */
function browser(values: { temperature?: number; humidity?: number }) {
  let connects = 0
  let away = false
  let cut = (): void => undefined
  const bluetooth: BluetoothLike = {
    requestDevice: async ({ filters }) => {
      expect(filters).toEqual([{ services: [0x181a] }])
      return {
        id: 'x',
        name: 'Oak',
        addEventListener: (_kind, listener) => (cut = listener),
        gatt: {
          disconnect: () => undefined,
          connect: async () => {
            if (away) throw new Error('out of range')
            connects++
            return {
              getPrimaryService: async (service) => {
                expect(service).toBe(0x181a)
                return {
                  getCharacteristic: async (id) => {
                    const value = id === 0x2a6e ? values.temperature : values.humidity
                    if (value === undefined) throw new Error('not there')
                    return { readValue: async () => view(value) }
                  },
                }
              },
            }
          },
        },
      }
    },
  }
  return { bluetooth, cut: () => cut(), connects: () => connects, goAway: (is: boolean) => void (away = is) }
}

describe('a Bluetooth sensor', () => {
  it('is read by the standard’s service, both figures or the one that it has', async () => {
    const both = await bluetoothSensor(browser({ temperature: 3750, humidity: 4825 }).bluetooth)
    expect(await both.read()).toEqual({ celsius: 37.5, rhPercent: 48.25 })
    const warm = await bluetoothSensor(browser({ temperature: 3750 }).bluetooth)
    expect(await warm.read()).toEqual({ celsius: 37.5, rhPercent: null })
  })
  it('is connected to again when it was cut off, and says so in words while it is not reached', async () => {
    const { bluetooth, cut, connects, goAway } = browser({ temperature: 3750 })
    const sensor = await bluetoothSensor(bluetooth)
    await sensor.read()
    await sensor.read()
    expect(connects()).toBe(1)
    cut()
    goAway(true)
    await expect(sensor.read()).rejects.toThrow(
      'Oak cannot be reached. Is it close, and is its battery charged?',
    )
    goAway(false)
    expect(await sensor.read()).toMatchObject({ celsius: 37.5 })
    expect(connects()).toBe(2)
  })
})
