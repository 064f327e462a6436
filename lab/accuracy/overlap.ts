type Polygon = ReadonlyArray<readonly [number, number]>

/** Overlap of two polygons: common area ÷ joint area, by lines a thousandth of the height apart, exact along each. */
export function polygonOverlap(a: Polygon, b: Polygon): number {
  const ys = [...a, ...b].map((point) => point[1])
  const top = Math.min(...ys)
  const step = (Math.max(...ys) - top) / 1000
  if (!(step > 0)) return 0
  let common = 0
  let joint = 0
  for (let y = top + step / 2; y < top + 1000 * step; y += step) {
    const [p, q] = [spansAt(a, y), spansAt(b, y)]
    const shared = p
      .flatMap(([from, to]) =>
        q.map(([start, end]) => Math.max(0, Math.min(to, end) - Math.max(from, start))),
      )
      .reduce((sum, value) => sum + value, 0)
    const length = (spans: Array<[number, number]>): number =>
      spans.reduce((sum, [from, to]) => sum + to - from, 0)
    common += shared
    joint += length(p) + length(q) - shared
  }
  return joint > 0 ? common / joint : 0
}

/** Stretches of a level line inside a polygon. */
function spansAt(polygon: Polygon, y: number): Array<[number, number]> {
  const crossings = polygon
    .flatMap((from, i) => {
      const to = polygon[(i + 1) % polygon.length]!
      return from[1] <= y === to[1] <= y
        ? []
        : [from[0] + ((y - from[1]) / (to[1] - from[1])) * (to[0] - from[0])]
    })
    .sort((p, q) => p - q)
  return Array.from({ length: crossings.length >> 1 }, (_, i) => [crossings[2 * i]!, crossings[2 * i + 1]!])
}
