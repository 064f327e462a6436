// node --import tsx lab/same-egg/fit.ts: chooses what src/core/identity takes for the same egg on all kinds of pictures
// but one, and says how that does on the one left out; then on all. Of choices with few false alarms the one that finds the
// most exchanged eggs on the kind it finds fewest on.
import type { IdentityModel } from '../../src/core/identity/same-egg.ts'
import { keptLooks, scoreIdentity, SERIES, type IdentityScore } from './score.ts'

/** False alarms allowed on each of the kinds chosen on. */
const MOST_FALSE = 0.012
const FITTED = ['own', 'variety', 'wide', 'nearer to phones'] as const

const choices: IdentityModel[] = []
for (const repeat of [
  [0.003, 0.004, 0.006],
  [0.004, 0.006, 0.009],
  [0.006, 0.008, 0.012],
  [0.008, 0.01, 0.015],
] as const)
  for (const [plain, ordinary, doubtful] of [
    [0.015, 0.04, 0.3],
    [0.01, 0.03, 0.3],
    [0.03, 0.06, 0.4],
  ] as const)
    for (const other of [2, 2.4, 2.8])
      for (const exchanged of [3, 4, 5])
        choices.push({ repeat, wrong: { plain, ordinary, doubtful }, alarm: { other, exchanged } })

const scores = new Map<string, IdentityScore[]>()
for (const kind of FITTED) {
  const looks = await keptLooks(SERIES[kind])
  scores.set(
    kind,
    choices.map((model) => scoreIdentity(looks, model)),
  )
}
const falseShare = (kind: string, i: number): number => {
  const { falseAlarms, eggs } = scores.get(kind)![i]!
  return falseAlarms / eggs
}
const foundShare = (kind: string, i: number): number => {
  const { found, swaps, lone } = scores.get(kind)![i]!
  return found / swaps + 0.1 * (lone.found / lone.swaps)
}
function best(kinds: readonly string[]): number {
  const worst = (i: number): number =>
    kinds.every((kind) => falseShare(kind, i) <= MOST_FALSE)
      ? Math.min(...kinds.map((kind) => foundShare(kind, i)))
      : -1
  return choices.reduce((found, _, i) => (worst(i) > worst(found) ? i : found), 0)
}
const say = (kind: string, i: number): string => {
  const { eggs, falseAlarms, swaps, found, lone } = scores.get(kind)![i]!
  return `${kind}: ${falseAlarms} of ${eggs} false, ${found} of ${swaps} swaps found, alone ${lone.found} of ${lone.swaps}`
}
for (const left of FITTED) {
  const i = best(FITTED.filter((kind) => kind !== left))
  console.log(`left out ${say(left, i)}\n  ${JSON.stringify(choices[i])}`)
}
const all = best(FITTED)
console.log(`of all\n  ${JSON.stringify(choices[all])}`)
for (const kind of FITTED) console.log(`  ${say(kind, all)}`)
