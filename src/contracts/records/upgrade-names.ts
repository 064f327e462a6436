import type { RecordTable } from './record-tables.ts'

/** A record as it came, an object of which nothing else is known. */
export type Raw = Record<string, unknown>

/**
 * One step from a version to the next, for records of one table. Records bear no version, and those that were set aside
 * may be of any: a step looks whether it is meant. What no step knows is left for the schema to refuse.
 */
export interface UpgradeStep {
  /** The records version that this step leads to. */
  to: number
  table: RecordTable
  isOlder: (raw: Raw) => boolean
  change: (raw: Raw, zone: string) => Raw
}

/** Version 12 gave fields the names that the field uses. */
export const RENAMINGS: readonly UpgradeStep[] = [
  {
    // Methods were called schools.
    to: 12,
    table: 'hatchery',
    isOlder: (hatchery) => 'school' in hatchery || hasSchool(hatchery['limits']),
    change: (hatchery) => ({ ...(withMethod(hatchery) as Raw), limits: withMethod(hatchery['limits']) }),
  },
  {
    to: 12,
    table: 'sets',
    isOlder: ({ plan }) => hasSchool(plan),
    change: ({ plan, ...set }) => ({ ...set, plan: withMethod(plan) }),
  },
  {
    // What the network says was called an impression.
    to: 12,
    table: 'looks',
    isOlder: ({ reading, verdict, earlierVerdicts }) =>
      (isRaw(reading) && 'impression' in reading) ||
      [verdict, ...rawsOf(earlierVerdicts).map((earlier) => earlier['verdict'])].some(saysImpression),
    change: ({ reading, verdict, earlierVerdicts, ...look }) => ({
      ...look,
      reading: renamed(reading, 'impression', 'networkLogits'),
      verdict: withNetwork(verdict),
      earlierVerdicts: Array.isArray(earlierVerdicts)
        ? earlierVerdicts.map((earlier: unknown) =>
            isRaw(earlier) ? { ...earlier, verdict: withNetwork(earlier['verdict']) } : earlier,
          )
        : earlierVerdicts,
    }),
  },
]

/** With a field under its new name; the old one goes. */
function renamed(value: unknown, from: string, to: string): unknown {
  if (!isRaw(value) || !(from in value)) return value
  const { [from]: kept, ...others } = value
  return { [to]: kept, ...others }
}

const hasSchool = (value: unknown): boolean => isRaw(value) && 'school' in value

/** Also for drafts of plans, which are no records. */
export function withMethod(value: unknown): unknown {
  return renamed(value, 'school', 'method')
}

const reasonsOf = (verdict: unknown): Raw[] => (isRaw(verdict) ? rawsOf(verdict['reasons']) : [])

function saysImpression(verdict: unknown): boolean {
  return reasonsOf(verdict).some((reason) => reason['code'] === 'two-opinions' && 'impression' in reason)
}

function withNetwork(verdict: unknown): unknown {
  if (!saysImpression(verdict)) return verdict
  const { reasons } = verdict as { reasons: unknown[] }
  return { ...(verdict as Raw), reasons: reasons.map((reason) => renamed(reason, 'impression', 'network')) }
}

export function isRaw(value: unknown): value is Raw {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

export function rawsOf(list: unknown): Raw[] {
  return Array.isArray(list) ? list.filter(isRaw) : []
}
