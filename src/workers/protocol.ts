import type { EggsReading } from '../core/measure/reading.ts'
import type { EggModel } from '../core/simulate/egg-model.ts'
import type { Shot } from '../core/simulate/shot.ts'
import type { SpeciesName } from '../core/species/species.ts'

export type WorkerRequest =
  | { id: number; kind: 'measure'; photo: Blob; species: SpeciesName }
  | { id: number; kind: 'render'; egg: EggModel; ageDays: number; shot: Shot }
  | { id: number; kind: 'cancel'; cancels: number }

export interface MeasuredPhoto {
  /** All eggs in the photograph; lengths in its pixels. */
  reading: EggsReading
  widthPx: number
  heightPx: number
  elapsedMs: { decode: number; measure: number }
}

export interface WorkerFault {
  code: 'not-a-photo' | 'too-large' | 'cancelled' | 'failed'
  message: string
}

export type WorkerReply =
  | { id: number; kind: 'measured'; result: MeasuredPhoto }
  | { id: number; kind: 'rendered'; photo: Blob }
  | { id: number; kind: 'fault'; fault: WorkerFault }
