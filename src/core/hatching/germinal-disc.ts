/**
 * What the germinal disc on the yolk of a clear egg shows when it is opened: of a fertile egg a ring with a clear
 * middle (a blastoderm, some 4 to 5 mm), of one that was never fertile a small dense spot with a ragged edge.
 * @see Kosin, I. L. (1945). The accuracy of the macroscopic method in identifying fertile unincubated germ discs.
 * Poult. Sci. 24.
 */
export const DISCS = ['fertile', 'unfertile'] as const
export type Disc = (typeof DISCS)[number]
