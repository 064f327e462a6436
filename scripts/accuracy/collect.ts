// node --import tsx scripts/collect-readings.ts SET FROM TO FILE: measures simulated photographs, one JSON line each.
import { createWriteStream } from 'node:fs'
import { measurePhotograph } from '../src/core/measure/measure.ts'
import { stageOf } from '../src/core/species/species.ts'
import { simulateCase } from './simulated-set.ts'

const [set = 'fit', from = '0', to = '0', file = 'readings.jsonl'] = process.argv.slice(2)
const out = createWriteStream(file)
for (let index = Number(from); index < Number(to); index++) {
  const { image, truth, species, shell, day, shot } = await simulateCase(set, index)
  const reading = measurePhotograph(image, { species })
  const seen = reading.kind === 'egg'
    ? { ...reading.egg, polygon: undefined, shadow: { ...reading.egg.shadow, contours: [] }, ring: { ...reading.egg.ring, points: [] }, crack: { ...reading.egg.crack, points: [] } }
    : null
  if (seen?.airCell) seen.airCell = { ...seen.airCell, edge: [] }
  out.write(`${JSON.stringify({
    index, species, shell, day, stage: stageOf(species, day), grade: truth.grade, seen, exposure: shot.exposure,
    truth: { depth: truth.airCell.depth, volume: truth.airCell.volume, shadow: truth.shadowArea, ringShare: truth.ringVisibleShare, vessels: truth.vesselCoverage },
  })}\n`)
}
out.end()
