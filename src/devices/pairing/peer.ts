import { packDescription, unpackDescription } from './description-code.ts'

/** Sent at once; more waits until the channel has room. */
const CHUNK_BYTES = 16_384
const MOST_WAITING_BYTES = 1_000_000
const GATHER_MS = 3000
const GONE = 'The other device disconnected.'
/** A bundle larger than this goes by file. */
const MOST_BYTES = 4_000_000_000

/** What was read is not the code that was asked for; the line may still come to be with the right one. */
export class WrongCode extends Error {}

/**
 * A straight line between two browsers in one room: no server, what is sent goes from one to the other. Each shows the
 * other a code once.
 */
export class Peer {
  private readonly connection = new RTCPeerConnection({ iceServers: [] })
  private readonly channel: RTCDataChannel
  private readonly chunks: ArrayBuffer[] = []
  private expected: number | null = null
  private got = 0
  private resolveReceived: (file: Blob) => void = () => undefined
  private rejectReceived: (error: Error) => void = () => undefined
  /** What the other sends, whole. */
  readonly received = new Promise<Blob>((resolve, reject) => {
    this.resolveReceived = resolve
    this.rejectReceived = reject
  })
  /** When the line stands. */
  readonly open: Promise<void>

  /** @param onProgress - of what is received, bytes */
  constructor(private readonly onProgress: (done: number, total: number) => void) {
    // Agreed beforehand, so that neither has to wait for the other's.
    this.channel = this.connection.createDataChannel('book', { negotiated: true, id: 1 })
    this.channel.binaryType = 'arraybuffer'
    this.channel.bufferedAmountLowThreshold = MOST_WAITING_BYTES / 4
    this.channel.onmessage = ({ data }: MessageEvent<string | ArrayBuffer>) => this.take(data)
    this.open = new Promise((resolve, reject) => {
      this.channel.onopen = () => resolve()
      this.connection.onconnectionstatechange = () => {
        if (this.connection.connectionState === 'failed')
          reject(
            new Error(
              'The devices cannot reach each other. Are both on the same network? A bundle file always works.',
            ),
          )
      }
    })
    this.channel.onclose = () => this.rejectReceived(new Error(GONE))
    // Whoever waits hears of it; until then it is no unhandled failure.
    this.received.catch(() => undefined)
    this.open.catch(() => undefined)
  }

  /** The code that the other is to read first. */
  async offer(): Promise<string> {
    await this.connection.setLocalDescription(await this.connection.createOffer())
    return this.described()
  }

  /** @returns the code that goes back. @throws WrongCode */
  async answer(code: string): Promise<string> {
    const offered = unpackDescription(code)
    if (offered?.type !== 'offer') throw new WrongCode('This is not another tablet’s code.')
    await this.connection.setRemoteDescription(offered)
    await this.connection.setLocalDescription(await this.connection.createAnswer())
    return this.described()
  }

  /** @throws WrongCode */
  async accept(code: string): Promise<void> {
    const answered = unpackDescription(code)
    if (answered?.type !== 'answer') throw new WrongCode('This is not the other tablet’s answer.')
    await this.connection.setRemoteDescription(answered)
  }

  async send(file: Blob): Promise<void> {
    await this.open
    // How many bytes come, before them.
    this.channel.send(String(file.size))
    for (let at = 0; at < file.size; at += CHUNK_BYTES) {
      if (this.channel.bufferedAmount > MOST_WAITING_BYTES) await this.roomToSend()
      this.channel.send(await file.slice(at, at + CHUNK_BYTES).arrayBuffer())
    }
  }

  /** @throws Error when the other goes while this waits */
  private roomToSend(): Promise<void> {
    return new Promise<void>((resolve, reject) => {
      const gone = (): void => reject(new Error(GONE))
      this.channel.addEventListener('close', gone, { once: true })
      this.channel.onbufferedamountlow = () => {
        this.channel.removeEventListener('close', gone)
        resolve()
      }
      if (this.channel.readyState !== 'open') gone()
    })
  }

  close(): void {
    this.channel.onclose = null
    this.connection.close()
  }

  private take(data: string | ArrayBuffer): void {
    if (typeof data === 'string') {
      const bytes = Number(data)
      if (!(bytes > 0 && bytes <= MOST_BYTES))
        this.rejectReceived(new Error('The other device sent something other than records.'))
      else this.expected = bytes
      return
    }
    if (this.expected === null) return
    this.chunks.push(data)
    this.got += data.byteLength
    this.onProgress(this.got, this.expected)
    if (this.got >= this.expected) this.resolveReceived(new Blob(this.chunks, { type: 'application/zip' }))
  }

  private async described(): Promise<string> {
    if (this.connection.iceGatheringState !== 'complete')
      await Promise.race([
        new Promise<void>((resolve) => {
          this.connection.onicegatheringstatechange = () => {
            if (this.connection.iceGatheringState === 'complete') resolve()
          }
        }),
        new Promise<void>((resolve) => setTimeout(resolve, GATHER_MS)),
      ])
    const { type, sdp } = this.connection.localDescription!
    return packDescription({ type: type as 'offer' | 'answer', sdp })
  }
}
