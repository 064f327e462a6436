import { onScopeDispose, ref, shallowRef } from 'vue'
import {
  hasSerial,
  httpGauge,
  putOnPan,
  serialGauge,
  type Gauge,
  type GaugeKind,
} from '../../devices/gauges/gauges.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { t } from './words.ts'

/** Scale and calliper at the basket: the server's, or a real one on a cable. */
export function useGauges() {
  const devices = useDevicesStore()
  const problem = ref<string | null>(null)
  const onCable = shallowRef<Partial<Record<GaugeKind, Gauge>>>({})
  onScopeDispose(() => {
    for (const gauge of Object.values(onCable.value)) void gauge.close().catch(() => undefined)
  })

  async function connect(kind: GaugeKind): Promise<void> {
    problem.value = null
    try {
      onCable.value = { ...onCable.value, [kind]: await serialGauge(kind) }
    } catch (error) {
      problem.value = t('gauge.notConnected', { gauge: kind, why: (error as Error).message })
    }
  }

  /** @returns grams or millimetres; null when there was no steady reading, with the problem said */
  async function read(kind: GaugeKind): Promise<number | null> {
    problem.value = null
    try {
      const { value, quantity } = await (onCable.value[kind] ?? httpGauge(kind)).read()
      if (quantity !== (kind === 'scale' ? 'mass' : 'length'))
        throw new Error(t('gauge.otherQuantity', { gauge: kind }))
      return value
    } catch (error) {
      problem.value = (error as Error).message
      return null
    }
  }

  /** Of the demo: another egg lies on the stand-ins. */
  async function take(species: string, eggId: string): Promise<void> {
    if (devices.serves('scale', null) === 'stand-in' && Object.keys(onCable.value).length === 0)
      await putOnPan(species, eggId).catch(() => undefined)
  }

  return {
    problem,
    onCable,
    hasSerial: hasSerial(),
    has: (kind: GaugeKind) => devices.serves(kind, null) !== null || onCable.value[kind] !== undefined,
    /** Whether what is read would be simulated. */
    isSimulated: (kind: GaugeKind) =>
      devices.serves(kind, null) === 'stand-in' && onCable.value[kind] === undefined,
    connect,
    read,
    take,
  }
}
