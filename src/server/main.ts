import { parseArgs } from 'node:util'
import { fileURLToPath } from 'node:url'
import { createApp } from './createApp.ts'

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: process.env['PORT'] ?? '4173' },
    host: { type: 'string', default: '127.0.0.1' },
    demo: { type: 'boolean', default: false },
    camera: { type: 'string' },
    'camera-stream': { type: 'string' },
  },
})

const camera = values.camera ? { stillUrl: values.camera, streamUrl: values['camera-stream'] } : undefined
const app = createApp({ appFolder: fileURLToPath(new URL('../../dist', import.meta.url)), demo: values.demo, camera })
const server = app.listen(Number(values.port), values.host, (error?: Error) => {
  if (error) {
    process.stderr.write(`Perlumen cannot start on port ${values.port}: ${error.message}\nAnother one: --port 4180\n`)
    process.exitCode = 1
    return
  }
  process.stdout.write(`Perlumen is ready at http://${values.host}:${values.port}/\n`)
})
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.closeAllConnections()
    server.close()
  })
}
