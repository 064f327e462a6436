import { parseArgs, type ParseArgsConfig } from 'node:util'
import { UsageError } from './io.ts'

/** An option that is followed by a word. */
export const TEXT = { type: 'string' } as const
/** An option that stands alone. */
export const FLAG = { type: 'boolean' } as const

/** @throws UsageError in a sentence, for an option that there is none of, or that lacks its word */
export function readOptions<T extends NonNullable<ParseArgsConfig['options']>>(
  argv: readonly string[],
  options: T,
) {
  try {
    return parseArgs({ args: [...argv], allowPositionals: true, strict: true, options })
  } catch (error) {
    throw new UsageError((error as Error).message)
  }
}
