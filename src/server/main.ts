import { fileURLToPath } from 'node:url'
import { createApp } from './createApp.ts'
import { readOptions, type StartOptions } from './options.ts'

function start({ port, host, ...options }: StartOptions): void {
  const app = createApp({ appFolder: fileURLToPath(new URL('../../dist', import.meta.url)), ...options })
  const server = app.listen(port, host, (error?: Error) => {
    if (error) {
      process.stderr.write(
        `Perlumen cannot start on port ${port}: ${error.message}\nAnother one: --port 4180\n`,
      )
      process.exitCode = 1
      return
    }
    process.stdout.write(`Perlumen is ready at http://${host}:${port}/\n`)
  })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      server.closeAllConnections()
      server.close()
    })
  }
}

try {
  start(readOptions(process.argv.slice(2), process.env))
} catch (error) {
  process.stderr.write(`Perlumen cannot start. ${(error as Error).message}\n`)
  process.exitCode = 2
}
