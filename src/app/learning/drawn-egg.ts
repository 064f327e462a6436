import { gradeEgg } from '../../core/grade/grade.ts'
import { eggCard, type CardWish } from '../../core/learning/egg-card.ts'
import { eggAt } from '../../core/simulate/egg-model.ts'
import { outlineOf } from '../../core/simulate/shot.ts'
import { signsOf } from '../../core/simulate/signs-in-light.ts'
import type { EggWorkerPool } from '../../workers/pool.ts'
import type { LampEgg } from './lamp-egg.ts'

/** Views of a drawn egg around its long axis. */
const SIDES = 8
const SIDE_RAD = (2 * Math.PI) / SIDES
/** Side of a film's frames, px: movement is coarse. */
const FILM_PX = 384

type Workers = Pick<EggWorkerPool, 'render' | 'renderFilm' | 'measure'>

/** An egg drawn by the physics of light. */
export function drawnEgg(wish: CardWish, workers: Workers): LampEgg {
  const { egg, ageDays, shot, truth } = eggCard(wish)
  const { species, shell } = egg
  const state = eggAt(egg, ageDays)
  return {
    wish,
    lookId: null,
    truth,
    ageDays,
    outline: outlineOf(egg, shot),
    cell: state.cell,
    sides: SIDES,
    side: (at, signal) =>
      workers.render({ egg, ageDays, shot, rollRad: at * SIDE_RAD }, signal).catch(() => null),
    film: (signal) =>
      workers
        .renderFilm({ egg, ageDays, shot: { ...shot, widthPx: FILM_PX, heightPx: FILM_PX } }, signal)
        .catch(() => []),
    judge: async (photo, signal) => {
      const measured = await workers.measure(photo, { species }, signal).catch(() => null)
      if (measured?.reading.kind !== 'eggs') return null
      return gradeEgg(measured.reading.eggs[0]!, { species, shell, ageDays })
    },
    signs: (at) => signsOf(state, shot, at * SIDE_RAD),
  }
}
