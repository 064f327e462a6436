/** A yes/no picture, row-major, 1 for yes. */
export interface Mask {
  widthPx: number
  heightPx: number
  values: Uint8Array
}

/**
 * Chamfer distance (3–4 weights, ÷ 3) from each pixel to the nearest pixel whose value is `to`, px.
 * @see Borgefors, G. (1986). Distance transformations in digital images. CVGIP 34(3), 344–371.
 */
export function distanceTo(mask: Mask, to: 0 | 1): Float32Array {
  const { widthPx: w, heightPx: h, values } = mask
  const far = 3e5
  if (!values.includes(to)) return new Float32Array(w * h).fill(far / 3)
  // A rim of unreachable pixels spares the border tests.
  const stride = w + 2
  const d = new Int32Array(stride * (h + 2)).fill(far)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) if (values[y * w + x] === to) d[(y + 1) * stride + x + 1] = 0
  }
  for (let y = 1; y <= h; y++) {
    for (let at = y * stride + 1; at <= y * stride + w; at++) {
      let best = d[at]!
      if (best === 0) continue
      best = Math.min(
        best,
        d[at - 1]! + 3,
        d[at - stride]! + 3,
        d[at - stride - 1]! + 4,
        d[at - stride + 1]! + 4,
      )
      d[at] = best
    }
  }
  const out = new Float32Array(w * h)
  for (let y = h; y >= 1; y--) {
    for (let at = y * stride + w; at >= y * stride + 1; at--) {
      let best = d[at]!
      if (best > 0) {
        best = Math.min(
          best,
          d[at + 1]! + 3,
          d[at + stride]! + 3,
          d[at + stride + 1]! + 4,
          d[at + stride - 1]! + 4,
        )
        d[at] = best
      }
      out[(y - 1) * w + at - y * stride - 1] = best / 3
    }
  }
  return out
}

/** Keeps only what a disc of the given radius fits into: thin and small things go. */
export function open(mask: Mask, radiusPx: number): Mask {
  if (!mask.values.includes(1)) return mask
  const inner = distanceTo(mask, 0)
  const core = new Uint8Array(inner.length)
  for (let i = 0; i < core.length; i++) if (inner[i]! > radiusPx) core[i] = 1
  const outward = distanceTo({ ...mask, values: core }, 1)
  const values = new Uint8Array(core.length)
  for (let i = 0; i < values.length; i++) if (outward[i]! <= radiusPx && mask.values[i]) values[i] = 1
  return { ...mask, values }
}

/** Sets a square of half-width `reach` around a pixel. */
export function markAround(mask: Mask, at: number, reach: number): void {
  const x = at % mask.widthPx
  const y = (at - x) / mask.widthPx
  for (let row = Math.max(0, y - reach); row <= Math.min(mask.heightPx - 1, y + reach); row++) {
    for (let column = Math.max(0, x - reach); column <= Math.min(mask.widthPx - 1, x + reach); column++) {
      mask.values[row * mask.widthPx + column] = 1
    }
  }
}

export interface Component {
  /** Row-major indices of its pixels. */
  pixels: number[]
  minX: number
  maxX: number
  minY: number
  maxY: number
}

/** Eight-connected components of at least `minArea` pixels. */
export function components(mask: Mask, minArea = 1): Component[] {
  const { widthPx: w, heightPx: h, values } = mask
  const seen = new Uint8Array(values.length)
  const found: Component[] = []
  const stack: number[] = []
  for (let start = 0; start < values.length; start++) {
    if (!values[start] || seen[start]) continue
    seen[start] = 1
    stack.push(start)
    const component: Component = { pixels: [], minX: w, maxX: 0, minY: h, maxY: 0 }
    while (stack.length > 0) {
      const at = stack.pop()!
      const x = at % w
      const y = (at - x) / w
      component.pixels.push(at)
      if (x < component.minX) component.minX = x
      if (x > component.maxX) component.maxX = x
      if (y < component.minY) component.minY = y
      if (y > component.maxY) component.maxY = y
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const nx = x + dx
          const ny = y + dy
          if (nx < 0 || ny < 0 || nx >= w || ny >= h) continue
          const next = ny * w + nx
          if (values[next] && !seen[next]) {
            seen[next] = 1
            stack.push(next)
          }
        }
      }
    }
    if (component.pixels.length >= minArea) found.push(component)
  }
  return found
}
