import { z } from 'zod'
import type { EggShapes } from '../../core/measure/reading.ts'
import { idField, type HoldsAll } from './fields.ts'

const point = z.object({ x: z.number(), y: z.number() })
const line = z.array(point).max(20_000)

/** The measured lines of a look, kept beside its photograph under the look's id: they never change. */
export const shapesRecordSchema = z.object({
  id: idField,
  polygon: line.min(3),
  cellEdge: line,
  shadow: z.array(line).max(1000),
  ring: line,
  crack: line,
})
type Kept = z.infer<typeof shapesRecordSchema>
export type ShapesRecord = HoldsAll<EggShapes, Kept>
