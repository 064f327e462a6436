import { afterEach, expect, it, vi } from 'vitest'
import { listen } from './microphone.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

/** A recorder that a test ends, as the browser does when the microphone is unplugged. */
class Recorder extends EventTarget {
  static last: Recorder
  state = 'inactive'
  mimeType = 'audio/webm'
  constructor() {
    super()
    Recorder.last = this
  }
  start(): void {
    this.state = 'recording'
  }
  stop(): void {
    this.state = 'inactive'
    this.dispatchEvent(Object.assign(new Event('dataavailable'), { data: new Blob(['spoken']) }))
    this.dispatchEvent(new Event('stop'))
  }
}

it('what was spoken before the microphone ended by itself is kept', async () => {
  const ended: string[] = []
  vi.stubGlobal('navigator', {
    mediaDevices: {
      getUserMedia: () => Promise.resolve({ getTracks: () => [{ stop: () => ended.push('released') }] }),
    },
  })
  vi.stubGlobal('MediaRecorder', Recorder)
  const recording = await listen()
  Recorder.last.stop()
  const { sound } = await recording.stop()
  expect([await sound.text(), ended]).toEqual(['spoken', ['released']])
})
