import type { Point } from '../../core/geometry/egg-outline.ts'

/** Points as the data of an SVG path, to a tenth of a unit; empty for none. */
export function svgPath(points: readonly Point[], closed: boolean): string {
  return points.length === 0
    ? ''
    : `M${points.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`
}
