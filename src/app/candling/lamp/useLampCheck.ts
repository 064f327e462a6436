import { onScopeDispose, ref, shallowRef } from 'vue'
import { v4 as uuid } from 'uuid'
import type { LampCheck } from '../../../contracts/records/lamp-check.ts'
import { changed, exposureStops, limitsOf } from '../../../core/lamp/advice.ts'
import { hatchDay, seenDays, trialsFor, type SeenDays, type TrialPlan } from '../../../core/lamp/forecast.ts'
import type { LampLight } from '../../../core/lamp/lamp-light.ts'
import { LAMP_CHANGES, type LampChange } from '../../../core/lamp/lamp-terms.ts'
import { meanLight } from '../../../core/lamp/scene.ts'
import { asSeenElsewhere } from '../../../core/lamp/seen-elsewhere.ts'
import type { LampScene, Trial } from '../../../core/lamp/trial.ts'
import type { Shell, SpeciesName } from '../../../core/species/species.ts'
import { readGatheredLight } from '../../../devices/camera/photo-files.ts'
import { inLanes, type EggWorkerPool } from '../../../workers/pool.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import { t } from './words.ts'

/** Photographs of one fresh egg. */
export interface CheckPhotos {
  lit: readonly Blob[]
  off: Blob | null
}

type Kind = { species: SpeciesName; shell: Shell }

/** A change that helps by less is none. */
const WORTH_DAYS = 0.5

/** Measures a lamp on a fresh egg, and tries eggs of all ages in its light. */
export function useLampCheck() {
  const { workers } = useDevicesStore()
  const phase = ref<'ready' | 'measuring' | 'drawing'>('ready')
  const drawn = ref({ done: 0, of: 0 })
  const problem = ref('')
  const found = shallowRef<LampCheck | null>(null)
  let stop = new AbortController()
  onScopeDispose(() => stop.abort())

  async function check(kind: Kind, photos: CheckPhotos): Promise<void> {
    stop = new AbortController()
    const { signal } = stop
    found.value = null
    problem.value = ''
    phase.value = 'measuring'
    try {
      found.value = await checked(kind, photos, signal)
    } catch (error) {
      if (!signal.aborted) problem.value = (error as Error).message
    } finally {
      phase.value = 'ready'
    }
  }

  async function checked(kind: Kind, photos: CheckPhotos, signal: AbortSignal): Promise<LampCheck> {
    const light = await lightOfCheck(workers, { ...photos, species: kind.species }, signal)
    const scene = await workers.lampScene({ light, ...kind }, signal)
    if (!scene) throw new Error(t('check.tooDark'))
    phase.value = 'drawing'
    drawn.value = { done: 0, of: 0 }
    const elsewhere = (drawnDays: SeenDays): SeenDays =>
      asSeenElsewhere(drawnDays, { species: kind.species, light })
    const now = await daysIn(scene, { ring: true }, signal)
    const upTo = (now.body ?? Infinity) / hatchDay(kind.species)
    const days = elsewhere(now)
    let best: { change: LampChange; bodyDay: number } | null = null
    for (const change of LAMP_CHANGES) {
      const other = changed(scene, change, light)
      const { body } = other ? elsewhere(await daysIn(other, { ring: false, upTo }, signal)) : { body: null }
      if (body !== null && body < (best?.bodyDay ?? days.body ?? Infinity)) best = { change, bodyDay: body }
    }
    return {
      id: uuid(),
      at: new Date().toISOString(),
      ...kind,
      light: { ...light, colour: [light.colour[0], light.colour[1]] },
      days,
      limits: limitsOf(light),
      change: best && (days.body === null || days.body - best.bodyDay >= WORTH_DAYS) ? best : null,
      stops: exposureStops(light),
    }
  }

  async function daysIn(
    scene: LampScene,
    asked: Parameters<typeof trialsFor>[1],
    signal: AbortSignal,
  ): Promise<SeenDays> {
    const plans = trialsFor(scene, asked)
    drawn.value = { done: drawn.value.done, of: drawn.value.of + plans.length }
    const trials: Trial[] = []
    const numbered = plans.map((plan, i): [number, TrialPlan] => [i, plan])
    await inLanes(
      numbered,
      async ([i, plan]) => {
        trials[i] = await workers.tryEgg(plan, signal)
        drawn.value = { ...drawn.value, done: drawn.value.done + 1 }
      },
      { lanes: workers.size, signal },
    )
    signal.throwIfAborted()
    return seenDays(plans, trials)
  }

  return { phase, drawn, problem, found, check, cancel: () => stop.abort() }
}

/** @throws Error where a picture with the lamp shows no single egg */
async function lightOfCheck(
  workers: Pick<EggWorkerPool, 'lampLight' | 'roomLight'>,
  { species, lit, off }: CheckPhotos & Pick<Kind, 'species'>,
  signal: AbortSignal,
): Promise<LampLight> {
  const lights = await Promise.all(lit.map((photo) => workers.lampLight(photo, species, signal)))
  if (lights.length === 0 || lights.includes(null)) throw new Error(t('check.noEgg'))
  const light = meanLight(lights.filter((one) => one !== null))
  if (!off) return light
  const [room, gathered, withLamp] = await Promise.all([
    workers.roomLight(off, signal),
    readGatheredLight(off),
    readGatheredLight(lit[0]!),
  ])
  // A camera that exposes by itself brightens a dark room: what it says of its exposure takes that off again.
  const same = gathered && withLamp ? withLamp / gathered : 1
  return { ...light, room: Math.min(light.room, room * same) }
}
