import type { Mask } from '../image/morphology.ts'

/**
 * Outer boundaries of a mask as closed chains of pixel corners, by walking with the inside on the right.
 * @param every - keep each n-th corner
 */
export function traceContours(mask: Mask, every = 3, minLength = 24): Array<Array<{ x: number; y: number }>> {
  const { widthPx: w, heightPx: h, values } = mask
  const filled = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < w && y < h && values[y * w + x] === 1
  const started = new Set<number>()
  const contours: Array<Array<{ x: number; y: number }>> = []
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      if (!filled(x, y) || filled(x, y - 1) || started.has(y * w + x)) continue
      const chain: Array<{ x: number; y: number }> = []
      let cx = x
      let cy = y
      let dx = 1
      let dy = 0
      do {
        if (dx === 1 && filled(cx, cy)) started.add(cy * w + cx)
        chain.push({ x: cx, y: cy })
        cx += dx
        cy += dy
        const [lx, ly, rx, ry] = ahead(cx, cy, dx, dy)
        if (filled(lx, ly)) [dx, dy] = [dy, -dx]
        else if (!filled(rx, ry)) [dx, dy] = [-dy, dx]
      } while (!(cx === x && cy === y && dx === 1 && dy === 0) && chain.length < 8 * (w + h))
      if (chain.length >= minLength) contours.push(chain.filter((_, i) => i % every === 0))
    }
  }
  return contours
}

function ahead(cx: number, cy: number, dx: number, dy: number): [number, number, number, number] {
  if (dx === 1) return [cx, cy - 1, cx, cy]
  if (dx === -1) return [cx - 1, cy, cx - 1, cy - 1]
  if (dy === 1) return [cx, cy, cx - 1, cy]
  return [cx - 1, cy - 1, cx, cy - 1]
}
