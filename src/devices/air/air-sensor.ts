import { z } from 'zod'
import { askIfThere, handleStandIn } from '../port.ts'

const readingSchema = z.object({
  rhPercent: z.number().min(0).max(100),
  celsius: z.number().min(-10).max(60),
})
export type SensorReading = z.infer<typeof readingSchema>

/** A sensor in the incubator over plain HTTP. @returns null when there is none, or it gave no reading */
export async function readAir(): Promise<SensorReading | null> {
  return readingSchema.safeParse(await askIfThere('/api/air/reading')).data ?? null
}

/** Lets the stand-in incubator know of its lid, as the air itself would. */
export async function moveLid(open: boolean): Promise<void> {
  await handleStandIn('lid', { open }).catch(() => undefined)
}
