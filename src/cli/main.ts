import { version } from '../../package.json'
import { ARRAY_USAGE, array } from './commands/array.ts'
import { BOOK_USAGE, book } from './commands/book.ts'
import { GRADE_USAGE, grade } from './commands/grade.ts'
import { JOIN_USAGE, join } from './commands/join.ts'
import { REPORT_USAGE, report } from './commands/report.ts'
import { SPLIT_USAGE, split } from './commands/split.ts'
import { OutputError, UsageError, type CliIo } from './io.ts'

interface Command {
  usage: string
  run(argv: readonly string[], io: CliIo): Promise<number>
}
const COMMANDS: Readonly<Record<string, Command>> = {
  grade: { usage: GRADE_USAGE, run: grade },
  split: { usage: SPLIT_USAGE, run: split },
  array: { usage: ARRAY_USAGE, run: array },
  join: { usage: JOIN_USAGE, run: join },
  report: { usage: REPORT_USAGE, run: report },
  book: { usage: BOOK_USAGE, run: book },
}
const USAGE = `Usage: perlumen <command>

${Object.values(COMMANDS)
  .map(({ usage }) => usage)
  .join('\n\n')}

perlumen --version
perlumen [<command>] --help
`
const isHelp = (word: string | undefined): boolean => word === '--help' || word === '-h'

/**
 * Runs one command. Results go to stdout, progress and complaints to stderr.
 * @returns the exit code: 0 all read, 1 some files could not be read, 2 wrong usage, 3 results not written
 */
export async function main(argv: readonly string[], io: CliIo): Promise<number> {
  const [name = '', ...rest] = argv
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name]! : null
  try {
    if (command) {
      if (!rest.some(isHelp)) return await command.run(rest, io)
      io.stdout.write(`${command.usage}\n`)
      return 0
    }
    if (name === '--version' || name === '-V') {
      io.stdout.write(`${version}\n`)
      return 0
    }
    if (isHelp(name) || name === 'help') {
      io.stdout.write(USAGE)
      return 0
    }
    throw new UsageError(name ? `There is no command “${name}”.` : 'Name a command.')
  } catch (error) {
    if (error instanceof OutputError) {
      io.stderr.write(`${error.message}\n`)
      return 3
    }
    if (!(error instanceof UsageError)) throw error
    io.stderr.write(`${error.message}\nHow it is used: perlumen ${command ? `${name} ` : ''}--help\n`)
    return 2
  }
}
