import type { EggOutline } from '../../core/geometry/egg-outline.ts'
import type { Grade } from '../../core/grade-names.ts'
import type { Verdict } from '../../core/grade/types.ts'
import type { CardWish } from '../../core/learning/egg-card.ts'
import type { Signs } from '../../core/simulate/signs-in-light.ts'

/** An egg to practise on as the lamp shows it, drawn or photographed; what is true of it stays here. */
export interface LampEgg {
  wish: CardWish
  /** The look whose photograph it is; null for a drawn one. */
  lookId: string | null
  truth: Grade
  ageDays: number
  /** In pictures of `CARD_PX` a side. */
  outline: EggOutline
  /** Where the air cell ends; null when unknown. */
  cell: { depth: number; tiltRad: number } | null
  /** Views around its long axis. */
  sides: number
  /** The picture of a side; null where there is none. */
  side: (at: number, signal: AbortSignal) => Promise<Blob | null>
  /** Frames of it lying still; null where nobody can wait for it. */
  film: ((signal: AbortSignal) => Promise<Blob[]>) | null
  /** What the program says, from the picture alone. */
  judge: (photo: Blob, signal: AbortSignal) => Promise<Verdict | null>
  /** What gives it away in the picture of a side that was shown. */
  signs: (at: number) => Signs
}
