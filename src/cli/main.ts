import { BOOK_USAGE, book } from './commands/book.ts'
import { GRADE_USAGE, grade } from './commands/grade.ts'
import { JOIN_USAGE, join } from './commands/join.ts'
import { SPLIT_USAGE, split } from './commands/split.ts'
import { OutputError, UsageError, type CliIo } from './io.ts'

const USAGE = `Usage: perlumen <command>

${GRADE_USAGE}

${SPLIT_USAGE}

${JOIN_USAGE}

${BOOK_USAGE}
`
const COMMANDS = { grade, split, join, book } as const
const isCommand = (name: string): name is keyof typeof COMMANDS => Object.hasOwn(COMMANDS, name)

/**
 * Runs one command. Results go to stdout, progress and complaints to stderr.
 * @returns the exit code: 0 all read, 1 some files could not be read, 2 wrong usage, 3 results not written
 */
export async function main(argv: readonly string[], io: CliIo): Promise<number> {
  const [command, ...rest] = argv
  try {
    if (command !== undefined && isCommand(command) && !rest.includes('--help'))
      return await COMMANDS[command](rest, io)
    if (command === '--help' || command === '-h' || command === 'help' || rest.includes('--help')) {
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
