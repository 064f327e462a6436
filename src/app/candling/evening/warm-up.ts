import type { EggSet } from '../../../contracts/records/set-record.ts'
import { createEgg } from '../../../core/simulate/egg-model.ts'
import { takeShot } from '../../../core/simulate/shot.ts'
import type { EggWorkerPool } from '../../../workers/pool.ts'

const SIDE_PX = 640
const ROUNDS = 8

/**
 * The first measurements of a worker are several times as slow as later ones: they are made while things are got ready.
 * @param wanted - false as soon as an egg is there, which must not wait for it
 */
export async function warmUp(
  workers: Pick<EggWorkerPool, 'render' | 'measure'>,
  { species, shell }: Pick<EggSet, 'species' | 'shell'>,
  wanted: () => boolean,
): Promise<void> {
  const photo = await workers.render({
    egg: createEgg('warm-up', { species, shell, fate: { kind: 'developing' } }),
    ageDays: 8,
    shot: takeShot('warm-up', { widthPx: SIDE_PX, heightPx: SIDE_PX }),
  })
  for (let i = 0; i < ROUNDS && wanted(); i++) await workers.measure(photo, { species })
}
