<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  breadthPx,
  bluntPole,
  outlinePolygon,
  smallPole,
  toEggFrame,
  toPicture,
  type Point,
} from '../../../core/geometry/egg-outline.ts'
import {
  cellCurve,
  figuresOf,
  onSilhouette,
  smoothCurve,
  throughSide,
  withCellMiddle,
  withPoles,
  type HandLines,
} from '../../../core/measure/by-hand.ts'
import { svgPath } from '../svg-path.ts'
import { percentWords } from '../wording.ts'
import { t } from '../words.ts'

/**
 * Lines that the candler can take hold of, in the svg of the photograph: by finger, mouse or arrow keys; all of them,
 * or only where the air cell's edge meets the shell.
 */
const props = defineProps<{ lines: HandLines; stroke: number; cellOnly?: boolean }>()
const emit = defineEmits<{ change: [lines: HandLines] }>()

interface Handle {
  key: string
  /** What a screen reader says. */
  label: string
  value: string
  at: Point
  kind: 'pole' | 'side' | 'cell' | 'shadow' | 'collar'
  moved: (to: Point) => HandLines
}

const figures = computed(() => figuresOf(props.lines))

const size = computed(() =>
  t('lines.outline', {
    length: Math.round(figures.value.lengthPx),
    breadth: Math.round(figures.value.breadthPx),
  }),
)
const handles = computed<Handle[]>(() => {
  const { lines } = props
  const { outline, cell, shadow, collar } = lines
  const [blunt, small] = [bluntPole(outline), smallPole(outline)]
  const all: Handle[] = [
    {
      key: 'blunt',
      label: t('lines.bluntPole'),
      value: size.value,
      at: blunt,
      kind: 'pole',
      moved: (to) => ({ ...lines, outline: withPoles(outline, to, small) }),
    },
    {
      key: 'small',
      label: t('lines.smallPole'),
      value: size.value,
      at: small,
      kind: 'pole',
      moved: (to) => ({ ...lines, outline: withPoles(outline, blunt, to) }),
    },
    ...(['left', 'right'] as const).map((side): Handle => ({
      key: side,
      label: t('lines.side', { side }),
      value: size.value,
      kind: 'side',
      at: onSilhouette(outline, 0.5, side),
      moved: (to) => ({ ...lines, outline: throughSide(outline, to) }),
    })),
  ]
  if (cell) {
    const depth = figures.value.airCell
      ? t('lines.depth', { depth: percentWords(figures.value.airCell.depth) })
      : ''
    for (const side of ['left', 'right'] as const) {
      all.push({
        key: `cell-${side}`,
        label: t('lines.cellEdge', { side }),
        value: depth,
        kind: 'cell',
        at: onSilhouette(outline, cell[side], side),
        moved: (to) => {
          const along = toEggFrame(outline, to).along
          const share = (1 - along / outline.halfLengthPx) / 2
          return { ...lines, cell: { ...cell, [side]: Math.min(0.6, Math.max(0.01, share)) } }
        },
      })
    }
    all.push({
      key: 'cell-middle',
      label: t('lines.cellMiddle'),
      value: t('lines.bow', { bow: percentWords(cell.bow) }),
      kind: 'cell',
      at: cellCurve(outline, cell, 3)[1]!,
      moved: (to) => ({ ...lines, cell: withCellMiddle(outline, cell, to) }),
    })
  }
  for (const [i, at] of shadow.entries()) {
    all.push({
      key: `shadow-${i}`,
      label: t('lines.shadowEdge', { point: i + 1, points: shadow.length }),
      value: t('lines.ofContents', { share: percentWords(figures.value.shadowArea) }),
      kind: 'shadow',
      at,
      moved: (to) => ({ ...lines, shadow: shadow.map((corner, k) => (k === i ? to : corner)) }),
    })
  }
  for (const [i, at] of (collar ?? []).entries()) {
    all.push({
      key: `collar-${i}`,
      label: t('lines.collar', { side: i + 1 }),
      value: '',
      kind: 'collar',
      at,
      moved: (to) => ({ ...lines, collar: i === 0 ? [to, collar![1]] : [collar![0], to] }),
    })
  }
  return props.cellOnly ? all.filter(({ key }) => key === 'cell-left' || key === 'cell-right') : all
})

const cellEdge = computed(() => {
  const { outline, cell } = props.lines
  return cell && cellCurve(outline, cell)
})

const held = ref<string | null>(null)

function place(event: PointerEvent): Point | null {
  const svg = (event.currentTarget as SVGElement).ownerSVGElement
  const matrix = svg?.getScreenCTM()
  return matrix ? new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()) : null
}

function grab(handle: Handle, event: PointerEvent): void {
  ;(event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
  held.value = handle.key
}

function drag(handle: Handle, event: PointerEvent): void {
  if (held.value !== handle.key) return
  const to = place(event)
  if (to) emit('change', handle.moved({ x: to.x, y: to.y }))
}

/** Arrow keys move as the picture lies; with Shift ten times as far. Two thousandths of the egg's length a press. */
function nudge(handle: Handle, event: KeyboardEvent): void {
  const way: Partial<Record<string, [number, number]>> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  }
  const direction = way[event.key]
  if (!direction) return
  event.preventDefault()
  event.stopPropagation()
  const step = figures.value.lengthPx * (event.shiftKey ? 0.02 : 0.002)
  if (handle.kind === 'cell' || handle.kind === 'side') {
    // These slide along the egg: move them by the share of the way that runs along or across it.
    const { outline } = props.lines
    const here = toEggFrame(outline, handle.at)
    const [c, s] = [Math.cos(outline.axisRad), Math.sin(outline.axisRad)]
    const along = direction[0] * c + direction[1] * s
    const across = -direction[0] * s + direction[1] * c
    const to =
      handle.kind === 'cell'
        ? toPicture(
            outline,
            here.along + Math.sign(Math.abs(along) > 0.3 ? along : across * Math.sign(here.across)) * step,
            here.across,
          )
        : toPicture(
            outline,
            here.along,
            here.across + Math.sign(Math.abs(across) > 0.3 ? across : along) * step,
          )
    emit('change', handle.moved(to))
    return
  }
  emit('change', handle.moved({ x: handle.at.x + direction[0] * step, y: handle.at.y + direction[1] * step }))
}

const COLOURS = {
  pole: '#ffd9a0',
  side: '#ffd9a0',
  cell: '#fff1dc',
  shadow: '#ffb25e',
  collar: '#9fd3ff',
} as const
/** Two handles far from each other leave room for a thumb. */
const reach = computed(() =>
  Math.max((props.cellOnly ? 0.14 : 0.05) * breadthPx(props.lines.outline), props.stroke * 7),
)
</script>

<template>
  <g fill="none" stroke-linejoin="round" data-testid="hand-lines">
    <path
      v-if="!cellOnly"
      :d="svgPath(outlinePolygon(lines.outline), true)"
      stroke="#ffd9a0"
      :stroke-width="stroke"
    />
    <path v-if="cellEdge" :d="svgPath(cellEdge, false)" stroke="#fff1dc" :stroke-width="stroke * 1.3" />
    <path
      v-if="lines.shadow.length > 2"
      :d="svgPath(smoothCurve(lines.shadow), true)"
      stroke="#ffb25e"
      :stroke-width="stroke * 1.2"
    />
    <path
      v-if="lines.collar"
      :d="svgPath(lines.collar, false)"
      stroke="#9fd3ff"
      :stroke-width="stroke"
      :stroke-dasharray="`${stroke * 3} ${stroke * 3}`"
    />
    <g
      v-for="handle in handles"
      :key="handle.key"
      tabindex="0"
      role="slider"
      :aria-label="handle.label"
      :aria-valuetext="handle.value"
      aria-valuenow="0"
      class="handle touch-none"
      :data-handle="handle.key"
      @pointerdown.prevent="grab(handle, $event)"
      @pointermove="drag(handle, $event)"
      @pointerup="held = null"
      @pointercancel="held = null"
      @keydown="nudge(handle, $event)"
    >
      <circle :cx="handle.at.x" :cy="handle.at.y" :r="reach" fill="transparent" />
      <circle
        class="dot"
        :cx="handle.at.x"
        :cy="handle.at.y"
        :r="stroke * (handle.kind === 'shadow' ? 2.6 : 3.6)"
        :fill="held === handle.key ? '#fff' : '#000'"
        :stroke="COLOURS[handle.kind]"
        :stroke-width="stroke * 1.2"
      />
    </g>
  </g>
</template>

<style scoped>
.handle {
  cursor: grab;
  outline: none;
}
.handle:focus-visible .dot {
  fill: #fff;
}
</style>
