/**
 * What the germinal disc on the yolk of a clear egg shows when it is opened: of a fertile egg a ring with a clear
 * middle (a blastoderm, some 4 to 5 mm), of one that was never fertile a small dense spot with a ragged edge.
 * Kosin, Poultry Science 24 (1945) 437–440; Bakst & Akuffo, Avian and Poultry Biology Reviews 13 (2002) 117–128.
 */
export const DISCS = ['fertile', 'unfertile'] as const
export type Disc = (typeof DISCS)[number]
