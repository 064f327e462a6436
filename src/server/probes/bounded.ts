/** What comes from a sensor is bounded while it is read: one that never ends must not fill the memory. */
export class TooMuch extends Error {
  constructor(mostBytes: number) {
    super(`more than ${mostBytes} bytes`)
  }
}

/** The text of a whole answer. @throws TooMuch where it is longer; the rest is not fetched */
export async function boundedText(
  body: ReadableStream<Uint8Array> | null,
  mostBytes: number,
): Promise<string> {
  if (!body) return ''
  const decoder = new TextDecoder()
  const reader = body.getReader()
  let text = ''
  let bytes = 0
  try {
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return text + decoder.decode()
      bytes += value.length
      if (bytes > mostBytes) throw new TooMuch(mostBytes)
      text += decoder.decode(value, { stream: true })
    }
  } finally {
    await reader.cancel().catch(() => undefined)
  }
}

const LINE_END = 10
const EVENT_END = 2

/** Passes a stream of events on, and breaks it off where one event, from empty line to empty line, is longer. */
export function boundedEvents(mostBytes: number): TransformStream<Uint8Array, Uint8Array> {
  let bytes = 0
  let ends = 0
  return new TransformStream({
    transform(chunk, controller) {
      for (const byte of chunk) {
        bytes++
        // A line may end in CR LF.
        if (byte === LINE_END) ends++
        else if (byte !== 13) ends = 0
        if (ends >= EVENT_END) bytes = 0
        if (bytes > mostBytes) throw new TooMuch(mostBytes)
      }
      controller.enqueue(chunk)
    },
  })
}

/** Pauses before it is tried again: each twice as long as the one before, up to a minute. */
export class GrowingPause {
  private nextMs: number

  constructor(
    private readonly firstMs = 1000,
    private readonly mostMs = 60_000,
  ) {
    this.nextMs = firstMs
  }

  take(): number {
    const now = this.nextMs
    this.nextMs = Math.min(this.mostMs, 2 * now)
    return now
  }

  /** It answered. */
  reset(): void {
    this.nextMs = this.firstMs
  }
}
