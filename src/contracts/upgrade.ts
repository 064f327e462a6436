import { FIRST_INCUBATOR_ID, newHatchery } from './hatchery-record.ts'

/**
 * Records of version 1 had one tray a set, candling days as a list, and no hatchery. Each function takes a record
 * of any version and gives one of the newest; what it does not know it leaves for the schema to refuse.
 */
type Raw = Record<string, unknown>

function isRaw(value: unknown): value is Raw {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

function firstTrayId(setId: unknown): string {
  return `${String(setId)}-tray-1`
}

export function upgradeSet(set: unknown): unknown {
  if (!isRaw(set) || !isRaw(set['tray'])) return set
  const { tray, candlingDays, ...kept } = set
  return {
    ...kept,
    plan: {
      school: 'own',
      ownDays: candlingDays,
      dayCount: 'elapsed',
      turningStop: 'usual',
      incubationDays: null,
      delayHours: 0,
      turnsADay: null,
    },
    trays: [
      {
        ...(tray as Raw),
        id: firstTrayId(set['id']),
        incubatorId: FIRST_INCUBATOR_ID,
        numbering: 'letter-rows',
      },
    ],
    batches: [],
    temperatures: [],
    done: [{ key: 'set', at: set['setAt'] }],
  }
}

export function upgradeEgg(egg: unknown): unknown {
  if (!isRaw(egg)) return egg
  const { removed } = egg
  // To version 3 nothing was taken out against the policy's advice.
  if ('outcome' in egg)
    return isRaw(removed) ? { ...egg, removed: { againstPolicy: false, ...removed } } : egg
  if (!('row' in egg)) return upgradeEgg({ ...egg, outcome: null })
  const { row, column, ...kept } = egg
  return upgradeEgg({
    ...kept,
    mark: '',
    role: 'set',
    place: { trayId: firstTrayId(egg['setId']), row, column },
    batchId: null,
    laidOn: null,
    crack: 'none',
    waxed: false,
    weightG: null,
    lengthMm: null,
    breadthMm: null,
    outcome: null,
  })
}

/**
 * @param look - version 1: a crack had a score and no points; to version 2 there were no signs and no lines by hand;
 * to version 3 no film, and all agreement was by key
 */
export function upgradeLook(look: unknown): unknown {
  if (!isRaw(look) || !isRaw(look['reading']) || !isRaw(look['reading']['crack'])) return look
  if ('movement' in look) return look
  const { reading, own } = look
  return {
    correction: null,
    movement: null,
    ...look,
    own: isRaw(own) ? { by: 'key', ...own } : own,
    reading: {
      signs: null,
      ...(reading as Raw),
      crack: { points: [], ...((reading as Raw)['crack'] as Raw) },
    },
  }
}

/** To version 3 there were no limits and photographs were kept as they came, to version 2 no scale, in version 1 no hatchery. */
export function upgradeHatchery(hatchery: unknown, zone: string): unknown {
  const { scale, limits } = newHatchery(zone)
  if (hatchery === undefined || hatchery === null) return newHatchery(zone)
  return isRaw(hatchery) ? { scale, limits, photoLongSidePx: null, ...hatchery } : hatchery
}
