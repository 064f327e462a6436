import { z } from 'zod'

/** What the server can stand in for with a simulation. */
export const STAND_IN_KINDS = ['camera', 'scale', 'calliper', 'air', 'probes'] as const
export type StandInKind = (typeof STAND_IN_KINDS)[number]

const deviceField = z.enum(['real', 'stand-in', 'absent'])

/** Which devices the server speaks for. The app offers what is there, and asks for nothing else. */
export const deviceListSchema = z.object({
  /** Whether the made-up hatchery is offered to an empty app. */
  demo: z.boolean(),
  camera: deviceField,
  scale: deviceField,
  calliper: deviceField,
  /** Something simulated in the incubator of the made-up hatchery; real ones are probes. */
  air: deviceField,
})
export type DeviceList = z.infer<typeof deviceListSchema>
