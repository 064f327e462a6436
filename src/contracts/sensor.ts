import { z } from 'zod'

/** By what way the server hears a sensor. */
export const SENSOR_WAYS = ['polled', 'events', 'mqtt'] as const

/** A sensor as the server tells of it. */
export const sensorSchema = z.object({
  name: z.string().min(1).max(60),
  way: z.enum(SENSOR_WAYS),
  standIn: z.boolean(),
  /** When it was last heard, epoch milliseconds; null: not yet. */
  heardMs: z.number().nullable(),
  /** Why it is not heard, in a sentence; null while it is. */
  trouble: z.string().nullable(),
})
export type Sensor = z.infer<typeof sensorSchema>

/** One thing that a sensor said, as the server hands it on. */
export const sensorReadingSchema = z.object({
  sensor: z.string().min(1).max(60),
  atMs: z.number().int().min(0),
  celsius: z.number().min(0).max(60).nullable(),
  rhPercent: z.number().min(0).max(100).nullable(),
})
export type SensorReading = z.infer<typeof sensorReadingSchema>
