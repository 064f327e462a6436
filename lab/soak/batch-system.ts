import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { cpus, hostname, tmpdir, totalmem, userInfo } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'

/** The batch system of a cluster on this machine alone: one node, a folder and ports of its own. */
export interface BatchSystem {
  /** Runs one of its commands (`sbatch`, `squeue` …). @throws Error with what it said */
  run: (command: string, ...words: string[]) => string
  /** Ends the node and everything that runs on it at once, as a power cut would, and starts it again. */
  cutPower: () => Promise<void>
  stop: () => Promise<void>
}

const PROGRAMS = ['munged', 'slurmctld', 'slurmd', 'sbatch', 'squeue', 'scontrol', 'sinfo'] as const
/** Where Debian puts daemons; not everybody has it in the path. */
const PATH = `${process.env['PATH']}:/usr/sbin:/sbin`

/** @returns those that are not installed */
export function missingPrograms(): string[] {
  return PROGRAMS.filter((name) => spawnSync('which', [name], { env: { ...process.env, PATH } }).status !== 0)
}

/** @throws Error where the node does not come up */
export async function startBatchSystem(): Promise<BatchSystem> {
  const folder = mkdtempSync(join(tmpdir(), 'perlumen-cluster-'))
  for (const name of ['spool', 'state', 'munge']) mkdirSync(join(folder, name), { mode: 0o755 })
  chmodSync(folder, 0o755)
  const conf = join(folder, 'slurm.conf')
  const [control, node] = [await freePort(), await freePort()]
  writeFileSync(conf, configuration({ folder, control, node }))
  const env = { ...process.env, PATH, SLURM_CONF: conf }
  const key = join(folder, 'munge', 'key')
  writeFileSync(key, randomBytes(128), { mode: 0o400 })
  const daemons: ChildProcess[] = []
  const start = (name: string, words: string[]): ChildProcess => {
    const daemon = spawn(name, words, { env, stdio: 'ignore', detached: true })
    daemons.push(daemon)
    return daemon
  }
  const run = (command: string, ...words: string[]): string => {
    const { status, stdout, stderr } = spawnSync(command, words, { env, encoding: 'utf8' })
    if (status !== 0) throw new Error(`${command} ${words.join(' ')}: ${stderr || stdout}`)
    return stdout.trim()
  }
  const isUp = (): boolean => {
    try {
      return /^(idle|alloc|mixed)/.test(run('sinfo', '--noheader', '--format=%t'))
    } catch {
      return false
    }
  }
  const until = async (what: string, holds: () => boolean): Promise<void> => {
    for (let tries = 0; !holds(); tries++) {
      if (tries > 600) throw new Error(`${what}; see ${folder}`)
      await wait(500)
    }
  }
  const munge = [
    '--foreground',
    '--force',
    `--key-file=${key}`,
    `--socket=${join(folder, 'munge', 'socket')}`,
  ]
  start('munged', [
    ...munge,
    ...['pid', 'log', 'seed'].map((name) => `--${name}-file=${join(folder, 'munge', name)}`),
  ])
  await until(
    'munged did not start',
    () => spawnSync('munge', ['-n', `--socket=${join(folder, 'munge', 'socket')}`], { env }).status === 0,
  )
  start('slurmctld', ['-D', '-f', conf])
  let slurmd = start('slurmd', ['-D', '-f', conf])
  await until('the node did not come up', isUp)
  return {
    run,
    cutPower: async () => {
      slurmd.kill('SIGKILL')
      // Steps are daemons of their own, and what they run are their children.
      const stay = new Set(daemons.flatMap(({ pid }) => pid ?? []))
      for (const pid of processesUnder(folder)) if (!stay.has(pid)) killQuietly(pid)
      await wait(500)
      slurmd = start('slurmd', ['-D', '-f', conf])
      // A node that comes back before anybody missed it must say so itself.
      await until('the node did not come back', () => {
        spawnSync('scontrol', ['update', 'nodename=here', 'state=resume'], { env })
        return isUp()
      })
    },
    stop: async () => {
      for (const daemon of daemons.reverse()) daemon.kill('SIGKILL')
      for (const pid of processesUnder(folder)) killQuietly(pid)
      await wait(500)
      rmSync(folder, { recursive: true, force: true, maxRetries: 5 })
    },
  }
}

/** Everything that has this system's configuration in its surroundings, but for its daemons. */
function processesUnder(folder: string): number[] {
  const words = ['-lsa', `SLURM_CONF=${folder}`, '-r', '/proc', '--include=environ']
  const { stdout } = spawnSync('grep', words, { encoding: 'utf8' })
  return stdout.split('\n').flatMap((line) => {
    const pid = /^\/proc\/(\d+)\/environ$/.exec(line)?.[1]
    return pid === undefined ? [] : [Number(pid)]
  })
}

function killQuietly(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL')
  } catch {
    // It ended by itself meanwhile.
  }
}

function configuration({ folder, control, node }: { folder: string; control: number; node: number }): string {
  const user = userInfo().username
  return `ClusterName=perlumen
SlurmctldHost=${hostname()}(127.0.0.1)
SlurmctldPort=${control}
SlurmdPort=${node}
SlurmUser=${user}
SlurmdUser=${user}
AuthType=auth/munge
AuthInfo=socket=${join(folder, 'munge', 'socket')}
CredType=cred/munge
StateSaveLocation=${join(folder, 'state')}
SlurmdSpoolDir=${join(folder, 'spool')}
SlurmctldPidFile=${join(folder, 'slurmctld.pid')}
SlurmdPidFile=${join(folder, 'slurmd.pid')}
SlurmctldLogFile=${join(folder, 'slurmctld.log')}
SlurmdLogFile=${join(folder, 'slurmd.log')}
ProctrackType=proctrack/pgid
TaskPlugin=task/none
JobAcctGatherType=jobacct_gather/none
SelectType=select/cons_tres
SelectTypeParameters=CR_Core
ReturnToService=2
SlurmdTimeout=10
JobRequeue=1
MaxArraySize=10001
NodeName=here NodeHostname=${hostname()} NodeAddr=127.0.0.1 CPUs=${cpus().length} RealMemory=${Math.floor(totalmem() / 2e6)}
PartitionName=all Nodes=here Default=YES MaxTime=INFINITE State=UP
`
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer()
    server.once('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number }
      server.close(() => resolve(port))
    })
  })
}
