export function run(command: string, args: readonly string[], options?: object): number
