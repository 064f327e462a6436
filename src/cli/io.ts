export interface CliIo {
  stdout: { write(text: string): unknown }
  stderr: { write(text: string): unknown }
}

/** Wrong words on the command line; ends with exit code 2. */
export class UsageError extends Error {}

/** The results could not be written; ends with exit code 3. */
export class OutputError extends Error {}
