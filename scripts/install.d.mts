export function run(command: string, args: readonly string[], options?: object): number
export const root: string
