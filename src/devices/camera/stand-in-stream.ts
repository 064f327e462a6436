import type { Response } from 'express'

const BOUNDARY = 'perlumen-frame'

/** Sends JPEG frames as multipart/x-mixed-replace until the reader leaves. */
export function sendStream(response: Response, intervalMs: number, nextFrame: () => Promise<Buffer>): void {
  response.set({
    'Content-Type': `multipart/x-mixed-replace; boundary=${BOUNDARY}`,
    'Cache-Control': 'no-store',
  })
  let open = true
  response.on('close', () => {
    open = false
  })
  const send = async (): Promise<void> => {
    while (open) {
      const frame = await nextFrame()
      if (!open) return
      response.write(`--${BOUNDARY}\r\nContent-Type: image/jpeg\r\nContent-Length: ${frame.length}\r\n\r\n`)
      response.write(frame)
      response.write('\r\n')
      await new Promise((resolve) => setTimeout(resolve, intervalMs))
    }
  }
  send().catch(() => response.destroy())
}
