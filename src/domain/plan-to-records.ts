import type { PlanGroup } from '../core/planning/compute-plan.ts'
import type { PlanDraft } from '../core/planning/plan-draft.ts'
import { SPECIES } from '../core/species/species.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import { FRESH } from '../contracts/records/stamp.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { newTray, type Tray } from '../contracts/records/tray-record.ts'

export interface PlanRecords {
  trays: Tray[]
  sets: EggSet[]
  eggs: Egg[]
}

/**
 * Turns a finished draft into sets, one each species, with their eggs. Eggs that stay out are kept as such: the
 * reference eggs are compared with later, and the others explain the numbers on the shells.
 * @param newId - gives an id that nobody has
 */
export function planToRecords(
  { draft, groups, hatchery }: { draft: PlanDraft; groups: readonly PlanGroup[]; hatchery: Hatchery },
  { nowIso, newId }: { nowIso: string; newId: () => string },
): PlanRecords {
  const records: PlanRecords = { trays: [], sets: [], eggs: [] }
  for (const group of groups) {
    const setId = newId()
    const batches = draft.batches.filter((batch) => batch.species === group.species)
    const first = batches[0]
    const incubator = hatchery.incubators.find((item) => item.id === group.trays[0]?.incubatorId)
    // An empty tray would only make every place be named with its tray.
    const used = new Set(group.eggs.flatMap(({ set, place }) => (set && place ? [place.trayId] : [])))
    const withEggs = group.trays.filter(({ id }) => used.has(id))
    const kept = withEggs.length > 0 ? withEggs : group.trays.slice(0, 1)
    const trayIds = new Map(kept.map((tray) => [tray.id, newId()]))
    const setAt = new Date(group.setAtMs).toISOString()
    const isIn = draft.timing.by === 'already'
    const trays = kept.map(({ species: _, ...tray }) =>
      newTray({ ...tray, id: trayIds.get(tray.id)! }, { at: isIn ? setAt : nowIso }),
    )
    records.trays.push(...trays)
    records.sets.push({
      id: setId,
      stamp: FRESH,
      name: draft.names[group.species]?.trim() || defaultSetName(draft, group),
      species: group.species,
      breed: [...new Set(batches.map((batch) => batch.breed).filter(Boolean))].join(', ').slice(0, 120),
      shell: first?.shell ?? 'tinted',
      setAt,
      plan: {
        method: draft.method,
        ownDays: draft.ownDays,
        dayCount: hatchery.dayCount,
        turningStop: draft.turningStop,
        incubationDays: draft.incubationDays[group.species] ?? null,
        lockdownDay: null,
        giveUpDay: null,
        turningHours: null,
        firstTurnHours: 0,
        air: null,
        takingOut: null,
        delayHours: group.delayHours,
        turnsADay: incubator?.turner === 'hand' ? hatchery.turnsADay : null,
      },
      policy: hatchery.policy,
      trayIds: trays.map(({ id }) => id),
      trays,
      batches: batches.map(({ id, source, breed, shell, posted, turnedInStorage }) => ({
        id,
        source,
        breed,
        shell,
        posted,
        turnedInStorage,
      })),
      done: isIn ? [{ key: 'set', at: nowIso }] : [],
      temperatures: [],
      notes: draft.notes,
      undone: [],
      counted: [],
    })
    for (const { egg, set, place } of group.eggs) {
      const { id: _, choice, ...known } = egg
      records.eggs.push(
        newEgg(
          {
            ...known,
            id: newId(),
            setId,
            role: set ? 'set' : choice === 'reference' ? 'reference' : 'left-out',
            place: place && { ...place, trayId: trayIds.get(place.trayId)! },
          },
          { at: nowIso },
        ),
      )
    }
  }
  return records
}

/** Breed or species, with the source where there is one. */
export function defaultSetName(draft: PlanDraft, group: Pick<PlanGroup, 'species'>): string {
  const batches = draft.batches.filter((batch) => batch.species === group.species)
  const breeds = [...new Set(batches.map((batch) => batch.breed).filter(Boolean))]
  return (breeds.length > 0 ? breeds.join(', ') : SPECIES[group.species].label).slice(0, 120)
}
