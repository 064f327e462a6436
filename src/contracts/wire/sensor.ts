import { z } from 'zod'
import { LONGEST_PATH, MOST_FIELDS } from '../../core/climate/sensor-message.ts'

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

const fieldPath = z.string().max(LONGEST_PATH)
/** Which fields of a sensor's message are its warmth and its moisture; null leaves it to their names. */
export const chosenFieldsSchema = z.object({ celsius: fieldPath.nullable(), rhPercent: fieldPath.nullable() })
export const BY_NAME: Readonly<z.infer<typeof chosenFieldsSchema>> = { celsius: null, rhPercent: null }

/** One thing that a sensor said, as the server hands it on. */
export const sensorReadingSchema = z.object({
  sensor: z.string().min(1).max(60),
  /** Simulated; what it says is of the made-up hatchery alone. */
  standIn: z.boolean().default(false),
  atMs: z.number().int().min(0),
  celsius: z.number().min(0).max(60).nullable(),
  rhPercent: z.number().min(0).max(100).nullable(),
  /** Fields that were taken for the two. */
  taken: chosenFieldsSchema.default(BY_NAME),
  /** What else it said, where it said more. */
  fields: z
    .array(
      z.object({
        path: fieldPath,
        celsius: z.number().min(0).max(60).nullable(),
        rhPercent: z.number().min(0).max(100).nullable(),
      }),
    )
    .max(MOST_FIELDS)
    .default([]),
})
export type SensorReading = z.infer<typeof sensorReadingSchema>
