<script setup lang="ts">
import { computed } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { Tray } from '../../contracts/records/tray-record.ts'
import { vapourDeficitDays } from '../../core/water/vapour-deficit-days.ts'
import { placeLabel } from '../../core/tray/layout.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import { t } from './words.ts'

/** Each egg's loss as a small curve where it lies in the tray, all to one scale. */
const props = defineProps<{ tray: Tray; eggs: readonly Egg[]; water: WaterOfSet }>()
const WIDTH = 60
const HEIGHT = 40
const highest = computed(() =>
  Math.max(
    props.water.target.high * 1.15,
    ...[...props.water.lines.values()].flatMap(({ estimates }) => estimates.map(({ loss }) => loss.value)),
  ),
)
const x = (days: number): number => (WIDTH * days) / props.water.stopDay
const y = (share: number): number => HEIGHT - (HEIGHT * Math.max(0, share)) / highest.value

const cells = computed(() =>
  props.eggs
    .filter((egg) => egg.place?.trayId === props.tray.id)
    .map((egg) => {
      const { lines, mean, air, ageDays } = props.water
      const line = egg.removed ? undefined : lines.get(egg.id)
      const until = Math.min(ageDays, props.water.stopDay)
      const ratio = line && mean ? line.perDryDay.value / mean.perDryDay.value : null
      const isOff = mean?.outliers.includes(egg.id) ?? false
      return {
        id: egg.id,
        place: placeLabel(props.tray, egg.place!),
        row: egg.place!.row + 1,
        column: egg.place!.column + 1,
        isOff,
        own: line
          ? [0, until]
              .map((age) => `${x(age)},${y(line.perDryDay.value * vapourDeficitDays(air, age))}`)
              .join(' ')
          : '',
        seen:
          line?.estimates.map(({ ageDays: age, loss, by }) => ({ cx: x(age), cy: y(loss.value), by })) ?? [],
        ratio: ratio === null ? '' : `× ${ratio.toFixed(2)}`,
        words: egg.removed
          ? 'removed'
          : ratio === null
            ? t('water.noMeasurement')
            : t('water.timesLoss', { ratio: ratio.toFixed(2), farOff: isOff ? t('water.farOff') : '' }),
      }
    }),
)
const band = computed(() => {
  const { target, stopDay } = props.water
  return `0,${HEIGHT} ${x(stopDay)},${y(target.low)} ${x(stopDay)},${y(target.high)}`
})
</script>

<template>
  <ul
    class="grid gap-1.5"
    :style="{ gridTemplateColumns: `repeat(${tray.columns}, minmax(0, 1fr))` }"
    :aria-label="t('water.lossOf', { tray: tray.name })"
    data-testid="water-tray"
  >
    <li
      v-for="cell in cells"
      :key="cell.id"
      class="rounded-lg border p-1"
      :class="cell.isOff ? 'border-ember' : 'border-line'"
      :style="{ gridRow: cell.row, gridColumn: cell.column }"
    >
      <svg
        :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
        class="block w-full overflow-visible"
        role="img"
        :aria-label="`${cell.place}: ${cell.words}`"
      >
        <polygon :points="band" fill="var(--lamp-soft)" />
        <polyline
          v-if="cell.own"
          :points="cell.own"
          fill="none"
          :stroke="cell.isOff ? 'var(--ember)' : 'var(--lamp)'"
          stroke-width="2"
          vector-effect="non-scaling-stroke"
        />
        <template v-for="(dot, i) in cell.seen" :key="i">
          <rect
            v-if="dot.by === 'scale'"
            :x="dot.cx - 0.8"
            :y="dot.cy - 0.8"
            width="1.6"
            height="1.6"
            fill="var(--ink)"
          />
          <circle
            v-else
            :cx="dot.cx"
            :cy="dot.cy"
            r="0.9"
            fill="none"
            stroke="var(--ink-soft)"
            vector-effect="non-scaling-stroke"
          />
        </template>
      </svg>
      <p class="flex justify-between text-xs" :class="cell.isOff ? 'font-bold text-ember' : 'text-ink-soft'">
        <span>{{ cell.place }}</span><span>{{ cell.ratio }}</span>
      </p>
    </li>
  </ul>
</template>
