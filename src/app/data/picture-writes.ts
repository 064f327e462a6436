import { v4 as uuid } from 'uuid'
import type { Egg } from '../../contracts/egg-record.ts'
import type { LookRecord } from '../../contracts/look-record.ts'
import type { EggSet } from '../../contracts/set-record.ts'
import type { ShapesRecord } from '../../contracts/shapes-record.ts'
import type { Tray } from '../../contracts/tray-record.ts'
import type { Changes } from '../../domain/steps.ts'
import type { Repository } from './repository.ts'

/** A photograph and the lines measured in it, of each look that it makes. */
export interface Picture {
  photo: Blob
  shapes: readonly ShapesRecord[]
}

/** A set that comes in with all that is known of it, and of the air that it has had. */
type NewSet = { trays: readonly Tray[]; set: EggSet; eggs: readonly Egg[] } & Pick<
  Changes,
  'probes' | 'readings' | 'logged'
>

interface Writes {
  repository: Repository
  mustLead: () => void
  noticing: <T>(work: () => Promise<T>) => Promise<T>
  commit: (label: string, eggId: string | null, changes: Changes) => Promise<void>
  /** Writes something that is no step. */
  writeOnce: (changes: Changes) => Promise<void>
}

/** Steps that bring pictures or sounds with them: these are kept first, and go again where the step is refused. */
export function pictureWrites({ repository, mustLead, noticing, commit, writeOnce }: Writes) {
  /** Saves a photograph and the lines in it, and then what refers to them; where that is refused, the photograph goes as well. */
  async function withPhoto(
    look: LookRecord,
    { photo, shapes }: Picture,
    then: () => Promise<void>,
  ): Promise<void> {
    const id = await repository.savePhoto(look, photo)
    try {
      await repository.saveShapes(shapes)
      await then()
    } catch (error) {
      await repository.removePhotos([id]).catch(() => undefined)
      throw error
    }
  }

  /** A new look; with `replaces` it takes the place of an earlier picture of the same candling. */
  async function addLook(look: LookRecord, picture: Picture, replaces: LookRecord | null): Promise<void> {
    mustLead()
    await withPhoto(look, picture, () =>
      commit(replaces ? 'retake' : 'photograph', look.eggId, {
        looks: replaces ? [look, { ...replaces, replaced: true }] : [look],
      }),
    )
  }

  /** A few spoken seconds about an egg. */
  async function addVoice(eggId: string, sound: Blob, seconds: number): Promise<void> {
    mustLead()
    const voiceId = uuid()
    await noticing(() => repository.saveAttachment(voiceId, sound))
    // Where that is refused, the next start sweeps the sound up.
    await commit('spoken note', eggId, {
      spoken: [{ eggId, voiceId, seconds: Number(seconds.toFixed(1)), type: sound.type }],
    })
  }

  /** A photograph as a note of an egg: a pip, a chick, what was in the shell. */
  async function addPicture(eggId: string, picture: Blob): Promise<void> {
    mustLead()
    const pictureId = uuid()
    await noticing(() => repository.saveAttachment(pictureId, picture))
    await commit('photograph noted', eggId, { pictured: [{ eggId, pictureId, type: picture.type }] })
  }

  /** Looks at several eggs in one photograph, as one step. @param replaced - earlier pictures that they take the place of */
  async function addLooks(
    added: readonly LookRecord[],
    picture: Picture,
    replaced: readonly LookRecord[],
  ): Promise<void> {
    const [first] = added
    if (!first) return
    mustLead()
    await withPhoto(first, picture, () =>
      commit('photograph', first.eggId, {
        looks: [...added, ...replaced.map((look) => ({ ...look, replaced: true }))],
      }),
    )
  }

  /** A set with its eggs and looks of earlier days, which cannot be undone. */
  async function addSet(
    { trays, set, eggs: newEggs, ...more }: NewSet,
    earlier: ReadonlyArray<{ look: LookRecord; picture: Picture }>,
  ): Promise<void> {
    mustLead()
    const kept: string[] = []
    try {
      for (const { look, picture } of earlier) {
        kept.push(await repository.savePhoto(look, picture.photo))
        await repository.saveShapes(picture.shapes)
      }
      await writeOnce({ trays, sets: [set], eggs: newEggs, looks: earlier.map(({ look }) => look), ...more })
    } catch (error) {
      await repository.removePhotos(kept).catch(() => undefined)
      throw error
    }
  }

  return { addLook, addVoice, addPicture, addLooks, addSet }
}
