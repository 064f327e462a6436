import { PHOTO_BOUNDS, readPhotoHead, tooManyBytes } from '../contracts/files/photo-file.ts'
import type { WorkerFault } from './protocol.ts'

/** What a worker cannot do, and why; the message is for people. */
export class Fault extends Error {
  readonly code: WorkerFault['code']

  constructor(code: WorkerFault['code'], message: string) {
    super(message)
    this.code = code
  }
}

/**
 * A file that somebody chose, of the kind that its first bytes tell, whatever it calls itself.
 * @throws Fault where it cannot be read
 * @throws PhotoFileError where it is no photograph, or out of bounds
 */
export async function checkedFile(file: Blob): Promise<Blob> {
  if (file.size > PHOTO_BOUNDS.bytes) throw tooManyBytes(file.size)
  const bytes = await file.arrayBuffer().catch(() => {
    throw new Fault('not-a-photo', 'The file can no longer be read. Is it still there?')
  })
  return new Blob([bytes], { type: `image/${readPhotoHead(new Uint8Array(bytes)).kind}` })
}

/** @throws Fault with a plain sentence where it is no picture that this browser reads */
export async function unpack(photo: Blob): Promise<ImageBitmap> {
  return createImageBitmap(photo).catch(() => {
    throw new Fault(
      'not-a-photo',
      'The photograph is damaged or incomplete, or this browser cannot read its format.',
    )
  })
}
