/** Something that listens until it is told to stop. */
export interface Recording {
  /** What was heard. */
  stop(): Promise<{ sound: Blob; seconds: number }>
  /** Forgets what was heard. */
  drop(): void
}

/** Small and understood by every browser that can record. */
const BITS_PER_SECOND = 32_000

/** Listens by this device's microphone. @throws Error with a plain sentence where that cannot be */
export async function listen(): Promise<Recording> {
  const media = (navigator as { mediaDevices?: MediaDevices }).mediaDevices
  if (!media || !('MediaRecorder' in globalThis))
    throw new Error('The browser only allows the microphone over HTTPS or on localhost.')
  let stream: MediaStream
  try {
    stream = await media.getUserMedia({ audio: { echoCancellation: true, noiseSuppression: true } })
  } catch (error) {
    throw new Error(
      (error as DOMException).name === 'NotFoundError'
        ? 'This device has no microphone.'
        : 'The microphone was not allowed. Allow it in the address bar.',
    )
  }
  return record(stream)
}

function record(stream: MediaStream): Recording {
  const recorder = new MediaRecorder(stream, { audioBitsPerSecond: BITS_PER_SECOND })
  const parts: Blob[] = []
  recorder.addEventListener('dataavailable', ({ data }) => parts.push(data))
  // A recorder ends by itself where its microphone goes: nobody asks again for an event that has been.
  const stopped = new Promise<void>((resolve) =>
    recorder.addEventListener('stop', () => resolve(), { once: true }),
  )
  const startMs = performance.now()
  recorder.start()
  const release = (): void => stream.getTracks().forEach((track) => track.stop())
  return {
    async stop() {
      const seconds = (performance.now() - startMs) / 1000
      if (recorder.state !== 'inactive') recorder.stop()
      await stopped
      release()
      return { sound: new Blob(parts, { type: recorder.mimeType || 'audio/webm' }), seconds }
    },
    drop() {
      if (recorder.state !== 'inactive') recorder.stop()
      release()
    },
  }
}
