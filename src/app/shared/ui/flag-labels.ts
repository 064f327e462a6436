/** A label on a line of days, as wide as it will be drawn. */
export interface FlagLabel {
  /** Where its flag stands, 0 to 100 per cent of the line. */
  left: number
  widthPx: number
  /** Labels of one row must not lie over each other. */
  row: 'above' | 'below'
  /** The lower, the sooner it is given room. */
  turn: number
}

const GAP_PX = 8

/** How far a label leans out from its flag, share of its width: those at the ends lean inward. */
export function leanOf(left: number): number {
  if (left < 12) return 0
  if (left > 95) return 1
  return left > 72 ? 0.75 : 0.5
}

/** Which labels can be written on a line of this width without lying over each other, in the order given. */
export function labelsThatFit(labels: readonly FlagLabel[], lineWidthPx: number): boolean[] {
  // Not laid out yet, or printed on paper of unknown width: show all labels.
  if (lineWidthPx === 0) return labels.map(() => true)
  const fits = labels.map(() => false)
  const taken: Array<{ row: FlagLabel['row']; from: number; to: number }> = []
  const byTurn = labels
    .map((label, i) => ({ label, i }))
    .sort((a, b) => a.label.turn - b.label.turn || a.i - b.i)
  for (const { label, i } of byTurn) {
    const from = (label.left / 100) * lineWidthPx - leanOf(label.left) * label.widthPx
    const to = from + label.widthPx
    if (
      taken.some((other) => other.row === label.row && from < other.to + GAP_PX && to > other.from - GAP_PX)
    )
      continue
    taken.push({ row: label.row, from, to })
    fits[i] = true
  }
  return fits
}
