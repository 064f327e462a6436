import { medianOf } from '../image/quantile.ts'
import type { LineMap } from '../measure/line-signs.ts'
import { isInside, type EggFrame } from '../measure/egg-frame.ts'

/** The egg lies along the rows, its blunt pole at the left, at half the frame's scale and a little less. */
export const MAP_WIDTH = 128
export const MAP_HEIGHT = 96
/** What was measured at each place, with light, colour and texture of the picture itself taken off. */
export const MAPS = ['light', 'colour', 'lines', 'seen'] as const

/** One byte a place, map after map, row by row; 0 outside of the egg. */
export type EggMaps = Uint8Array

/** What the maps are drawn from; planes in frame pixels, row-major. */
export interface MapSources {
  frame: EggFrame
  /** Log red light of an empty egg. */
  emptyLog: Float32Array
  contents: Uint8Array
  /** Where lines can be seen. */
  usable: Uint8Array
  lines: LineMap
}

/** Bytes for a unit of each map, and for nought: log units, log units, standard deviations. */
const LIGHT = { zero: 170, unit: 60 }
const COLOUR = { zero: 128, unit: 100 }
const LINES = { zero: 0, unit: 20 }
/** Bytes where lines can be seen, elsewhere in the contents, and in the air cell. */
const SEEN = { usable: 200, contents: 100, cell: 50 }
/** As far toward the rim as light is trusted. */
const RIM = 0.985
/** Where within a map's pixel the frame is looked up, frame pixels from its middle. */
const OFFSETS = [-0.5, 0.5] as const

export function drawMaps({ frame, emptyLog, contents, usable, lines }: MapSources): EggMaps {
  const size = MAP_WIDTH * MAP_HEIGHT
  const maps = new Uint8Array(MAPS.length * size)
  const { lengthPx, heightPx, redLog, greenLog } = frame
  const step = lengthPx / MAP_WIDTH
  const usual = usualColour(frame, contents)
  for (let y = 0; y < MAP_HEIGHT; y++) {
    for (let x = 0; x < MAP_WIDTH; x++) {
      let [light, colour, line, seen, count] = [0, 0, 0, 0, 0]
      for (const dy of OFFSETS) {
        const row = Math.floor(heightPx / 2 + (y + 0.5 - MAP_HEIGHT / 2) * step + dy)
        for (const dx of OFFSETS) {
          const column = Math.floor((x + 0.5) * step + dx)
          if (row < 0 || row >= heightPx || !isInside(frame, column, row, RIM)) continue
          const at = row * lengthPx + column
          const half = Math.min(row >> 1, lines.heightPx - 1) * lines.widthPx
          count++
          light += redLog.values[at]! - emptyLog[at]!
          colour += greenLog.values[at]! - redLog.values[at]! - usual
          line += lines.strength[half + Math.min(column >> 1, lines.widthPx - 1)]!
          seen += usable[at] ? SEEN.usable : contents[at] ? SEEN.contents : SEEN.cell
        }
      }
      if (count === 0) continue
      const at = y * MAP_WIDTH + x
      maps[at] = toByte(LIGHT, light / count)
      maps[size + at] = toByte(COLOUR, colour / count)
      maps[2 * size + at] = toByte(LINES, line / count)
      maps[3 * size + at] = seen / count
    }
  }
  return maps
}

function toByte({ zero, unit }: { zero: number; unit: number }, value: number): number {
  return Math.max(0, Math.min(255, Math.round(zero + unit * value)))
}

/** Green against red light in the middle of the contents, log units: shells and white balance differ. */
function usualColour({ redLog, greenLog }: EggFrame, contents: Uint8Array): number {
  const some: number[] = []
  for (let at = 0; at < contents.length; at += 7)
    if (contents[at]) some.push(greenLog.values[at]! - redLog.values[at]!)
  return some.length === 0 ? 0 : medianOf(some)
}

/** The same egg with a part of it as an empty egg's: no darker, no redder, no line in it. Where nothing is seen stays so. */
export function emptyPart(
  maps: EggMaps,
  part: { left: number; top: number; width: number; height: number },
): EggMaps {
  const out = maps.slice()
  const size = MAP_WIDTH * MAP_HEIGHT
  for (let y = Math.max(0, part.top); y < Math.min(MAP_HEIGHT, part.top + part.height); y++)
    for (let x = Math.max(0, part.left); x < Math.min(MAP_WIDTH, part.left + part.width); x++) {
      const at = y * MAP_WIDTH + x
      if (out[3 * size + at] === 0) continue
      out[at] = LIGHT.zero
      out[size + at] = COLOUR.zero
      out[2 * size + at] = LINES.zero
    }
  return out
}
