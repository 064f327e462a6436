import { z } from 'zod'

const readingSchema = z.object({
  rhPercent: z.number().min(0).max(100),
  celsius: z.number().min(-10).max(60),
})
export type SensorReading = z.infer<typeof readingSchema>

/** A sensor in the incubator over plain HTTP. @returns null when there is none, or it gave no reading */
export async function readAir(): Promise<SensorReading | null> {
  try {
    const response = await fetch('/api/air/reading', { cache: 'no-store' })
    if (!response.ok || !response.headers.get('content-type')?.includes('json')) return null
    const parsed = readingSchema.safeParse(await response.json())
    return parsed.success ? parsed.data : null
  } catch {
    return null
  }
}

/** Lets the stand-in incubator know of its lid, as the air itself would. */
export async function moveLid(open: boolean): Promise<void> {
  await fetch('/api/stand-in/lid', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ open }),
  }).catch(() => undefined)
}
