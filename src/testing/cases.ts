/**
 * How much a test goes through: `few` in `npm test`, `usual` in `npm run test:all` before anything lands, `all` in
 * `npm run soak -- thorough`.
 */
const LEVEL = process.env['PERLUMEN_CASES'] ?? 'few'

/** Whether the unit tests run for `npm run soak -- thorough`. */
export const THOROUGH = LEVEL === 'all'

/** Number of cases at this level. Seeds and assertions are the same at each, and fewer are the first of more. */
export function cases(few: number, usual: number, all = usual): number {
  return LEVEL === 'few' ? few : LEVEL === 'usual' ? usual : all
}

/** Of a property: the same cases each time, or, for `npm run soak -- evenings`, so many more and each time others. */
export function plays(few: number, usual: number): { numRuns: number; seed?: number } {
  const others = process.env['PERLUMEN_RUNS']
  return others ? { numRuns: Number(others) } : { numRuns: cases(few, usual), seed: 7 }
}
