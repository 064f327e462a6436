import type { Plane } from '../../src/core/image/plane.ts'

/** A point of a line: place and half-width, px, and how strong the line is there. */
export interface Dab {
  x: number
  y: number
  widthPx: number
  strength: number
}

/** Draws a line of changing width into a plane; where lines cross, the stronger one stands. */
export function drawStroke(plane: Plane, dabs: readonly Dab[]): void {
  for (let i = 1; i < dabs.length; i++) drawSegment(plane, dabs[i - 1]!, dabs[i]!)
}

function drawSegment({ widthPx, heightPx, values }: Plane, a: Dab, b: Dab): void {
  const reach = 2.2 * Math.max(a.widthPx, b.widthPx) + 1
  const dx = b.x - a.x
  const dy = b.y - a.y
  const square = Math.max(1e-6, dx * dx + dy * dy)
  const left = Math.max(0, Math.floor(Math.min(a.x, b.x) - reach))
  const right = Math.min(widthPx - 1, Math.ceil(Math.max(a.x, b.x) + reach))
  const top = Math.max(0, Math.floor(Math.min(a.y, b.y) - reach))
  const bottom = Math.min(heightPx - 1, Math.ceil(Math.max(a.y, b.y) + reach))
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const px = x + 0.5 - a.x
      const py = y + 0.5 - a.y
      const t = Math.min(1, Math.max(0, (px * dx + py * dy) / square))
      const width = a.widthPx + t * (b.widthPx - a.widthPx)
      const far = ((px - t * dx) ** 2 + (py - t * dy) ** 2) / (width * width)
      if (far > 5) continue
      // Flat in the middle, soft at the edge.
      const value = (a.strength + t * (b.strength - a.strength)) * Math.exp(-0.7 * far * far)
      const at = y * widthPx + x
      if (value > values[at]!) values[at] = value
    }
  }
}
