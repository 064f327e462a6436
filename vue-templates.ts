/**
 * A line break between two elements is a space, as it is in HTML: the formatter breaks lines where a space stood, and
 * by itself Vue would drop it there.
 */
export const templates = { template: { compilerOptions: { whitespace: 'preserve' as const } } }
