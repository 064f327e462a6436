/** Whether the unit tests run for `npm run soak -- thorough`. */
export const THOROUGH = process.env['PERLUMEN_THOROUGH'] === '1'

/**
 * How many cases a test goes through: `npm test` takes a few of those of which `npm run soak -- thorough` takes all.
 * Seeds and assertions are the same.
 */
export function cases(few: number, all: number): number {
  return THOROUGH ? all : few
}
