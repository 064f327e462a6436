/** What a shell is like: sound, with a line that holds, or leaking. */
export const CRACKS = ['none', 'hairline', 'leaking'] as const
export type Crack = (typeof CRACKS)[number]
