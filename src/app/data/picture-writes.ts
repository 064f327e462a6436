import { v4 as uuid } from 'uuid'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { ShapesRecord } from '../../contracts/records/shapes-record.ts'
import type { Changes } from '../../domain/steps.ts'
import type { Repository } from './repository.ts'

/** A photograph and the lines measured in it, of each look that it makes. */
export interface Picture {
  photo: Blob
  shapes: readonly ShapesRecord[]
}

interface Writes {
  repository: Repository
  mustLead: () => void
  noticing: <T>(work: () => Promise<T>) => Promise<T>
  commit: (label: string, eggId: string | null, changes: Changes) => Promise<void>
}

/** Steps that bring pictures or sounds with them: these are kept first, and go again where the step is refused. */
export function pictureWrites({ repository, mustLead, noticing, commit }: Writes) {
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
    await commit('photograph added', eggId, { pictured: [{ eggId, pictureId, type: picture.type }] })
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

  return { addLook, addVoice, addPicture, addLooks }
}
