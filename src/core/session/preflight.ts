/** What is made ready before the first egg is touched, in this order. */
export const PREFLIGHT = ['hands', 'dark', 'towel', 'lid', 'air'] as const
export type PreflightItem = (typeof PREFLIGHT)[number]
