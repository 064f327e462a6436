import type { WorkerFault } from './protocol.ts'

/** What a worker cannot do, and why; the message is for people. */
export class Fault extends Error {
  readonly code: WorkerFault['code']

  constructor(code: WorkerFault['code'], message: string) {
    super(message)
    this.code = code
  }
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
