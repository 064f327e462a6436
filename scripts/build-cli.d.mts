/** Builds the command line into `build/`. */
export function buildCli(): Promise<void>
