import { perGrade, GRADES, type PerGrade } from '../grade-names.ts'
import type { EggMaps } from './egg-maps.ts'
import { runNetwork, type Network } from './network.ts'
import model from './model.json' with { type: 'json' }

export interface NetworkModel extends Network {
  version: string
  /** What the egg's age adds, by grade, for each unit of the stage and of its square; the grading model has it. */
  age: ReadonlyArray<readonly number[]>
}

/** As lab/network/train.py left it. */
export const NETWORK_MODEL: NetworkModel = model

/**
 * What the picture as a whole looks like, beside and apart from what is measured in it: log odds by grade, the egg's age
 * not counted in.
 */
export function networkLogitsOf(maps: EggMaps, network: Network = NETWORK_MODEL): PerGrade {
  const odds = runNetwork(network, maps)
  // Hundredths are as much as they are good for, and are kept with every look.
  return perGrade((grade) => Number(odds[GRADES.indexOf(grade)]!.toFixed(2)))
}
