import type { LineSigns } from '../measure/line-signs.ts'
import type { Signs } from '../measure/signs.ts'

/** Shadow as a share of the contents, net of vessels in egg lengths, evidence of a ring 0–1. */
interface Seen {
  shadow: number
  net: number
  ring: number
}

/** For tests: the weak signs and long lines that go with these in the middle of the pictures that are kept. */
export function sampleSigns({ shadow, net, ring }: Seen): { signs: Signs; lines: LineSigns } {
  // A body that no vessels feed decays: it clouds and reddens what is around it.
  const decays = shadow > 0.02 && net < 0.5
  return {
    signs: {
      faintShadow: Math.min(1, shadow + (decays ? 0.11 : 0.005)),
      reddening: decays ? 0.57 : 0.4,
      dimming: 0.55 + 1.6 * shadow + (decays ? 0.25 : 0),
      unevenness: decays ? 0.1 : 0.065,
    },
    lines: {
      curve: 0.16 + 1.2 * ring,
      curveStrength: 3.3 + 3 * ring,
      curveShare: 0.12 + 0.4 * ring,
      curveAlone: 0.2 + 0.35 * ring,
      curveContrast: 3.2 + 3 * ring,
      curveBlood: 0.12 + 0.27 * ring,
      length: 0.03 + 0.6 * ring,
      clearLength: 0.3 * ring,
      branching: 0,
      blood: 0.12 + 0.24 * ring,
      faintest: 0.037 + 0.024 * Math.min(4, net) + (decays ? 0.027 : 0),
    },
  }
}
