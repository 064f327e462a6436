import type { EggOutline, Point } from '../core/geometry/egg-outline.ts'
import type { ConfirmedLook, Learnt } from '../core/grade/learn.ts'
import type { Grade } from '../core/grade-names.ts'
import type { FilmLook, LookSource } from '../core/growth/film-look.ts'
import type { ShellMarks } from '../core/growth/shell-marks.ts'
import type { EggForm } from '../core/growth/upright.ts'
import type { EggsReading } from '../core/measure/reading.ts'
import type { RawFrame } from '../core/motion/clip.ts'
import type { Heartbeat } from '../core/motion/heartbeat.ts'
import type { Movement } from '../core/motion/movement.ts'
import type { EggModel } from '../core/simulate/egg-model.ts'
import type { Shot } from '../core/simulate/shot.ts'
import type { LampLight } from '../core/lamp/lamp-light.ts'
import type { LampScene, Trial } from '../core/lamp/trial.ts'
import type { TrialPlan } from '../core/lamp/forecast.ts'
import type { Shell, SpeciesName } from '../core/species/species.ts'

export type WorkerRequest =
  | {
      id: number
      kind: 'measure'
      photo: PhotoInput
      species: SpeciesName
      /** Fraction of incubation, where it is known. */
      stage?: number
      keepLongSidePx: number | null
    }
  | ({ id: number; kind: 'speak' } & ToSpeak)
  | { id: number; kind: 'film'; film: FilmInput }
  | ({ id: number; kind: 'lay-upright' } & ToLayUpright)
  | { id: number; kind: 'same-side'; marks: readonly ShellMarks[] }
  | { id: number; kind: 'lamp-light'; photo: Blob; species: SpeciesName }
  | { id: number; kind: 'room-light'; photo: Blob }
  | { id: number; kind: 'lamp-scene'; light: LampLight; species: SpeciesName; shell: Shell }
  | { id: number; kind: 'lamp-trial'; plan: TrialPlan }
  /** Draws a frame of the live picture down; the frame is given away. */
  | { id: number; kind: 'shrink'; frame: LiveFrame; longSidePx: number }
  /** Copies a frame out of the camera's few buffers; the frame is given away. */
  | { id: number; kind: 'hold'; frame: LiveFrame }
  | ({ id: number; kind: 'render' } & ToRender)
  /** Films a simulated egg that lies still; see how many frames beside the work. */
  | ({ id: number; kind: 'render-film' } & ToRender)
  | { id: number; kind: 'learn'; confirmed: readonly ConfirmedLook[] }
  | { id: number; kind: 'cancel'; cancels: number }

/** An egg of a kept photograph of which it is asked which parts speak for a grade. */
export interface ToSpeak {
  photo: Blob
  species: SpeciesName
  /** Fraction of incubation. */
  stage: number
  grade: Grade
  /** Middle of the egg, shares of the photograph's width and height: it may show several. */
  at: Point
}

/** A look that is to be part of a growth film. */
export interface ToLayUpright extends LookSource {
  photo: Blob
  form: EggForm
  heightPx: number
}

/** Frames a second of a simulated film. */
export const FILM_FPS = 6

/** A simulated photograph that is to be made. */
export interface ToRender {
  egg: EggModel
  ageDays: number
  shot: Shot
  /** Turn of the egg about its long axis, radians. @default 0 */
  rollRad?: number
}

/** A file, or frames just taken of the live picture, of which the sharpest is used; frames are given away. */
export type PhotoInput = Blob | ImageBitmap[]

/** A frame as the browser shows it; where it does not know video frames, a copy. */
export type LiveFrame = VideoFrame | ImageBitmap

/** RGBA, row-major. */
export interface SmallFrame {
  widthPx: number
  heightPx: number
  data: Uint8ClampedArray<ArrayBuffer>
}

/** A film of one egg that lay still, and where it lay. */
export interface FilmInput {
  frames: RawFrame[]
  /** The outline in the frames' pixels. */
  outline: EggOutline
  /** Fraction of incubation. */
  stage: number
}

export interface FilmReading {
  movement: Movement
  heartbeat: Heartbeat | null
}

export interface MeasuredPhoto {
  /** All eggs in the photograph; lengths in its pixels. */
  reading: EggsReading
  widthPx: number
  heightPx: number
  /** The photograph as it is to be kept: drawn down and encoded anew where it was larger or only a frame. */
  photo: Blob
  elapsedMs: { decode: number; measure: number }
}

export interface WorkerFault {
  code: 'not-a-photo' | 'too-large' | 'too-small' | 'too-slow' | 'cancelled' | 'failed'
  message: string
}

export type WorkerReply =
  | { id: number; kind: 'measured'; result: MeasuredPhoto }
  | { id: number; kind: 'rendered'; photo: Blob }
  | { id: number; kind: 'film-rendered'; frames: Blob[] }
  | { id: number; kind: 'shrunk'; frame: SmallFrame }
  | { id: number; kind: 'held'; frame: ImageBitmap }
  /** Null where the film was too short or the egg too dark to follow. */
  | { id: number; kind: 'filmed'; result: FilmReading | null }
  | { id: number; kind: 'laid-upright'; look: FilmLook }
  /** As of turnsToSameSide. */
  | { id: number; kind: 'same-side-found'; turns: Array<number | null> }
  | { id: number; kind: 'learnt'; learnt: Learnt }
  /** Null where not just one egg was found. */
  | { id: number; kind: 'lamp-lit'; light: LampLight | null }
  | { id: number; kind: 'room-lit'; room: number }
  /** Null where nothing can be drawn in so little light. */
  | { id: number; kind: 'scene-found'; scene: LampScene | null }
  | { id: number; kind: 'tried'; trial: Trial }
  /** By part, as of occlusionMap; null where the egg is not found again. */
  | { id: number; kind: 'spoken'; parts: number[] | null }
  | { id: number; kind: 'fault'; fault: WorkerFault }
