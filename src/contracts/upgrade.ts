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
    plan: { school: 'own', ownDays: candlingDays, dayCount: 'elapsed', turningStop: 'usual', incubationDays: null, delayHours: 0, turnsADay: null },
    trays: [{ ...(tray as Raw), id: firstTrayId(set['id']), incubatorId: FIRST_INCUBATOR_ID, numbering: 'letter-rows' }],
    batches: [], temperatures: [],
    done: [{ key: 'set', at: set['setAt'] }],
  }
}

export function upgradeEgg(egg: unknown): unknown {
  if (!isRaw(egg) || !('row' in egg)) return egg
  const { row, column, ...kept } = egg
  return {
    ...kept, mark: '', role: 'set', place: { trayId: firstTrayId(egg['setId']), row, column },
    batchId: null, laidOn: null, crack: 'none', waxed: false, weightG: null, lengthMm: null, breadthMm: null,
  }
}

/** @param look - of version 1: a crack had a score and no points */
export function upgradeLook(look: unknown): unknown {
  if (!isRaw(look) || !isRaw(look['reading']) || !isRaw(look['reading']['crack']) || 'points' in look['reading']['crack']) return look
  return { ...look, reading: { ...look['reading'], crack: { ...look['reading']['crack'], points: [] } } }
}

/** A whole file of records. @param zone - of this device, where the file names none */
export function upgradeRecords(records: Raw, zone: string): Raw {
  const each = (key: string, upgrade: (item: unknown) => unknown): unknown => {
    const list = records[key]
    return Array.isArray(list) ? list.map(upgrade) : list
  }
  return {
    ...records, version: 2, hatchery: records['hatchery'] ?? newHatchery(zone),
    sets: each('sets', upgradeSet), eggs: each('eggs', upgradeEgg), looks: each('looks', upgradeLook),
  }
}
