// npm run demo: installs what is missing, builds the app, starts the server with the made-up hatchery.
import { spawn } from 'node:child_process'
import { installPackages, root, run } from './install.mjs'

installPackages()
if (run('npx', ['vite', 'build', '--logLevel', 'warn']) !== 0) process.exit(1)
const server = spawn(
  process.execPath,
  ['--import', 'tsx', 'src/server/main.ts', '--demo', ...process.argv.slice(2)],
  {
    cwd: root,
    stdio: ['inherit', 'pipe', 'inherit'],
  },
)
server.stdout.on('data', (text) => {
  process.stdout.write(text)
  const address = /http:\/\/\S+/.exec(String(text))?.[0]
  if (address) openBrowser(address)
})
server.on('exit', (code) => process.exit(code ?? 0))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))

function openBrowser(address) {
  if (process.env.CI || process.env.PERLUMEN_NO_BROWSER || !process.stdout.isTTY) return
  const [command, ...args] =
    process.platform === 'darwin'
      ? ['open']
      : process.platform === 'win32'
        ? ['cmd', '/c', 'start', '']
        : ['xdg-open']
  spawn(command, [...args, address], { stdio: 'ignore', detached: true })
    .on('error', () => undefined)
    .unref()
}
