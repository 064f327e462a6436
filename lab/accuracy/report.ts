import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { FIGURES, type Figure, type Scored } from './score.ts'

export interface Cell {
  value: number | null
  /** 95 %. */
  interval: [number, number] | null
  missed: boolean
}

export interface Row {
  figure: Figure
  sample: Cell
  simulated: Cell
}

export interface ScoredSets {
  sample: readonly Scored[]
  simulated: readonly Scored[]
}

const WORST = 8
const PICTURE_PX = 420

const STRATA: ReadonlyArray<{ name: string; of: (item: Scored) => string[] }> = [
  { name: 'shell', of: ({ truth }) => [truth.shell] },
  { name: 'grade', of: ({ truth }) => [truth.grade] },
  {
    name: 'stage',
    of: ({ truth: { f } }) => [
      f < 0.3 ? 'to 0.3' : f < 0.5 ? '0.3 to 0.5' : f < 0.7 ? '0.5 to 0.7' : 'from 0.7',
    ],
  },
  { name: 'lamp', of: ({ truth }) => [truth.lamp] },
  { name: 'condition', of: ({ truth }) => (truth.conditions.length > 0 ? truth.conditions : ['none']) },
  { name: 'species', of: ({ truth }) => [truth.species] },
]
const STRATUM_FIGURES = FIGURES.filter(({ name }) =>
  /IoU\), mean|depth error, mean|volume|shadow error|grade right|not sure|removal/.test(name),
)

/** How bad a photograph came out, by what is told of it. */
const FAULTS: ReadonlyArray<{ title: string; of: (item: Scored) => number }> = [
  {
    title: 'Graded wrong though readable, surest first',
    of: ({ truth, record }) =>
      truth.readable && record.grade !== truth.grade ? 1 - record.probabilities[truth.grade] : 0,
  },
  {
    title: 'Living eggs with the least probability of life',
    of: ({ truth, record }) =>
      truth.grade === 'developing' && truth.readable && record.probabilities.developing < 0.5
        ? 1 - record.probabilities.developing
        : 0,
  },
  { title: 'Worst outlines', of: (item) => (item.overlap < 0.985 ? 1 - item.overlap : 0) },
  { title: 'Worst air cells', of: (item) => ((item.depthError ?? 0) > 0.02 ? item.depthError! : 0) },
  { title: 'Worst shadows', of: (item) => ((item.shadowError ?? 0) > 0.06 ? item.shadowError! : 0) },
]

/** Writes index.html and its pictures into the folder. */
export async function writeReport(
  folder: string,
  rows: readonly Row[],
  sets: ScoredSets,
  photoOf: (file: string) => Promise<Buffer>,
): Promise<void> {
  const parts = [
    '<!doctype html><meta charset="utf-8"><title>Accuracy</title>',
    '<style>body{font:15px/1.4 system-ui;margin:2rem;max-width:80rem}table{border-collapse:collapse;margin:1rem 0}td,th{padding:.2rem .7rem;text-align:right;border-bottom:1px solid #ccc}td:first-child,th:first-child{text-align:left}.missed{color:#a30}figure{display:inline-block;margin:.4rem;width:26rem;vertical-align:top}img{max-width:26rem;max-height:26rem}</style>',
    '<h1>Accuracy</h1>',
    table(rows),
  ]
  for (const [name, set] of Object.entries(sets)) {
    parts.push(`<h2>By stratum: ${name}</h2>`, ...STRATA.map((stratum) => stratumTable(stratum, set)))
  }
  for (const [name, set] of Object.entries(sets)) {
    for (const fault of FAULTS) {
      const worst = (set as readonly Scored[])
        .filter((item) => fault.of(item) > 0)
        .sort((a, b) => fault.of(b) - fault.of(a))
        .slice(0, WORST)
      if (worst.length === 0) continue
      parts.push(
        `<h2>${fault.title}: ${name}</h2><p>Amber: what was measured. Blue: what is true. Short lines: the air cell’s depth on the axis.</p>`,
      )
      for (const item of worst) parts.push(await figure(folder, item, photoOf))
    }
  }
  await writeFile(join(folder, 'index.html'), parts.join('\n'))
}

function table(rows: readonly Row[]): string {
  const cell = ({ value, interval, missed }: Cell, digits: number): string =>
    `<td class="${missed ? 'missed' : ''}">${value === null ? '–' : `${value.toFixed(digits)} (${interval!.map((end) => end.toFixed(digits)).join(' to ')})${missed ? ' missed' : ''}`}</td>`
  return `<table><tr><th>Figure (95 % interval)<th>Target<th>Sample<th>Simulated</tr>${rows
    .map(
      ({ figure: f, sample, simulated }) =>
        `<tr><td>${f.name}<td>${f.target ?? ''}${cell(sample, f.digits)}${cell(simulated, f.digits)}</tr>`,
    )
    .join('')}</table>`
}

function stratumTable({ name, of }: (typeof STRATA)[number], set: readonly Scored[]): string {
  const groups = [...new Set(set.flatMap(of))].sort()
  const row = (group: string): string => {
    const here = set.filter((item) => of(item).includes(group))
    return `<tr><td>${group}<td>${here.length}${STRATUM_FIGURES.map((f) => `<td>${f.of(here)?.toFixed(f.digits) ?? '–'}`).join('')}</tr>`
  }
  return `<table><tr><th>${name}<th>n${STRATUM_FIGURES.map((f) => `<th>${f.name}`).join('')}</tr>${groups.map(row).join('')}</table>`
}

async function figure(
  folder: string,
  item: Scored,
  photoOf: (file: string) => Promise<Buffer>,
): Promise<string> {
  const { truth, record } = item
  const photo = await photoOf(truth.file)
  const { width, height } = await sharp(photo).metadata()
  const path = (points: ReadonlyArray<readonly [number, number]>): string =>
    `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`
  const stroke = Math.max(width, height) / 300
  const lines = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" fill="none" stroke-width="${stroke}">
    <path d="${path(truth.outline)}" stroke="#6af"/>${cellLine(truth, truth.airCell.depth, '#6af', stroke)}
    ${record.outline ? `<path d="${path(record.outline.points)}" stroke="#fb4"/>${record.airCell ? cellLine(record.outline, record.airCell.depth, '#fb4', stroke) : ''}` : ''}</svg>`
  await sharp(
    await sharp(photo)
      .composite([{ input: Buffer.from(lines) }])
      .toBuffer(),
  )
    .resize({ width: PICTURE_PX, height: PICTURE_PX, fit: 'inside' })
    .jpeg()
    .toFile(join(folder, truth.file))
  const percent = (value: number | null | undefined): string =>
    value === null || value === undefined ? '–' : (100 * value).toFixed(1)
  const said =
    record.error ??
    `said ${record.grade} (${Object.entries(record.probabilities)
      .map(([grade, p]) => `${grade} ${p.toFixed(2)}`)
      .join(', ')}), ${record.action}`
  return `<figure><img src="${truth.file}" alt=""><figcaption><b>${truth.file}</b> ${truth.species}, ${truth.shell}, day ${truth.day.toFixed(1)} (${truth.f.toFixed(2)}), lamp ${truth.lamp}, ${truth.conditions.join(', ') || 'plain'}<br>
    is ${truth.grade}${truth.readable ? '' : ', unreadable'}; ${said}<br>air cell ${percent(record.airCell?.depth)} for ${percent(truth.airCell.depth)} %; shadow ${percent(record.shadow?.area)} for ${percent(truth.shadow.area)} %; vessels ${percent(record.vessels?.coverage)} for ${percent(truth.vessels.coverage)} %; ring ${percent(record.ring?.score)} for ${truth.ring.present ? percent(truth.ring.visibleFraction) : 'none'}; overlap ${percent(item.overlap)}<br>${record.reasons.join('; ')}</figcaption></figure>`
}

/** Where the air cell's plane meets the axis, as a short line across it: that is what depth means, whatever the tilt. */
function cellLine(
  { bluntPole: [bx, by], smallPole: [sx, sy] }: { bluntPole: [number, number]; smallPole: [number, number] },
  depth: number,
  colour: string,
  stroke: number,
): string {
  const [x, y] = [bx + depth * (sx - bx), by + depth * (sy - by)]
  const [dx, dy] = [0.06 * (sy - by), -0.06 * (sx - bx)]
  return `<path d="M${x - dx} ${y - dy}L${x + dx} ${y + dy}" stroke="${colour}" stroke-width="${stroke}"/>`
}
