import { z } from 'zod'
import {
  sensorReadingSchema,
  sensorSchema,
  type Sensor,
  type SensorReading,
} from '../../contracts/wire/sensor.ts'
import { ask, askIfThere } from '../port.ts'

/** The sensors that the server hears; none where there is no server. */
export async function sensors(): Promise<Sensor[]> {
  return z.array(sensorSchema).safeParse(await askIfThere('/api/sensors')).data ?? []
}

/**
 * Hears what the sensors say, through the server. A connection that breaks is made again, and what was said meanwhile
 * comes then.
 * @param sinceMs - what the server heard from then on comes first
 * @returns how to stop
 */
export function followSensors(sinceMs: number, heard: (reading: SensorReading) => void): () => void {
  const source = new EventSource(`/api/sensors/readings?since=${Math.floor(sinceMs)}`)
  source.addEventListener('message', ({ data }: MessageEvent<string>) => {
    const reading = sensorReadingSchema.safeParse(parsed(data))
    if (reading.success) heard(reading.data)
  })
  return () => source.close()
}

/** The file of the simulated logger. @throws Error with a sentence where there is none */
export async function standInLoggerFile(): Promise<File> {
  const answer = await ask('/api/stand-in/logger.csv', 'The simulated logger')
  return new File([await answer.blob()], 'Simulated logger.csv', { type: 'text/csv' })
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return null
  }
}
