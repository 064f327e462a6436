import { computed } from 'vue'
import { useRoomStore } from '../room.ts'

const DESK = {
  ink: '#2a2017',
  soft: '#6a5b49',
  line: '#ddd2bf',
  lamp: '#9a4f07',
  faint: '#b9a98c',
  band: '#f3e2c7',
  goal: '#2f6d5a',
  ember: '#a8321b',
  ground: '#fffdf8',
  /** Apart for colour-blind eyes, too: by lightness first. */
  probes: ['#9a4f07', '#1f6f78', '#5b3a8c', '#a3a02c', '#2a2017', '#c9856b'],
}
export type ChartColours = typeof DESK

const BENCH: ChartColours = {
  ink: '#d9b48c',
  soft: '#a07d5c',
  line: '#37261a',
  lamp: '#e0913d',
  faint: '#6b5138',
  band: '#27170b',
  goal: '#8fae7c',
  ember: '#e5694a',
  ground: '#150d07',
  probes: ['#e0913d', '#a8a070', '#c77b6a', '#8a6a3a', '#d9b48c', '#7d7a58'],
}

/** The colour by which a probe is known among those that stand together. */
export function probeColour(
  { probes, ink }: ChartColours,
  standing: ReadonlyArray<{ id: string }>,
  probeId: string,
): string {
  return probes[standing.findIndex(({ id }) => id === probeId) % probes.length] ?? ink
}

/** The colours of charts in the room that one is in. */
export function useChartColours() {
  const room = useRoomStore()
  return computed(() => (room.room === 'bench' ? BENCH : DESK))
}
