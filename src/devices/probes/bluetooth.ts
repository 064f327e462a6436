import {
  celsiusFromBytes,
  ENVIRONMENTAL_SENSING,
  rhPercentFromBytes,
} from '../../core/climate/environmental-sensing.ts'

/** What is used of the browser’s Bluetooth, so that tests can stand in for it. */
export interface BluetoothLike {
  requestDevice(options: { filters: Array<{ services: number[] }> }): Promise<DeviceLike>
}
interface DeviceLike {
  id: string
  name?: string
  gatt?: { connect(): Promise<ServerLike>; disconnect(): void }
  addEventListener(kind: 'gattserverdisconnected', listener: () => void): void
}
interface ServerLike {
  getPrimaryService(service: number): Promise<{
    getCharacteristic(characteristic: number): Promise<{ readValue(): Promise<DataView> }>
  }>
}

export interface BluetoothSensor {
  id: string
  name: string
  /** One reading; null figures are not known. @throws Error with a sentence when the sensor is not reached */
  read(): Promise<{ celsius: number | null; rhPercent: number | null }>
  close(): void
}

/** Bluetooth, where this browser offers it to pages. */
export function browserBluetooth(): BluetoothLike | null {
  return (navigator as Navigator & { bluetooth?: BluetoothLike }).bluetooth ?? null
}

/**
 * Asks for a sensor that speaks the standard Environmental Sensing service. It is read when asked; a connection that
 * broke is made again with the next reading.
 * @throws Error where none was chosen, or it has neither figure
 */
export async function bluetoothSensor(bluetooth: BluetoothLike): Promise<BluetoothSensor> {
  const device = await bluetooth.requestDevice({ filters: [{ services: [ENVIRONMENTAL_SENSING.service] }] })
  const { gatt } = device
  if (!gatt) throw new Error('This sensor cannot be connected.')
  const name = device.name ?? 'Bluetooth sensor'
  let connected: Promise<Figures> | null = null
  device.addEventListener('gattserverdisconnected', () => (connected = null))
  return {
    id: device.id,
    name,
    async read() {
      connected ??= gatt.connect().then(figuresOf)
      try {
        const { celsius, rhPercent } = await connected
        return { celsius: await celsius(), rhPercent: await rhPercent() }
      } catch (error) {
        connected = null
        throw new Error(`${name} cannot be reached. Is it close, and is its battery charged?`, {
          cause: error,
        })
      }
    },
    close: () => gatt.disconnect(),
  }
}

interface Figures {
  celsius: () => Promise<number | null>
  rhPercent: () => Promise<number | null>
}

async function figuresOf(server: ServerLike): Promise<Figures> {
  const service = await server.getPrimaryService(ENVIRONMENTAL_SENSING.service)
  const figure = async (
    id: number,
    from: (bytes: DataView) => number | null,
  ): Promise<Figures['celsius']> => {
    // A sensor need not have both.
    const characteristic = await service.getCharacteristic(id).catch(() => null)
    return async () => (characteristic ? from(await characteristic.readValue()) : null)
  }
  return {
    celsius: await figure(ENVIRONMENTAL_SENSING.temperature, celsiusFromBytes),
    rhPercent: await figure(ENVIRONMENTAL_SENSING.humidity, rhPercentFromBytes),
  }
}
