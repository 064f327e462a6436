import type { PicturedLook } from '../contracts/records/look-record.ts'

/** Two photographs never show an egg in the same place to a hundredth of a pixel. */
const SAME_PX = 0.01

/** What of a look says which egg of which picture it is. */
export type Pictured = Pick<PicturedLook, 'eggId' | 'photo' | 'replaced'> & {
  reading: Pick<PicturedLook['reading'], 'outline' | 'lengthPx'>
}

/** A look at another egg that was made of the same photograph, at the same egg in it. */
export function samePicture<Look extends Pictured>(
  { eggId, photo, reading }: Omit<Pictured, 'replaced'>,
  looks: readonly Look[],
): Look | undefined {
  const { centre } = reading.outline
  return looks.find(
    (other) =>
      other.eggId !== eggId &&
      // A photograph that went to a wrong egg, and was replaced there, is free for the right one.
      !other.replaced &&
      other.photo.widthPx === photo.widthPx &&
      other.photo.heightPx === photo.heightPx &&
      [
        other.reading.lengthPx - reading.lengthPx,
        other.reading.outline.centre.x - centre.x,
        other.reading.outline.centre.y - centre.y,
      ].every((apart) => Math.abs(apart) < SAME_PX),
  )
}
