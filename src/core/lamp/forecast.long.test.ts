import { expect, it } from 'vitest'
import { seenDays, trialsFor } from './forecast.ts'
import { tryEgg, type LampScene } from './trial.ts'

const KIND = { species: 'chicken', shell: 'brown' } as const

it('a sign is seen later in a worse light', () => {
  const dayOf = (shot: LampScene['shot']): number => {
    const plans = trialsFor({ ...KIND, shot }, { ring: false }).filter(
      ({ seed, stage }) => seed.endsWith('0') && stage < 0.5,
    )
    const trials = plans.map((plan) => tryEgg(plan.scene, plan))
    return seenDays(plans, trials).body ?? 99
  }
  expect(dayOf({ exposure: 0.12, electrons: 200 })).toBeGreaterThan(
    dayOf({ exposure: 0.9, electrons: 3000 }) + 2,
  )
})
