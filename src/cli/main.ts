import { GRADE_USAGE, grade } from './commands/grade.ts'
import { OutputError, UsageError, type CliIo } from './io.ts'

const USAGE = `Usage: perlumen <command>

${GRADE_USAGE}
`

/**
 * Runs one command. Results go to stdout, progress and complaints to stderr.
 * @returns the exit code: 0 all read, 1 some files could not be read, 2 wrong usage, 3 results not written
 */
export async function main(argv: readonly string[], io: CliIo): Promise<number> {
  const [command, ...rest] = argv
  try {
    if (command === 'grade') return await grade(rest, io)
    if (command === '--help' || command === '-h' || command === 'help') {
      io.stdout.write(USAGE)
      return 0
    }
    throw new UsageError(command ? `There is no command “${command}”.` : 'Name a command.')
  } catch (error) {
    if (error instanceof OutputError) {
      io.stderr.write(`${error.message}\n`)
      return 3
    }
    if (!(error instanceof UsageError)) throw error
    io.stderr.write(`${error.message}\n\n${USAGE}`)
    return 2
  }
}
