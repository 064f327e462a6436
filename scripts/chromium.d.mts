export function findChromium(): string
