/**
 * Covariance of ln(half-breadth ÷ half-length), taper and bulge of an egg's outline, upper triangle by rows. It holds what
 * is expected of eggs where the edge was hidden, so that a form half guessed says so.
 */
export type FormCovariance = [number, number, number, number, number, number]

/** The same with the poles exchanged: the taper turns its sign. */
export function reversedCovariance([aa, at, ab, tt, tb, bb]: FormCovariance): FormCovariance {
  return [aa, -at, ab, tt, -tb, bb]
}
