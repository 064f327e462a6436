import { isPictured, type LookRecord } from '../../../contracts/records/look-record.ts'
import type { EggOutline } from '../../../core/geometry/egg-outline.ts'
import { commonLevel, evened } from '../../../core/growth/even-light.ts'
import type { FilmLook, LookSource } from '../../../core/growth/film-look.ts'
import type { LookLines } from '../../../core/growth/moving-lines.ts'
import { turned } from '../../../core/growth/same-side.ts'
import { timelineOf, type FilmTimeline } from '../../../core/growth/timeline.ts'
import { commonForm, filmOutline } from '../../../core/growth/upright.ts'
import { outlineOf } from '../../../core/simulate/shot.ts'
import type { Shell, SpeciesName } from '../../../core/species/species.ts'
import { figuresOfLook } from '../../../domain/look-figures.ts'
import type { EggWorkerPool } from '../../../workers/pool.ts'
import { EXPECTED_SHOT, expectedEgg, expectedPicture } from '../as-expected.ts'
import type { Repository } from '../../data/repository.ts'

/** Height of a film, px: sharp on a wall screen, and ten looks of it fit a phone’s memory. */
export const FILM_HEIGHT_PX = 720

/** One look that is to be in a film. */
export interface FilmPart {
  id: string
  ageDays: number
  /** What is needed of it; null where its photograph is gone. */
  open: (signal: AbortSignal) => Promise<(LookSource & { photo: Blob }) | null>
  outline: EggOutline
}

/** A film's pictures and lines, one for each look. */
export interface FilmTake {
  pictures: ImageBitmap[]
  lines: LookLines[]
}

/** A film ready to be shown: its pictures lie on each other. */
export interface GrowthFilm {
  widthPx: number
  heightPx: number
  outline: EggOutline
  timeline: FilmTimeline
  asItLay: FilmTake
  /** All looks turned to one side of the shell; null where no speckles tell how. */
  sameSide: (FilmTake & { turns: ReadonlyArray<number | null> }) | null
  /** Looks whose photographs are gone. */
  missing: number
}

/** An egg's looks as parts of its film, youngest first; those that a later picture took the place of are left out. */
export function partsOf(
  looks: readonly LookRecord[],
  repository: Pick<Repository, 'photo' | 'shapes'>,
): FilmPart[] {
  return looks
    .filter(isPictured)
    .filter((look) => !look.replaced)
    .sort((a, b) => a.ageDays - b.ageDays)
    .map((look) => {
      const { outline } = figuresOfLook(look)
      return {
        id: look.id,
        ageDays: look.ageDays,
        outline,
        open: async () => {
          const [photo, shapes] = await Promise.all([
            repository.photo(look.photo.id).catch(() => null),
            repository.shapes(look.id).catch(() => null),
          ])
          return photo && { photo, outline, shapes: shapes ?? { cellEdge: [], shadow: [] } }
        },
      }
    })
}

/** A living egg as drawn, at the ages of another egg's looks. */
export function drawnParts(
  { species, shell }: { species: SpeciesName; shell: Shell },
  looks: ReadonlyArray<{ ageDays: number; stage: number }>,
  workers: Pick<EggWorkerPool, 'render'>,
): FilmPart[] {
  const outline = outlineOf(expectedEgg(species, shell), EXPECTED_SHOT)
  return looks.map(({ ageDays, stage }) => ({
    id: `${species} ${shell}`,
    ageDays,
    outline,
    open: async (signal) => ({
      photo: await workers.render(expectedPicture(species, shell, stage), signal),
      outline,
      shapes: { cellEdge: [], shadow: [] },
    }),
  }))
}

/**
 * Makes a film of looks, each in a worker.
 * @param onMade - told how many are done
 * @returns null where no photograph is left
 * @throws what the workers throw, or an abort
 */
export async function makeFilm(
  parts: readonly FilmPart[],
  workers: Pick<EggWorkerPool, 'layUpright' | 'sameSide'>,
  { signal, onMade }: { signal: AbortSignal; onMade: (done: number) => void },
): Promise<GrowthFilm | null> {
  const form = commonForm(parts.map(({ outline }) => outline))
  let done = 0
  const made = await Promise.all(
    parts.map(async (part) => {
      const source = await part.open(signal)
      const look = source && (await workers.layUpright({ ...source, form, heightPx: FILM_HEIGHT_PX }, signal))
      onMade(++done)
      return look && { ageDays: part.ageDays, ...look }
    }),
  )
  signal.throwIfAborted()
  const looks = made.filter((look) => look !== null)
  if (looks.length === 0) return null
  const turns = await workers.sameSide(
    looks.map(({ marks }) => marks),
    signal,
  )
  const film = filmOutline(form, FILM_HEIGHT_PX)
  const level = commonLevel(looks.map(({ egg }) => egg.level))
  const isTurned = turns.some((turn) => turn !== null)
  return {
    ...film,
    timeline: timelineOf(looks.map(({ ageDays }) => ageDays)),
    asItLay: await takeOf(looks, level),
    sameSide: isTurned ? { ...(await takeOf(turnedBy(turns, looks, film), level)), turns } : null,
    missing: made.length - looks.length,
  }
}

const turnedBy = (
  turns: ReadonlyArray<number | null>,
  looks: readonly FilmLook[],
  film: { outline: EggOutline },
): FilmLook[] => looks.map((look, i) => (turns[i] ? turned(look, turns[i], film) : look))

async function takeOf(looks: readonly FilmLook[], level: ReturnType<typeof commonLevel>): Promise<FilmTake> {
  const pictures = looks.map(({ egg }) =>
    createImageBitmap(new ImageData(evened(egg, level), egg.widthPx, egg.heightPx)),
  )
  return { pictures: await Promise.all(pictures), lines: looks.map(({ lines }) => lines) }
}

export function closeFilm({ asItLay, sameSide }: GrowthFilm): void {
  for (const picture of [...asItLay.pictures, ...(sameSide?.pictures ?? [])]) picture.close()
}
